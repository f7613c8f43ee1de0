import { dirname } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { createClient, type Client, type InValue } from '@libsql/client';
import { keepApart, keepOwn } from './folder.js';
import { migrations } from './migrations.js';
import { settings } from './settings.js';

export type Row = Record<string, unknown>;

// Whoever finds it locked by another process waits so long, in milliseconds.
const PATIENCE = 5000;
const MADE = 'SELECT COUNT(*) AS count FROM account_migration';
const TABLE = `CREATE TABLE IF NOT EXISTS account_migration (
  number INTEGER PRIMARY KEY
)`;

let client: Client | undefined;
let ready: Promise<void> | undefined;

/** Runs a statement of SQL, once the tables are there, and gives its rows. */
export async function query(sql: string, args: InValue[] = []): Promise<Row[]> {
  ready ??= migrate();
  await ready.catch((error: unknown) => {
    ready = undefined;
    throw error;
  });
  const { rows } = await open().execute({ sql, args });
  return rows;
}

/** Makes the changes of the tables that are not made yet. */
export async function migrate(): Promise<void> {
  let number = await countMade();
  while (number < migrations.length) {
    await make(number);
    number = await countMade();
  }
}

async function make(number: number): Promise<void> {
  const { up = [] } = migrations[number] ?? {};
  const sql = 'INSERT INTO account_migration VALUES (?)';
  try {
    await open().batch([...up, { sql, args: [number + 1] }], 'write');
  } catch (error) {
    // Another process may have been faster.
    if ((await countMade()) <= number) throw error;
  }
}

/** Takes the last change of the tables back; says whether there was one. */
export async function takeBack(): Promise<boolean> {
  const number = await countMade();
  const last = migrations[number - 1];
  if (!last) return false;
  const sql = 'DELETE FROM account_migration WHERE number = ?';
  await open().batch([...last.down, { sql, args: [number] }], 'write');
  return true;
}

/** What taking the last change back would lose; nothing if it loses nothing. */
export async function whatIsLost(): Promise<string> {
  const number = await countMade();
  return migrations[number - 1]?.loses ?? '';
}

/** Closes the database; the next statement opens it again. */
export function close(): void {
  client?.close();
  client = undefined;
  ready = undefined;
}

async function countMade(): Promise<number> {
  await shareFile();
  await open().execute(TABLE);
  const { rows } = await open().execute(MADE);
  const [{ count } = { count: 0 }]: Row[] = rows;
  return Number(count);
}

/** Readers do not wait for who writes, nor the other way round. */
async function shareFile(): Promise<void> {
  if (!fileOf(settings.database)) return;
  const end = Date.now() + PATIENCE;
  // SQLite waits for no lock here, however patient the client is.
  while (!(await isShared(end))) await wait(50);
}

async function isShared(end: number): Promise<boolean> {
  try {
    await open().execute('PRAGMA journal_mode = WAL');
    return true;
  } catch (error) {
    const { code } = error as { code?: unknown };
    if (code === 'SQLITE_BUSY' && Date.now() < end) return false;
    throw error;
  }
}

function open(): Client {
  if (client) return client;
  const { database } = settings;
  const file = fileOf(database);
  if (file) {
    keepApart(dirname(file));
    keepOwn(file);
  }
  client = createClient({ url: database, timeout: PATIENCE });
  return client;
}

function fileOf(url: string): string {
  if (url.startsWith('file://')) return fileURLToPath(url);
  return url.startsWith('file:') ? url.slice(5) : '';
}
