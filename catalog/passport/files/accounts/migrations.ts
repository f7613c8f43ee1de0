/** A change of the tables, and how it is taken back. */
export interface Migration {
  up: string[];
  down: string[];
  /** What people have that would be gone. */
  loses?: string;
}

/** In the order in which they are made. Add new ones at the end. */
export const migrations: Migration[] = [
  {
    up: [
      `CREATE TABLE account (
        id TEXT PRIMARY KEY,
        email TEXT NOT NULL UNIQUE,
        name TEXT NOT NULL,
        password TEXT NOT NULL,
        created_at BIGINT NOT NULL
      )`,
      `CREATE TABLE account_session (
        id TEXT PRIMARY KEY,
        account TEXT REFERENCES account (id) ON DELETE CASCADE,
        content TEXT NOT NULL,
        ends_at BIGINT NOT NULL
      )`,
      'CREATE INDEX account_session_account ON account_session (account)',
    ],
    down: ['DROP TABLE account_session', 'DROP TABLE account'],
    loses: 'all accounts',
  },
  {
    up: [
      `CREATE TABLE account_try (
        id TEXT PRIMARY KEY,
        count INTEGER NOT NULL,
        ends_at BIGINT NOT NULL
      )`,
    ],
    down: ['DROP TABLE account_try'],
  },
];
