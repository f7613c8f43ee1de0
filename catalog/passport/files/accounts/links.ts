import { createHmac, timingSafeEqual } from 'node:crypto';
import { settings } from './settings.js';
import { findById, type Account } from './store.js';

/**
 * What a link for a forgotten password has in it: whose it is and until when,
 * signed. It is good once: the password is signed too, and then another one.
 */
export function makeToken(account: Account): string {
  const ends = Date.now() + settings.link;
  return `${account.id}.${ends}.${sign(account, ends)}`;
}

/** Whose link it is, as long as it is good. */
export async function readToken(token: string): Promise<Account | undefined> {
  const [id = '', ends = '', signature = ''] = token.split('.');
  if (!(Number(ends) > Date.now())) return undefined;
  const account = await findById(id);
  if (!account) return undefined;
  const expected = Buffer.from(sign(account, Number(ends)));
  const given = Buffer.from(signature);
  if (expected.length !== given.length) return undefined;
  return timingSafeEqual(expected, given) ? account : undefined;
}

function sign({ id, password }: Account, ends: number): string {
  const signed = ['forgotten password', id, ends, password].join('\n');
  const hmac = createHmac('sha256', settings.secret).update(signed);
  return hmac.digest('base64url');
}
