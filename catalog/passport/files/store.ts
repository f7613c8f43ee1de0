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

export async function changePassword(id: string, hash: string): Promise<void> {
  await query('UPDATE account SET password = ? WHERE id = ?', [hash, id]);
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

export async function removeEndedSessions(): Promise<void> {
  const sql = 'DELETE FROM account_session WHERE ends_at <= ?';
  await query(sql, [Date.now()]);
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
