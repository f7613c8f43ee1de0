import { randomBytes, timingSafeEqual } from 'node:crypto';
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import { show } from './show.js';

const LONGEST = 300;

/** A field of the form that was sent, as one text; empty if it is not there. */
export function field(req: Request, name: string): string {
  const body = (req.body ?? {}) as Record<string, unknown>;
  const value = body[name];
  return typeof value === 'string' && value.length <= LONGEST ? value : '';
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

type Handler = (req: Request, res: Response) => Promise<void>;

/** Hands what goes wrong in a handler on to whoever handles errors. */
export function handled(handler: Handler): RequestHandler {
  return (req: Request, res: Response, next: NextFunction): void => {
    handler(req, res).catch(next);
  };
}
