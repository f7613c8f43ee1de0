import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { ATTACKS, tryAll, type Target } from './attacks.ts';

// Tries every attack on the accounts of apps of PHP: node build/attacks.js FOLDER …, each an installed app that they are attached to. It works
// in a copy, with a database of its own and several processes.

interface App {
  environment: Record<string, string>;
  migrate: string[];
  public: string;
  current: string;
  mails: (folder: string) => string[];
}

const filesIn = (folder: string): string[] =>
  fs.existsSync(folder)
    ? fs
        .readdirSync(folder)
        .sort()
        .map((name) => fs.readFileSync(path.join(folder, name), 'utf8'))
    : [];

const SYMFONY: App = {
  environment: {
    APP_ENV: 'dev',
    APP_DEBUG: '1',
    DATABASE_URL: 'sqlite:///%kernel.project_dir%/var/attacked.db',
    MAILER_DSN: 'null://null',
  },
  migrate: ['bin/console', 'doctrine:migrations:migrate', '--no-interaction'],
  public: 'public',
  current: 'current',
  mails: (folder) => filesIn(path.join(folder, 'var/accounts/outbox')),
};

// Sessions that are kept in the database would hold a lock on the file that the copy has instead.
const SESSIONS =
  "framework: { session: { handler_id: session.handler.native_file, save_path: '%kernel.project_dir%/var/sessions' } }\n";

const LARAVEL = (folder: string): App => ({
  environment: {
    APP_ENV: 'local',
    APP_KEY: `base64:${Buffer.from('for attacks on a copy:32 letters').toString('base64')}`,
    DB_CONNECTION: 'sqlite',
    DB_DATABASE: path.join(folder, 'storage/attacked.sqlite'),
    SESSION_DRIVER: 'file',
    CACHE_STORE: 'file',
    CACHE_DRIVER: 'file',
    MAIL_MAILER: 'log',
    LOG_CHANNEL: 'single',
  },
  migrate: ['artisan', 'migrate', '--force', '--no-interaction'],
  public: 'public',
  current: 'current_password',
  mails: () => {
    const log = path.join(folder, 'storage/logs/laravel.log');
    return fs.existsSync(log)
      ? fs
          .readFileSync(log, 'utf8')
          .split(/^Subject: /m)
          .slice(1)
      : [];
  },
});

async function started(folder: string, app: App): Promise<{ child: ChildProcess; url: string }> {
  const port = 15_000 + (process.pid % 9000);
  const child = spawn('php', ['-d', 'variables_order=EGPCS', '-S', `127.0.0.1:${port}`, '-t', app.public], {
    cwd: folder,
    env: { ...process.env, ...app.environment, PHP_CLI_SERVER_WORKERS: '6' },
    stdio: 'ignore',
    detached: true,
  });
  const url = `http://127.0.0.1:${port}`;
  for (let waited = 0; waited < 20_000; waited += 100) {
    if (await fetch(`${url}/login`).catch(() => undefined)) return { child, url };
    await sleep(100);
  }
  throw new Error('the server does not answer');
}

async function attack(original: string): Promise<boolean> {
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'attacked-'));
  fs.cpSync(original, folder, { recursive: true, verbatimSymlinks: true });
  fs.rmSync(path.join(folder, 'var'), { recursive: true, force: true });
  const app = fs.existsSync(path.join(folder, 'artisan')) ? LARAVEL(folder) : SYMFONY;
  if (app === SYMFONY) fs.writeFileSync(path.join(folder, 'config/packages/zz_attacked.yaml'), SESSIONS);
  const migrated = spawnSync('php', app.migrate, {
    cwd: folder,
    env: { ...process.env, ...app.environment },
    encoding: 'utf8',
  });
  if (migrated.status !== 0) throw new Error(migrated.stdout + migrated.stderr);
  const { child, url } = await started(folder, app);
  try {
    const target: Target = { url, current: app.current, mails: () => app.mails(folder), isParallel: true };
    const worked = await tryAll(target);
    for (const { id, what } of ATTACKS)
      console.log(`${worked.has(id) ? 'WORKED' : 'held'}  ${id}: ${worked.get(id) ?? what}`);
    console.log(`${original}: ${ATTACKS.length - worked.size} of ${ATTACKS.length} attacks held`);
    return worked.size === 0;
  } finally {
    if (child.pid !== undefined) process.kill(-child.pid, 'SIGKILL');
    fs.rmSync(folder, { recursive: true, force: true });
  }
}

let isHeld = true;
for (const folder of process.argv.slice(2)) isHeld = (await attack(path.resolve(folder))) && isHeld;
process.exitCode = isHeld ? 0 : 1;
