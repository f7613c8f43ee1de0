import { Router, type Request, type Response } from 'express';
import { emailOf, field, handled } from './forms.js';
import { limitRequests, limitTries } from './limits.js';
import { note } from './log.js';
import * as passwords from './passwords.js';
import { objectionTo } from './rules.js';
import { show } from './show.js';
import { accountOf, authenticate, signIn, signOut } from './sign-in.js';
import * as store from './store.js';

/** Registering, signing in and signing out. */
export const gate = Router();

gate.get('/login', (_req, res) => show(res, 200, 'login'));

gate.post('/login', limitTries, handled(login));

gate.get('/register', (_req, res) => show(res, 200, 'register'));

gate.post('/register', limitRequests, handled(register));

gate.post('/logout', handled(logout));

async function login(req: Request, res: Response) {
  const account = await authenticate(req, res);
  if (account) return enter(req, res, account);
  note('sign-in failed', req);
  // Which of the two is wrong is nobody's business.
  const problem = 'The address or the password is not right.';
  show(res, 401, 'login', { problem, email: emailOf(req) });
}

async function register(req: Request, res: Response) {
  const email = emailOf(req);
  const name = field(req, 'name').trim();
  const password = field(req, 'password');
  const problem = objectionTo({ email, password });
  if (problem) return show(res, 400, 'register', { problem, email, name });
  const hash = await passwords.hash(password);
  const account = await store.add({ email, name, password: hash });
  if (account) {
    note('registered', req, account.id);
    return enter(req, res, account);
  }
  const taken = 'There is an account with that address already.';
  show(res, 409, 'register', { problem: taken, email, name });
}

async function enter(req: Request, res: Response, account: store.Account) {
  const { wanted } = req.session;
  await signIn(req, account);
  note('signed in', req, account.id);
  res.redirect(wanted ?? `${req.baseUrl}/profile`);
}

async function logout(req: Request, res: Response) {
  note('signed out', req, accountOf(req)?.id);
  await signOut(req, res);
  res.redirect(`${req.baseUrl}/login`);
}
