import { randomUUID } from 'node:crypto';
import { query, type Row } from './database.js';

// All that is kept goes through these functions: to keep accounts elsewhere,
// write them anew.

export interface Account {
  id: string;
  email: string;
  name: string;
  /** As passwords.hash has made it. */
  password: string;
}

export type NewAccount = Omit<Account, 'id'>;
type Found = Promise<Account | undefined>;

export async function findByEmail(email: string): Found {
  const sql = 'SELECT * FROM account WHERE email = ?';
  return toAccount(await query(sql, [email]));
}

export async function findById(id: string): Found {
  return toAccount(await query('SELECT * FROM account WHERE id = ?', [id]));
}

/** Gives nothing where there is an account with that address already. */
export async function add(account: NewAccount): Found {
  const { email, name, password } = account;
  const sql = `INSERT INTO account (id, email, name, password, created_at)
    VALUES (?, ?, ?, ?, ?) ON CONFLICT (email) DO NOTHING RETURNING *`;
  const values = [randomUUID(), email, name, password, Date.now()];
  return toAccount(await query(sql, values));
}

export async function changeName(id: string, name: string): Promise<void> {
  await query('UPDATE account SET name = ? WHERE id = ?', [name, id]);
}

/** Says whether the account still had the password that it is known with. */
export async function changePassword(account: Account, hash: string) {
  const { id, password } = account;
  const sql = `UPDATE account SET password = ?
    WHERE id = ? AND password = ? RETURNING id`;
  const changed = await query(sql, [hash, id, password]);
  return changed.length > 0;
}

/** With it go all of its sessions. */
export async function remove(id: string): Promise<void> {
  await endSessions(id);
  await query('DELETE FROM account WHERE id = ?', [id]);
}

export interface KeptSession {
  id: string;
  /** Whose it is; nobody's before somebody has signed in. */
  account: string | null;
  content: string;
  /** In milliseconds since 1970. */
  endsAt: number;
}

export async function readSession(id: string): Promise<string | undefined> {
  const sql = `SELECT content FROM account_session
    WHERE id = ? AND ends_at > ?`;
  const [row] = await query(sql, [id, Date.now()]);
  if (!row) return undefined;
  const { content } = row;
  return String(content);
}

export async function writeSession(session: KeptSession): Promise<void> {
  const { id, account, content, endsAt } = session;
  const sql = `INSERT INTO account_session (id, account, content, ends_at)
    VALUES (?, ?, ?, ?) ON CONFLICT (id) DO UPDATE SET
    account = excluded.account, content = excluded.content,
    ends_at = excluded.ends_at`;
  await query(sql, [id, account, content, endsAt]);
}

export async function prolong(id: string, endsAt: number): Promise<void> {
  const sql = 'UPDATE account_session SET ends_at = ? WHERE id = ?';
  await query(sql, [endsAt, id]);
}

export async function endSession(id: string): Promise<void> {
  await query('DELETE FROM account_session WHERE id = ?', [id]);
}

/** Ends all sessions of an account, but for one where that is named. */
export async function endSessions(account: string, except = '') {
  const sql = 'DELETE FROM account_session WHERE account = ? AND id <> ?';
  await query(sql, [account, except]);
}

export async function removeEnded(): Promise<void> {
  const now = Date.now();
  await query('DELETE FROM account_session WHERE ends_at <= ?', [now]);
  await query('DELETE FROM account_try WHERE ends_at <= ?', [now]);
}

export interface Counted {
  count: number;
  /** When it begins anew, in milliseconds since 1970. */
  until: number;
}

/** Counts one more; the first after the end of the last ones counts anew. */
export async function countTry(id: string, endsAt: number): Promise<Counted> {
  const now = Date.now();
  const sql = `INSERT INTO account_try (id, count, ends_at) VALUES (?, 1, ?)
    ON CONFLICT (id) DO UPDATE SET
    count = CASE WHEN account_try.ends_at <= ? THEN 1
      ELSE account_try.count + 1 END,
    ends_at = CASE WHEN account_try.ends_at <= ? THEN excluded.ends_at
      ELSE account_try.ends_at END
    RETURNING count, ends_at`;
  const [row] = await query(sql, [id, endsAt, now, now]);
  return { count: Number(row?.count), until: Number(row?.ends_at) };
}

export async function forgiveTry(id: string): Promise<void> {
  const sql = 'UPDATE account_try SET count = count - 1 WHERE id = ?';
  await query(`${sql} AND count > 0`, [id]);
}

export async function forgetTries(id: string): Promise<void> {
  await query('DELETE FROM account_try WHERE id = ?', [id]);
}

function toAccount([row]: Row[]): Account | undefined {
  if (!row) return undefined;
  const { id, email, name, password } = row;
  return {
    id: String(id),
    email: String(email),
    name: String(name),
    password: String(password),
  };
}
