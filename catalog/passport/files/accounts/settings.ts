import { randomBytes } from 'node:crypto';
// {{environment}}

const { NODE_ENV, SESSION_SECRET } = process.env;
const { ACCOUNTS_DATABASE, ACCOUNTS_ORIGIN } = process.env;
const MINUTE = 60 * 1000;
const HOUR = 60 * MINUTE;

export const production = NODE_ENV === 'production';

/** What you may want to have otherwise. Times are in milliseconds. */
export const settings = {
  /** Where accounts and sessions are kept. */
  // {{database}}
  /** Where mail goes in development, one file for each. */
  outbox: '.accounts-data/outbox',
  /** A session that is not used ends after this long … */
  idle: 30 * MINUTE,
  /** … and each one after that long. */
  longest: 8 * HOUR,
  /** How long a link for a forgotten password is good. */
  link: 30 * MINUTE,
  /** Where links in mails lead: never what a request says of itself. */
  origin: origin(),
  shortestPassword: 8,
  /** Failed tries to sign in, within a quarter of an hour. */
  tries: {
    window: 15 * MINUTE,
    byAddressAndPlace: 10,
    byAddress: 50,
    byPlace: 100,
    /** Visits that begin a session, from one place. */
    visits: 1000,
  },
  secret: secret(),
};

/** The address that people know this server by; in development it is here. */
function origin(): string {
  const given = ACCOUNTS_ORIGIN ?? '';
  if (!given && production) throw new Error('ACCOUNTS_ORIGIN is not set.');
  return given && new URL(given).origin;
}

/** Without one, sessions and links of before a start would not hold after it. */
function secret(): string {
  if (SESSION_SECRET) return SESSION_SECRET;
  if (production) throw new Error('SESSION_SECRET is not set.');
  console.warn('SESSION_SECRET is not set: one is made for this start.');
  return randomBytes(32).toString('base64url');
}
