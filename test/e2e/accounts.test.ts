import { spawn } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoHost, PROGRAM, type Run, type TestHost } from '../support/host.ts';

const PASSWORD = 'pass-the-compost-4711';
const AT = ['--workspace', 'api', '--yes'];

let host: TestHost;
let before: Map<string, string>;
let attached: Run;

beforeAll(() => {
  host = demoHost();
  host.install();
  host.commitAll();
  before = host.tree();
  attached = host.ligament('attach', 'passport', '--json', ...AT);
});
afterAll(() => host.remove());

function enrol(email: string, environment: Record<string, string> = { LIGAMENT_SECRET_PASSWORD: PASSWORD }): Run {
  const args = ['enrol', 'passport', '--answer', email, '--answer', 'Committee'];
  return host.run(process.execPath, [PROGRAM, ...args], environment);
}

/** Asks the started api for something while it runs. */
async function served<Answer>(ask: (url: string) => Promise<Answer>): Promise<Answer> {
  const port = 11_000 + (process.pid % 3000);
  const child = spawn(process.execPath, ['server.js'], {
    cwd: path.join(host.root, 'api'),
    env: { ...host.environment, PORT: String(port) },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  try {
    await new Promise((resolve) => child.stdout.once('data', resolve));
    return await ask(`http://127.0.0.1:${port}`);
  } finally {
    child.kill();
  }
}

/** What comes back of a form of a page, sent with its token and the cookie that came with it. */
async function sent(url: string, page: string, form: Record<string, string>): Promise<Response> {
  const shown = await fetch(url + page);
  const cookie = shown.headers.getSetCookie()[0]?.split(';')[0] ?? '';
  const token = /name="_csrf" value="([^"]+)"/.exec(await shown.text())?.[1] ?? '';
  const body = new URLSearchParams({ ...form, _csrf: token });
  return fetch(url + page, { method: 'POST', body, headers: { cookie }, redirect: 'manual' });
}

describe('accounts for the api of the demo host', () => {
  it('are attached, and each step is asked of the started server', () => {
    expect(attached.status, attached.stderr).toBe(0);
    const { proofs } = JSON.parse(attached.stdout) as { proofs: { held: boolean; checked: string }[] };
    expect(proofs).toEqual([expect.objectContaining({ held: true })]);
    expect(proofs[0]?.checked).toContain('people register, sign in and out');
    expect(host.read('api/app.js')).toContain(
      "app.use(express.json());\napp.use(accounts);\napp.use('/api/plots', plots);",
    );
  });

  it('have a secret that is nowhere but in the environment file, and nothing secret would be committed', () => {
    const secret = /^SESSION_SECRET=(\S+)$/m.exec(host.read('api/.env'))?.[1] ?? '';
    expect(secret.length).toBeGreaterThan(40);
    const top = path.dirname(host.root);
    const holding = fs
      .readdirSync(top, { recursive: true, encoding: 'utf8' })
      .filter((file) => !file.includes('node_modules') && fs.statSync(path.join(top, file)).isFile())
      .filter((file) => fs.readFileSync(path.join(top, file)).includes(secret));
    expect(holding).toEqual([path.join('host', 'api', '.env')]);
    expect(attached.stdout + attached.stderr).not.toContain(secret);
    const staged = host.git('add', '--all', '--dry-run');
    expect(staged).not.toMatch(/accounts-data|\.env'/);
    expect(staged).toContain('.env.example');
  });

  it('are attached once: again changes nothing', () => {
    const now = host.tree();
    expect(host.ligament('attach', 'passport', ...AT).status).toBe(0);
    expect(host.tree()).toEqual(now);
  });

  it('the first is made by a command that tells the password to nobody', async () => {
    const made = enrol('Committee@example.org');
    expect(made.status, made.stderr).toBe(0);
    expect(made.stdout).toContain('committee@example.org has an account');
    const twice = enrol('committee@example.org');
    expect(twice.status).toBe(4);
    expect(twice.stderr).toContain('committee@example.org has an account already');
    const weak = enrol('fern@example.org', { LIGAMENT_SECRET_PASSWORD: 'short' });
    expect(weak.status).toBe(4);
    expect(weak.stderr).toContain('between 8 and 128 characters');
    expect(made.stdout + made.stderr + twice.stderr + weak.stderr).not.toContain(PASSWORD);
    expect(fs.readFileSync(path.join(host.root, 'api/.accounts-data/accounts.db')).includes(PASSWORD)).toBe(false);
    expect(host.git('status', '--short', '--untracked-files=all')).not.toContain('accounts-data');
    const right = { email: 'committee@example.org', password: PASSWORD };
    const [yes, no] = await served((url) =>
      Promise.all([sent(url, '/login', right), sent(url, '/login', { ...right, password: 'something else' })]),
    );
    expect([yes.status, no.status]).toEqual([302, 401]);
  });

  it('is told how where there is nobody to ask, and refused where there are no users', () => {
    const nobody = host.ligament('enrol', 'passport', '--answer', 'a@example.org');
    expect(nobody.status).toBe(2);
    expect(nobody.stderr).toContain('--answer');
    const other = host.ligament('enrol', 'tailwindcss');
    expect(other.status).toBe(2);
    expect(other.stderr).toContain('tailwindcss is not attached here');
    expect(enrol('a@example.org\nmore').status).toBe(2);
  });

  it('in production cookies are sent over https alone, and the secret must be there', async () => {
    Object.assign(host.environment, { NODE_ENV: 'production', ACCOUNTS_ORIGIN: 'https://plots.example.org' });
    const [plain, behindProxy] = await served(async (url) => [
      await fetch(`${url}/login`),
      await fetch(`${url}/login`, { headers: { 'x-forwarded-proto': 'https' } }),
    ]);
    expect(plain.headers.getSetCookie()).toEqual([]);
    expect(behindProxy.headers.getSetCookie()[0]).toMatch(
      /^__Host-session=.*; Path=\/; HttpOnly; Secure; SameSite=Lax$/,
    );
    const without = host.run(process.execPath, [
      '-e',
      "process.chdir('/'); require('./api/accounts')".replace('./', `${host.root}/`),
    ]);
    expect(without.status).not.toBe(0);
    expect(without.stderr).toContain('SESSION_SECRET is not set');
    delete host.environment.NODE_ENV;
    delete host.environment.ACCOUNTS_ORIGIN;
  });

  it('its tables can be taken back and made again', () => {
    const run = (...args: string[]): Run => host.run('npm', ['run', 'accounts', '--workspace', 'api', '--', ...args]);
    expect(run('take-back').stdout).toContain('The last change is taken back.');
    expect(run('take-back', '--lose').stdout).toContain('The last change is taken back.');
    expect(run('take-back').stdout).toContain('There is none.');
    expect(run('migrate').status).toBe(0);
    expect(enrol('committee@example.org').status).toBe(0);
  });

  it('leave without a trace; what people have is named and stays unless that is asked for', () => {
    const preview = host.ligament('detach', 'passport', '--preview', ...AT);
    expect(preview.stdout).toContain('api/.accounts-data stays');
    const left = host.ligament('detach', 'passport', ...AT);
    expect(left.status, left.stderr).toBe(0);
    const kept = [...host.tree()].filter(([file]) => !file.startsWith('api/.accounts-data/'));
    expect(new Map(kept)).toEqual(before);
    expect(host.git('status', '--short', '--untracked-files=all')).toBe('');
    expect(host.ligament('attach', 'passport', '--no-prove', ...AT).status).toBe(0);
    expect(enrol('committee@example.org').stderr).toContain('has an account already');
    const all = host.ligament('detach', 'passport', '--with-data', ...AT);
    expect(all.stdout).toContain('cannot be taken back');
    expect(all.status, all.stderr).toBe(0);
    expect(host.tree()).toEqual(before);
  });
});
