import { randomBytes, timingSafeEqual } from 'node:crypto';
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import { TooBusy } from './passwords.js';
import { show } from './show.js';

const LONGEST = 300;
// Nobody types those, and some databases end a text at one.
const CONTROL = /\p{Cc}/u;

/** A field of the form that was sent, as one text; empty if it is not fit. */
export function field(req: Request, name: string): string {
  const body = (req.body ?? {}) as Record<string, unknown>;
  const value = body[name];
  if (typeof value !== 'string' || value.length > LONGEST) return '';
  return CONTROL.test(value) ? '' : value;
}

/** The address as it is kept: there are no two that differ in case only. */
export function emailOf(req: Request): string {
  return field(req, 'email').trim().toLowerCase();
}

/** What each form of a session brings along (`_csrf`). */
export function csrfToken(req: Request): string {
  req.session.csrf ??= randomBytes(32).toString('base64url');
  return req.session.csrf;
}

/** Refuses what was not sent by a form of the same session. */
export const checkCsrf: RequestHandler = (req, res, next) => {
  if (req.method === 'GET' || req.method === 'HEAD') return next();
  const expected = Buffer.from(req.session.csrf ?? '');
  const given = Buffer.from(field(req, '_csrf'));
  const same = expected.length === given.length && expected.length > 0;
  if (same && timingSafeEqual(expected, given)) return next();
  show(res, 403, 'message', {
    title: 'That form is too old',
    message: 'Go back, load the page again, and send it once more.',
  });
};

/** Keeps the session of a page with a form before that is shown. */
export const keepForm: RequestHandler = (req, _res, next) => {
  if (req.method !== 'GET') return next();
  csrfToken(req);
  // A form whose session could not be kept would never be taken.
  req.session.save((error?: unknown) => next(error));
};

function busy(res: Response): void {
  res.set('Retry-After', '10');
  show(res, 503, 'message', {
    title: 'Too many people at once',
    message: 'Wait a little, then try again.',
  });
}

type Handler = (req: Request, res: Response) => Promise<void>;

/** Hands what goes wrong in a handler on to whoever handles errors. */
export function handled(handler: Handler): RequestHandler {
  return (req: Request, res: Response, next: NextFunction): void => {
    handler(req, res).catch((error: unknown) => {
      if (error instanceof TooBusy) busy(res);
      else next(error);
    });
  };
}
