import { Router, urlencoded, type RequestHandler } from 'express';
import passport from 'passport';
import { forgotten } from './forgotten.js';
import { checkCsrf, csrfToken, keepForm } from './forms.js';
import { gate } from './gate.js';
import { limitVisits } from './limits.js';
import { profile } from './profile.js';
import { sessions } from './sessions.js';
import { production } from './settings.js';
import { remember } from './sign-in.js';
import { style } from './style.js';

const ENTRIES = ['/login', '/logout', '/register', '/forgotten', '/reset'];
const PAGES = [...ENTRIES, '/profile'];
const FORMS = ['/login', '/register', '/forgotten', '/reset'];

/** Where the pages are, and the token of their forms: for templates. */
const tell: RequestHandler = (req, res, next) => {
  const csrf = (): string => csrfToken(req);
  Object.assign(res.locals, { accountsAt: req.baseUrl, csrf });
  // Also where the sessions are those that were here before.
  req.session.cookie.sameSite ??= 'lax';
  next();
};

/** Pages with forms are neither kept nor framed. */
const protect: RequestHandler = (req, res, next) => {
  res.set({
    'Cache-Control': 'no-store',
    'X-Content-Type-Options': 'nosniff',
    'X-Frame-Options': 'DENY',
  });
  // One that is set already may be stricter.
  if (!res.get('Referrer-Policy')) res.set('Referrer-Policy', 'same-origin');
  if (production && !req.secure) hint();
  next();
};

let hinted = false;

/** Without https browsers send no cookie, and every form is refused. */
function hint(): void {
  if (hinted) return;
  hinted = true;
  console.warn('In production accounts need https. Behind a proxy set');
  console.warn('"trust proxy", and let it send X-Forwarded-Proto.');
}

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
accounts.use(PAGES, limitVisits);
accounts.use(FORMS, keepForm);
accounts.use(gate);
accounts.use(profile);
accounts.use(forgotten);
