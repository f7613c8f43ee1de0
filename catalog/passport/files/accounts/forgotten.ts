import { Router, type Request, type Response } from 'express';
import { emailOf, field, handled } from './forms.js';
import { limitRequests, limitTries } from './limits.js';
import { makeToken, readToken } from './links.js';
import { note } from './log.js';
import { mail } from './mail.js';
import * as passwords from './passwords.js';
import { objectionToPassword } from './rules.js';
import { settings } from './settings.js';
import { show } from './show.js';
import * as store from './store.js';

/** A new password for those who have forgotten theirs, by a link in a mail. */
export const forgotten = Router();

forgotten.get('/forgotten', (_req, res) => show(res, 200, 'forgotten'));

forgotten.post('/forgotten', limitRequests, answer);

forgotten.get('/reset', handled(ask));

forgotten.post('/reset', limitTries, handled(reset));

function answer(req: Request, res: Response): void {
  // The answer is the same whether there is an account, and is sent before
  // anybody looks for one.
  const later = (): void => {
    send(req).catch((error: unknown) => console.error(error));
  };
  res.once('finish', () => setImmediate(later));
  show(res, 200, 'message', {
    title: 'Look into your mail',
    message: 'If that address has an account, a link is on its way.',
  });
}

async function send(req: Request) {
  const account = await store.findByEmail(emailOf(req));
  if (!account) return;
  const here = `http://localhost:${req.socket.localPort ?? 80}`;
  const origin = settings.origin || here;
  const link = `${origin}${req.baseUrl}/reset?token=${makeToken(account)}`;
  const minutes = settings.link / 60_000;
  const text = `To choose a new password, open this link within ${minutes} minutes:

${link}

If you did not ask for it, there is nothing to do.`;
  await mail.send({ to: account.email, subject: 'A new password', text });
}

async function ask(req: Request, res: Response) {
  const { token = '' } = req.query;
  if (typeof token !== 'string') return refuse(res);
  if (!(await readToken(token))) return refuse(res);
  show(res, 200, 'reset', { token });
}

async function reset(req: Request, res: Response) {
  const token = field(req, 'token');
  const password = field(req, 'password');
  const account = await readToken(token);
  if (!account) return refuse(res);
  const problem = objectionToPassword(password, account.email);
  if (problem) return show(res, 400, 'reset', { problem, token });
  const hash = await passwords.hash(password);
  // Of two at once only one comes before the link is used up.
  const isFirst = await store.changePassword(account, hash);
  if (!isFirst) return refuse(res);
  await store.endSessions(account.id);
  note('password changed by a link', req, account.id);
  const notice = 'Your password is changed: sign in with it.';
  show(res, 200, 'login', { notice, email: account.email });
}

function refuse(res: Response): void {
  show(res, 400, 'message', {
    title: 'That link is not good any more',
    message: 'Ask for another: each is good once, and not for long.',
  });
}
