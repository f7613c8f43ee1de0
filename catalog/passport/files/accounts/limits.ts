import type { Request, RequestHandler, Response } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import { emailOf } from './forms.js';
import { note } from './log.js';
import { settings } from './settings.js';
import { show } from './show.js';
import { accountOf } from './sign-in.js';
import { tries as triesFor } from './tries.js';

type Key = (req: Request) => string;
type What = 'failed' | 'all';

const { tries } = settings;
const { window, byAddressAndPlace, byAddress, byPlace, visits } = tries;

const place: Key = (req) => ipKeyGenerator(req.ip ?? '');
const address: Key = (req) => emailOf(req) || place(req);
const account: Key = (req) => accountOf(req)?.id ?? place(req);

/** What fails counts: for an address from a place, and for each alone. */
export const limitTries = limits('sign-in', address, 'failed');

/** The same for who has signed in: whatever the form says, it is theirs. */
export const limitOwn = limits('own', account, 'failed');

/** Everything counts: for forms that write to somebody, or add something. */
export const limitRequests = limits('request', address, 'all');

/** Visitors that have no session yet would get one each time. */
export const limitVisits = rateLimit({
  ...common('visit'),
  limit: visits,
  keyGenerator: place,
  skip: (req) => req.method !== 'GET' || req.session.csrf !== undefined,
});

function limits(name: string, key: Key, what: What): RequestHandler[] {
  const both: Key = (req) => `${key(req)} ${place(req)}`;
  return [
    limit(`${name} both`, byAddressAndPlace, both, what),
    limit(`${name} whom`, byAddress, key, what),
    limit(`${name} from`, byPlace, place, what),
  ];
}

function limit(name: string, most: number, key: Key, what: What) {
  return rateLimit({
    ...common(name),
    limit: most,
    keyGenerator: key,
    skipSuccessfulRequests: what === 'failed',
  });
}

function common(name: string) {
  return {
    windowMs: window,
    store: triesFor(name, window),
    standardHeaders: 'draft-8' as const,
    legacyHeaders: false,
    handler: tooMany,
  };
}

function tooMany(req: Request, res: Response): void {
  note('too many tries', req);
  show(res, 429, 'message', {
    title: 'Too many tries',
    message: 'Wait a quarter of an hour, then try again.',
  });
}
