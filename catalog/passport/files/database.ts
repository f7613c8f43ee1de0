import { dirname } from 'node:path';
import { createClient, type Client, type InValue } from '@libsql/client';
import { keepApart } from './folder.js';
import { migrations } from './migrations.js';
import { settings } from './settings.js';

export type Row = Record<string, unknown>;

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
  for (const { up } of migrations.slice(number)) {
    number += 1;
    const sql = 'INSERT INTO account_migration VALUES (?)';
    await open().batch([...up, { sql, args: [number] }], 'write');
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

/** Closes the database; the next statement opens it again. */
export function close(): void {
  client?.close();
  client = undefined;
  ready = undefined;
}

async function countMade(): Promise<number> {
  await open().execute(TABLE);
  const { rows } = await open().execute(MADE);
  const [{ count } = { count: 0 }]: Row[] = rows;
  return Number(count);
}

function open(): Client {
  if (client) return client;
  const { database } = settings;
  if (database.startsWith('file:')) keepApart(dirname(database.slice(5)));
  client = createClient({ url: database });
  return client;
}
