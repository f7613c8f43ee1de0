import { spawn, type ChildProcess } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ATTACKS, type Target } from '../attacks/attacks.ts';
import { demoHost, type TestHost } from '../support/host.ts';

// The same attacks are tried on apps of PHP: node build/attacks.js FOLDER.
let host: TestHost;
let server: ChildProcess;
let target: Target;

beforeAll(async () => {
  host = demoHost();
  host.install();
  const attached = host.ligament('attach', 'passport', '--no-prove', '--workspace', 'api', '--yes');
  expect(attached.status, attached.stderr).toBe(0);
  const cwd = path.join(host.root, 'api');
  // Below the range from which the system takes ports for others (from 32768 on Linux).
  const port = 24_000 + (process.pid % 8000);
  server = spawn(process.execPath, ['server.js'], {
    cwd,
    env: { ...host.environment, PORT: String(port) },
    stdio: 'ignore',
  });
  const url = `http://127.0.0.1:${port}`;
  for (let waited = 0; waited < 20_000; waited += 50) {
    if (await fetch(`${url}/accounts.css`).catch(() => undefined)) break;
    await sleep(50);
  }
  const outbox = path.join(cwd, '.accounts-data/outbox');
  const mails = (): string[] =>
    fs.existsSync(outbox)
      ? fs
          .readdirSync(outbox)
          .sort()
          .map((name) => fs.readFileSync(path.join(outbox, name), 'utf8'))
      : [];
  target = { url, current: 'current', mails, isParallel: true };
});
afterAll(() => {
  server.kill('SIGKILL');
  host.remove();
});

describe('an attack on accounts', () => {
  it.each(ATTACKS.map(({ what, run }) => ({ what, run })))('does not work: $what', async ({ run }) => {
    expect(await run(target)).toBeUndefined();
  });
});
