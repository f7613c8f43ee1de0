import type { Request, RequestHandler, Response } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import { emailOf } from './forms.js';
import { note } from './log.js';
import { settings } from './settings.js';
import { show } from './show.js';
import { accountOf } from './sign-in.js';

type Key = (req: Request) => string;

const { window, byAddressAndPlace, byAddress, byPlace } = settings.tries;

const place: Key = (req) => ipKeyGenerator(req.ip ?? '');
const account: Key = (req) => accountOf(req)?.email ?? place(req);
const address: Key = (req) => emailOf(req) || account(req);
const both: Key = (req) => `${address(req)} ${place(req)}`;

/** What fails counts. */
export const limitTries = limits('failed');

/** Everything counts: for forms that write to somebody, or add something. */
export const limitRequests = limits('all');

/** For an address from a place, and for each of them alone. */
function limits(what: 'failed' | 'all'): RequestHandler[] {
  const narrow = limit(byAddressAndPlace, both, what);
  const wide = limit(byAddress, address, what);
  return [narrow, wide, limit(byPlace, place, what)];
}

function limit(most: number, key: Key, what: string): RequestHandler {
  return rateLimit({
    windowMs: window,
    limit: most,
    keyGenerator: key,
    skipSuccessfulRequests: what === 'failed',
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: tooMany,
  });
}

function tooMany(req: Request, res: Response): void {
  note('too many tries', req);
  show(res, 429, 'message', {
    title: 'Too many tries',
    message: 'Wait a quarter of an hour, then try again.',
  });
}
