import { Router, urlencoded, type RequestHandler } from 'express';
import passport from 'passport';
import { forgotten } from './forgotten.js';
import { checkCsrf, csrfToken } from './forms.js';
import { gate } from './gate.js';
import { profile } from './profile.js';
import { sessions } from './sessions.js';
import { remember } from './sign-in.js';
import { style } from './style.js';

const ENTRIES = ['/login', '/logout', '/register', '/forgotten', '/reset'];
const PAGES = [...ENTRIES, '/profile'];

/** Where the pages are, and the token of their forms: for templates. */
const tell: RequestHandler = (req, res, next) => {
  const csrf = (): string => csrfToken(req);
  Object.assign(res.locals, { accountsAt: req.baseUrl, csrf });
  // Also where the sessions are those that were here before.
  req.session.cookie.sameSite ??= 'lax';
  next();
};

/** Pages with forms are neither kept nor framed. */
const protect: RequestHandler = (_req, res, next) => {
  res.set({
    'Cache-Control': 'no-store',
    'Referrer-Policy': 'same-origin',
    'X-Content-Type-Options': 'nosniff',
    'X-Frame-Options': 'DENY',
  });
  next();
};

/** Everything of the accounts: sessions, who has signed in, and the pages. */
export const accounts = Router();

accounts.get('/accounts.css', (_req, res) => {
  res.set('Cache-Control', 'max-age=3600').type('css').send(style);
});
accounts.use(sessions);
accounts.use(passport.session());
accounts.use(remember);
accounts.use(tell);
accounts.use(PAGES, protect, urlencoded({ extended: false }), checkCsrf);
accounts.use(gate);
accounts.use(profile);
accounts.use(forgotten);
