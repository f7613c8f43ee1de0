import pg from 'pg';
import { migrations } from './migrations.js';
import { settings } from './settings.js';

export type Row = Record<string, unknown>;

const MADE = 'SELECT COUNT(*) AS count FROM account_migration';
const TABLE = `CREATE TABLE IF NOT EXISTS account_migration (
  number INTEGER PRIMARY KEY
)`;

let pool: pg.Pool | undefined;
let ready: Promise<void> | undefined;

/** Runs a statement of SQL, once the tables are there, and gives its rows. */
export async function query(sql: string, args: unknown[] = []): Promise<Row[]> {
  ready ??= migrate();
  await ready.catch((error: unknown) => {
    ready = undefined;
    throw error;
  });
  return run(sql, args);
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
  const note = `INSERT INTO account_migration VALUES (${number + 1})`;
  try {
    await together([...up, note]);
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
  const sql = `DELETE FROM account_migration WHERE number = ${number}`;
  await together([...last.down, sql]);
  return true;
}

/** What taking the last change back would lose; nothing if it loses nothing. */
export async function whatIsLost(): Promise<string> {
  const number = await countMade();
  return migrations[number - 1]?.loses ?? '';
}

/** Closes the connections; the next statement opens new ones. */
export async function close(): Promise<void> {
  const closing = pool;
  pool = undefined;
  ready = undefined;
  await closing?.end();
}

async function countMade(): Promise<number> {
  await run(TABLE).catch(() => undefined);
  const [{ count } = { count: 0 }]: Row[] = await run(MADE);
  return Number(count);
}

/** Numbers the places of the values as PostgreSQL wants them. */
async function run(sql: string, args: unknown[] = []): Promise<Row[]> {
  let number = 0;
  const numbered = sql.replace(/\?/g, () => {
    number += 1;
    return `$${number}`;
  });
  const { rows } = await open().query<Row>(numbered, args);
  return rows;
}

/** All of some statements, or none. */
async function together(statements: string[]): Promise<void> {
  const client = await open().connect();
  try {
    await client.query(['BEGIN', ...statements, 'COMMIT'].join(';\n'));
  } catch (error) {
    await client.query('ROLLBACK');
    throw error;
  } finally {
    client.release();
  }
}

function open(): pg.Pool {
  const { database } = settings;
  // Without an address the environment tells it: PGHOST, PGDATABASE and so on.
  if (pool) return pool;
  pool = new pg.Pool(database ? { connectionString: database } : {});
  // A connection that breaks while nobody uses it is not the end of all.
  pool.on('error', (error) => console.error(error));
  return pool;
}
