import { Router, type Request, type Response } from 'express';
import { field, handled } from './forms.js';
import { limitOwn } from './limits.js';
import { note } from './log.js';
import * as passwords from './passwords.js';
import { objectionToPassword } from './rules.js';
import { keptId } from './sessions.js';
import { show } from './show.js';
import { accountOf, signedIn, signIn, signOut } from './sign-in.js';
import * as store from './store.js';
import type { Account } from './store.js';

/** What people may see and change of their own account. */
export const profile = Router();

profile.use('/profile', signedIn);

profile.get('/profile', (_req, res) => show(res, 200, 'profile'));

profile.post('/profile', handled(changeName));

profile.post('/profile/password', limitOwn, handled(changePassword));

profile.post('/profile/delete', limitOwn, handled(remove));

async function changeName(req: Request, res: Response) {
  const { id, email } = own(req);
  const name = field(req, 'name').trim();
  await store.changeName(id, name);
  const account = { id, email, name };
  show(res, 200, 'profile', { account, notice: 'Your name is changed.' });
}

async function changePassword(req: Request, res: Response) {
  const account = own(req);
  const password = field(req, 'password');
  if (!(await knowsPassword(req, account))) return refuse(res);
  const problem = objectionToPassword(password, account.email);
  if (problem) return show(res, 400, 'profile', { problem });
  const hash = await passwords.hash(password);
  // Of two at once one comes first, and the other knows it no more.
  if (!(await store.changePassword(account, hash))) return refuse(res);
  // Whoever has come in by the old one goes out.
  await signIn(req, { ...account, password: hash });
  await store.endSessions(account.id, keptId(req.sessionID));
  note('password changed', req, account.id);
  show(res, 200, 'profile', { notice: 'Your password is changed.' });
}

async function remove(req: Request, res: Response) {
  const account = own(req);
  if (!(await knowsPassword(req, account))) return refuse(res);
  await signOut(req, res);
  await store.remove(account.id);
  note('account deleted', req, account.id);
  res.redirect(`${req.baseUrl}/register`);
}

/** They come here by way of `signedIn`. */
function own(req: Request): Account {
  const account = accountOf(req);
  if (!account) throw new Error('nobody has signed in');
  return account;
}

function knowsPassword(req: Request, { password }: Account) {
  return passwords.matches(field(req, 'current'), password);
}

function refuse(res: Response): void {
  const problem = 'The current password is not right.';
  show(res, 403, 'profile', { problem });
}
