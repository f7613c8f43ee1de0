import { createHash } from 'node:crypto';
import type { Request, RequestHandler, Response } from 'express';
import passport from 'passport';
import { Strategy } from 'passport-local';
import { emailOf, field } from './forms.js';
import * as passwords from './passwords.js';
import { COOKIE, cookie } from './sessions.js';
import { settings } from './settings.js';
import * as store from './store.js';
import type { Account } from './store.js';

const form = {
  usernameField: 'email',
  passwordField: 'password',
  passReqToCallback: true,
} as const;

// Taken is what stands in the form, by the rules for fields: the address that
// is looked for is the one whose tries are counted.
passport.use(
  new Strategy(form, (req, _email, _password, done) => {
    const found = check(emailOf(req), field(req, 'password'));
    void found.then((account) => done(null, account), done);
  }),
);

passport.serializeUser((user, done) => done(null, (user as Account).id));

passport.deserializeUser((id: string, done) => {
  void store.findById(id).then((found) => done(null, found ?? false), done);
});

/** Takes as long where there is no such account as where there is one. */
async function check(email: string, password: string) {
  const account = await store.findByEmail(email);
  const hashed = account?.password ?? passwords.nobodys;
  const same = await passwords.matches(password, hashed);
  if (!account || !same) return false;
  if (passwords.isOutdated(hashed)) {
    const renewed = await passwords.hash(password);
    await store.changePassword(account, renewed);
    return { ...account, password: renewed };
  }
  return account;
}

/** Who has signed in, if anybody. */
export function accountOf(req: Request): Account | undefined {
  return req.user as Account | undefined;
}

type Signed = Promise<Account | undefined>;

/** The account that address and password of a form belong to. */
export function authenticate(req: Request, res: Response): Signed {
  return new Promise((resolve, reject) => {
    const done = (error: Error | null, account: Account | false): void => {
      if (error) reject(error);
      else resolve(account || undefined);
    };
    const handler = passport.authenticate('local', done) as RequestHandler;
    void handler(req, res, reject);
  });
}

/** Signs somebody in, in a session with another id than the one before. */
export async function signIn(req: Request, account: Account) {
  await new Promise<void>((resolve, reject) => {
    req.logIn(account, (error?: Error) => {
      if (error) reject(error);
      else resolve();
    });
  });
  // The new session has the cookie's settings anew.
  req.session.cookie.sameSite ??= 'lax';
  req.session.since = Date.now();
  req.session.mark = markOf(account);
}

/** Changes with the password, and does not tell it. */
function markOf({ password }: Account): string {
  return createHash('sha256').update(password).digest('base64url');
}

/** Ends the session, here and in the browser. */
export async function signOut(req: Request, res: Response) {
  await new Promise<void>((resolve, reject) => {
    req.session.destroy((error?: Error) => {
      if (error) reject(error);
      else resolve();
    });
  });
  res.clearCookie(COOKIE, cookie);
}

/** Tells the templates who has signed in, and ends what has lasted too long. */
export const remember: RequestHandler = (req, res, next) => {
  const { since = 0, mark } = req.session;
  const user = accountOf(req);
  const isOver = Date.now() - since > settings.longest;
  if (user && (isOver || mark !== markOf(user))) {
    const again = (): void => res.redirect(`${req.baseUrl}/login`);
    signOut(req, res).then(again, next);
    return;
  }
  const account = user && { id: user.id, email: user.email, name: user.name };
  Object.assign(res.locals, { account });
  next();
};

/** For what is shown only to who has signed in; others are led there. */
export const signedIn: RequestHandler = (req, res, next) => {
  if (accountOf(req)) return next();
  const { originalUrl } = req;
  // What begins with two slashes leads to another site.
  const isHere = /^\/(?![/\\])/.test(originalUrl) && originalUrl.length < 1000;
  if (isHere && req.method === 'GET') req.session.wanted = originalUrl;
  const { accountsAt = '' } = res.locals as { accountsAt?: string };
  res.redirect(`${accountsAt}/login`);
};
