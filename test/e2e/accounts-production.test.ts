import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import fs from 'node:fs';
import http from 'node:http';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { demoHost, TestHost, type Run } from '../support/host.ts';
import { COMMON } from '../attacks/attacks.ts';
import { Browser } from '../support/browser.ts';

// The kit as it is in production: several processes, proxies, guessers, a database that goes and comes.
const PASSWORD = 'three sacks of compost';
const AT = ['--workspace', 'api', '--yes'];
// Below the range from which the system takes ports for others (from 32768 on Linux), so that nobody has it already.
let port = 14_000 + (process.pid % 9000);

let host: TestHost;
const servers: ChildProcess[] = [];
beforeAll(() => {
  host = demoHost();
  host.install();
  const attached = host.ligament('attach', 'passport', '--no-prove', ...AT);
  expect(attached.status, attached.stderr).toBe(0);
});
beforeEach(() => {
  fs.rmSync(path.join(host.root, 'api/.accounts-data'), { recursive: true, force: true });
});
afterEach(async () => {
  for (const child of servers.splice(0)) {
    child.kill('SIGKILL');
    await new Promise((resolve) =>
      child.exitCode === null && child.signalCode === null ? child.once('close', resolve) : resolve(undefined),
    );
  }
});
afterAll(() => host.remove());

interface Started {
  url: string;
  child: ChildProcess;
  said: () => string;
}

/** Starts the api as a process of its own. */
async function start(
  environment: Record<string, string> = {},
  script = 'server.js',
  cwd = path.join(host.root, 'api'),
): Promise<Started> {
  port += 1;
  const child = spawn(process.execPath, [script], {
    cwd,
    env: { ...host.environment, PORT: String(port), ...environment },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  servers.push(child);
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk: Buffer) => (said += chunk.toString()));
  const url = `http://127.0.0.1:${port}`;
  for (let waited = 0; waited < 20_000; waited += 50) {
    if (child.exitCode !== null) throw new Error(said);
    const answer = await fetch(`${url}/accounts.css`).catch(() => undefined);
    if (answer) return { url, child, said: () => said };
    await sleep(50);
  }
  throw new Error(said);
}

/** Works with a line added behind the making of the app. */
async function withLine(line: string, work: () => Promise<void>): Promise<void> {
  const app = path.join(host.root, 'api/app.js');
  const text = fs.readFileSync(app, 'utf8');
  fs.writeFileSync(app, text.replace(/(const app = express\(\);?)/, `$1\n${line}`));
  try {
    await work();
  } finally {
    fs.writeFileSync(app, text);
  }
}

const register = (url: string, email: string): Promise<number> =>
  new Browser(url).send('/register', { email, password: PASSWORD }).then(({ status }) => status);

// Has the lock of a new database for a while, as a process that sets it up on a slow disk.
const HOLD = `
import { createClient } from '@libsql/client';
const making = await createClient({ url: 'file:' + process.argv[1] }).transaction('write');
await making.execute('CREATE TABLE bed (number INTEGER)');
console.log('held');
setTimeout(() => making.rollback(), 1500);
`;

describe('several processes on one database', () => {
  it('begin at once, share sessions, and no sign-in is lost while all of them write', async () => {
    const three = await Promise.all([start(), start(), start()]);
    const urls = three.map(({ url }) => url);
    const made = await Promise.all(
      Array.from({ length: 6 }, (_, index) => register(urls[index % 3] ?? '', `fern${index}@example.org`)),
    );
    expect(made, three.map(({ said }) => said()).join('')).toEqual(Array(6).fill(302));
    // Each form comes from one process and is sent to another; eight at once, as more would have to wait for their hashes.
    for (let round = 0; round < 3; round += 1) {
      const answers = await Promise.all(
        Array.from({ length: 8 }, async (_, index) => {
          const browser = new Browser(urls[index % 3] ?? '');
          const { token } = await browser.form('/login');
          browser.url = urls[(index + 1) % 3] ?? '';
          return browser.post('/login', {
            email: `moss${round}${index}@example.org`,
            password: PASSWORD,
            _csrf: token,
          });
        }),
      );
      expect(answers.map(({ status }) => status)).toEqual(Array(8).fill(401));
    }
    expect(three.map(({ said }) => said()).join('')).not.toMatch(/SQLITE_BUSY|Error/);
  });

  it('begin while another one makes the database', async () => {
    const { url, said } = await start();
    const folder = path.join(host.root, 'api/.accounts-data');
    fs.mkdirSync(folder, { mode: 0o700 });
    const holding = spawn(process.execPath, ['--input-type=module', '-e', HOLD, path.join(folder, 'accounts.db')], {
      cwd: path.join(host.root, 'api'),
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    servers.push(holding);
    await new Promise((resolve) => holding.stdout.once('data', resolve));
    expect(await register(url, 'fern@example.org'), said()).toBe(302);
    expect(said()).not.toMatch(/SQLITE_BUSY/);
  });

  it('count tries together, and a restart forgets none', async () => {
    const [one, other] = await Promise.all([start(), start()]);
    expect(await register(one.url, 'fern@example.org')).toBe(302);
    const statuses: number[] = [];
    for (let index = 0; index < 10; index += 1)
      statuses.push(await guess(index % 2 === 0 ? one.url : other.url, 'fern@example.org', `guess number ${index}`));
    expect(statuses).toEqual(Array(10).fill(401));
    expect(await guess(one.url, 'fern@example.org', PASSWORD)).toBe(429);
    one.child.kill('SIGKILL');
    const again = await start();
    expect(await guess(again.url, 'fern@example.org', PASSWORD)).toBe(429);
  });
});

async function guess(url: string, email: string, password: string): Promise<number> {
  return (await new Browser(url).send('/login', { email, password })).status;
}

describe('guessers', () => {
  it('gain nothing by the query, by blanks, or by addresses that are not theirs', async () => {
    const { url } = await start();
    const browser = new Browser(url);
    expect((await browser.send('/register', { email: 'fern@example.org', password: PASSWORD })).status).toBe(302);
    const query = `?email=fern@example.org&password=${encodeURIComponent(PASSWORD)}`;
    expect((await new Browser(url).send('/login', {}, { behind: query })).status).toBe(401);
    expect(await guess(url, `fern@example.org${' '.repeat(300)}`, PASSWORD)).toBe(401);
    // A stolen session: whatever address the form has, the tries are those of the account.
    const statuses: number[] = [];
    for (let index = 0; index < 11; index += 1) {
      const form = {
        email: `x${index}@example.org`,
        current: `guess number ${index}`,
        password: 'another sack of compost',
      };
      statuses.push((await browser.send('/profile/password', form, { page: '/profile' })).status);
    }
    expect(statuses.slice(0, 10)).toEqual(Array(10).fill(403));
    expect(statuses[10]).toBe(429);
  });

  it('behind a proxy are told apart by what the proxy says, and not by what they say themselves', async () => {
    await withLine("app.set('trust proxy', 1);", async () => {
      const { url } = await start();
      expect(await register(url, 'fern@example.org')).toBe(302);
      const proxy = http.createServer((request, response) => {
        const headers = {
          ...request.headers,
          'x-forwarded-for': `${String(request.headers['x-forwarded-for'] ?? '')}, 192.0.2.7`,
        };
        const onward = http.request(url + (request.url ?? ''), { method: request.method, headers }, (answer) => {
          response.writeHead(answer.statusCode ?? 500, answer.headers);
          answer.pipe(response);
        });
        request.pipe(onward);
      });
      await new Promise<void>((resolve) => proxy.listen(0, '127.0.0.1', resolve));
      const address = proxy.address();
      const through = `http://127.0.0.1:${typeof address === 'object' ? (address?.port ?? 0) : 0}`;
      const statuses: number[] = [];
      for (let index = 0; index < 11; index += 1) {
        const browser = new Browser(through, { 'x-forwarded-for': `198.51.100.${index}` });
        statuses.push(
          (await browser.send('/login', { email: 'fern@example.org', password: `guess number ${index}` })).status,
        );
      }
      proxy.close();
      expect(statuses[10]).toBe(429);
    });
  });

  it('do not make others wait: few hashes at once, then a clear no', async () => {
    const { url } = await start();
    const forms = await Promise.all(
      Array.from({ length: 40 }, async () => {
        const browser = new Browser(url);
        return { browser, token: (await browser.form('/login')).token };
      }),
    );
    const begun = performance.now();
    const all = Promise.all(
      forms.map(({ browser, token }, index) =>
        browser.post('/login', { email: `moss${index}@example.org`, password: PASSWORD, _csrf: token }),
      ),
    );
    await sleep(200);
    const asked = performance.now();
    await fetch(`${url}/accounts.css`);
    const waited = performance.now() - asked;
    const statuses = (await all).map(({ status }) => status);
    const longest = performance.now() - begun;
    process.stdout.write(
      `40 sign-ins at once: another page after ${Math.round(waited)} ms, all after ${Math.round(longest)} ms\n`,
    );
    expect(statuses.filter((status) => status === 503).length).toBeGreaterThan(5);
    expect(statuses.filter((status) => status === 401).length).toBeGreaterThan(15);
    expect(waited).toBeLessThan(longest / 2);
  });

  it('and visitors without a cookie fill no database', async () => {
    const { url } = await start();
    const long = `/profile?${'x'.repeat(14_000)}`;
    let status = 0;
    let visits = 0;
    for (; status !== 429 && visits < 1200; visits += 40)
      status = Math.max(
        ...(await Promise.all(Array.from({ length: 40 }, () => fetch(url + long, { redirect: 'manual' })))).map(
          (answer) => answer.status,
        ),
      );
    expect(status).toBe(429);
    expect(visits).toBeGreaterThan(900);
    const folder = path.join(host.root, 'api/.accounts-data');
    const size = fs.readdirSync(folder).reduce((sum, name) => sum + fs.statSync(path.join(folder, name)).size, 0);
    expect(size).toBeLessThan(8 << 20);
  });
});

describe('addresses and passwords', () => {
  it.each([
    'fern@example.org\u0000',
    'fern@example.org\u0000.x',
    'fe\u001brn@example.org',
    'fern@exa\u0085mple.org',
    'fern@exam\u202eple.org',
  ])('no twin of an address: %j', async (email) => {
    const { url } = await start();
    expect(await register(url, 'fern@example.org')).toBe(302);
    expect(await register(url, email)).toBe(400);
  });

  it('what everybody takes is refused, however it is typed', async () => {
    const { url } = await start();
    for (const password of [...COMMON, 'PASSWORD'])
      expect((await new Browser(url).send('/register', { email: 'fern@example.org', password })).status, password).toBe(
        400,
      );
  });

  it('one link is good once, also at the same moment; so is one current password', async () => {
    const { url } = await start();
    const browser = new Browser(url);
    expect((await browser.send('/register', { email: 'fern@example.org', password: PASSWORD })).status).toBe(302);
    expect((await new Browser(url).send('/forgotten', { email: 'fern@example.org' })).status).toBe(200);
    const token = (await linkIn()).split('token=')[1] ?? '';
    const resets = await Promise.all(
      ['four sacks of compost', 'five sacks of compost'].map((password) =>
        new Browser(url).send('/reset', { token, password }, { page: `/reset?token=${token}` }),
      ),
    );
    expect(resets.map(({ status }) => status).sort()).toEqual([200, 400]);
    const [good = ''] = ['four sacks of compost', 'five sacks of compost'].filter(
      (_, index) => resets[index]?.status === 200,
    );
    const two = [new Browser(url), new Browser(url)];
    for (const one of two)
      expect((await one.send('/login', { email: 'fern@example.org', password: good })).status).toBe(302);
    const changes = await Promise.all(
      two.map((one, index) =>
        one.send(
          '/profile/password',
          { current: good, password: `sack number ${index} of compost` },
          { page: '/profile' },
        ),
      ),
    );
    expect(changes.map(({ status }) => status).sort()).toEqual([200, 403]);
  });
});

async function linkIn(): Promise<string> {
  const outbox = path.join(host.root, 'api/.accounts-data/outbox');
  for (let waited = 0; waited < 5000; waited += 20) {
    const [name] = fs.existsSync(outbox) ? fs.readdirSync(outbox) : [];
    const text = name === undefined ? '' : fs.readFileSync(path.join(outbox, name), 'utf8');
    const link = /\S+\/reset\?token=\S+/.exec(text)?.[0];
    if (link !== undefined) return link;
    await sleep(20);
  }
  throw new Error('no mail came');
}

describe('links in mails', () => {
  it('lead where the settings say, whatever a request says of itself', async () => {
    for (const [environment, origin] of [
      [{ ACCOUNTS_ORIGIN: 'https://plots.example.org/' }, /^https:\/\/plots\.example\.org\/reset\?/],
      [{ ACCOUNTS_ORIGIN: '' }, /^http:\/\/localhost:\d+\/reset\?/],
    ] as const) {
      fs.rmSync(path.join(host.root, 'api/.accounts-data'), { recursive: true, force: true });
      const { url, child } = await start(environment);
      expect(await register(url, 'fern@example.org')).toBe(302);
      const browser = new Browser(url, {
        host: 'evil.example',
        'x-forwarded-proto': 'https://evil.example/steal?x=',
        'x-forwarded-host': 'evil.example',
      });
      expect((await browser.send('/forgotten', { email: 'fern@example.org' })).status).toBe(200);
      expect(await linkIn()).toMatch(origin);
      child.kill('SIGKILL');
    }
  });

  it('in production it does not start without knowing where', () => {
    const run = host.run(process.execPath, ['api/server.js'], {
      NODE_ENV: 'production',
      SESSION_SECRET: 'x',
      PORT: String((port += 1)),
    });
    expect(run.status).not.toBe(0);
    expect(run.stderr).toContain('ACCOUNTS_ORIGIN is not set');
    expect(host.read('api/.env.example')).toContain('ACCOUNTS_ORIGIN=https://www.example.org');
  });
});

describe('what is kept', () => {
  it('is not served although the server serves its whole folder, and is for its owner only', async () => {
    await withLine('app.use(express.static(__dirname));', async () => {
      const { url } = await start();
      expect(await register(url, 'fern@example.org')).toBe(302);
      expect((await fetch(`${url}/app.js`)).status).toBe(200);
      for (const file of ['/.accounts-data/accounts.db', '/.accounts-data/outbox', '/.env'])
        expect((await fetch(url + file)).status).toBe(404);
      const folder = path.join(host.root, 'api/.accounts-data');
      expect(fs.statSync(folder).mode & 0o777).toBe(0o700);
      expect(fs.statSync(path.join(folder, 'accounts.db')).mode & 0o777).toBe(0o600);
    });
  });

  it('beside files of somebody else leaves their ignore file alone', async () => {
    const folder = path.join(path.dirname(host.root), 'elsewhere');
    fs.mkdirSync(folder);
    fs.writeFileSync(path.join(folder, '.gitignore'), 'mine\n');
    const { url } = await start({ ACCOUNTS_DATABASE: `file:${path.join(folder, 'app.db')}` });
    expect(await register(url, 'fern@example.org')).toBe(302);
    expect(fs.readFileSync(path.join(folder, '.gitignore'), 'utf8')).toBe('mine\n');
    expect(fs.statSync(path.join(folder, 'app.db')).mode & 0o777).toBe(0o600);
  });

  it('is taken out only by somebody who says so', async () => {
    const { url, child, said } = await start();
    expect(await register(url, 'fern@example.org')).toBe(302);
    expect(said()).toMatch(/"at":"\d{4}-\d\d-\d\dT[^"]+","accounts":"registered"/);
    child.kill('SIGKILL');
    const manage = (...args: string[]): Run =>
      host.run('npm', ['run', '--silent', 'accounts', '--workspace', 'api', '--', ...args]);
    expect(manage('take-back').stdout).toContain('The last change is taken back.');
    expect(manage('take-back').stdout).not.toContain('taken back');
    const again = await start();
    expect(await guess(again.url, 'fern@example.org', PASSWORD)).toBe(302);
    again.child.kill('SIGKILL');
    expect(manage('take-back').status).toBe(0);
    expect(manage('take-back', '--lose').stdout).toContain('The last change is taken back.');
  });

  it('is not there for a moment: other pages go on, and come back with it', async () => {
    const { url } = await start();
    const browser = new Browser(url);
    expect((await browser.send('/register', { email: 'fern@example.org', password: PASSWORD })).status).toBe(302);
    const file = path.join(host.root, 'api/.accounts-data/accounts.db');
    fs.writeFileSync(file, 'corrupt'.repeat(2000));
    for (const name of ['-wal', '-shm']) fs.rmSync(file + name, { force: true });
    expect((await browser.get('/api/plots')).status).toBe(200);
  });
});

describe('accounts in PostgreSQL', () => {
  const bin = ['/usr/lib/postgresql', '/usr/local/bin']
    .flatMap((folder) =>
      fs.existsSync(folder) ? fs.readdirSync(folder).map((name) => path.join(folder, name, 'bin')) : [],
    )
    .find((folder) => fs.existsSync(path.join(folder, 'initdb')));

  it('a restart of the database ends nothing: who comes after it signs in', async () => {
    if (bin === undefined) throw new Error('PostgreSQL is not installed: apt-get install postgresql');
    const own = new TestHost({
      'package.json': JSON.stringify({
        name: 'plots',
        type: 'module',
        scripts: { start: 'node index.js' },
        dependencies: { express: '^5.3.0', pg: '^8.0.0' },
      }),
    });
    const data = path.join(path.dirname(own.root), 'postgres');
    const dbPort = (port += 1);
    const asOwner = (...args: string[]): Run => {
      const [command = '', ...rest] =
        process.getuid?.() === 0
          ? ['setpriv', '--reuid=postgres', '--regid=postgres', '--clear-groups', ...args]
          : args;
      const run = spawnSync(command, rest, { cwd: data, encoding: 'utf8', timeout: 60_000 });
      expect(run.status, `${args.join(' ')}: ${run.stderr}`).toBe(0);
      return { status: run.status, stdout: run.stdout, stderr: run.stderr };
    };
    fs.mkdirSync(data);
    fs.chmodSync(path.dirname(own.root), 0o755);
    if (process.getuid?.() === 0) spawnSync('chown', ['postgres', data]);
    const control = (...args: string[]): Run =>
      asOwner(
        path.join(bin, 'pg_ctl'),
        '--pgdata',
        path.join(data, 'db'),
        '--wait',
        '--log',
        path.join(data, 'log'),
        ...args,
      );
    try {
      asOwner(
        path.join(bin, 'initdb'),
        '--pgdata',
        path.join(data, 'db'),
        '--auth=trust',
        '--username=plots',
        '--no-sync',
      );
      control('--options', `-p ${dbPort} -k ${data} -h 127.0.0.1`, 'start');
      own.write(
        'index.js',
        `import express from 'express';
import pg from 'pg';

export const pool = new pg.Pool({ connectionString: 'postgres://plots@127.0.0.1:${dbPort}/postgres' });
pool.on('error', () => undefined);
const app = express();
app.get('/', (_req, res) => res.send('plots'));
app.listen(process.env.PORT);
`,
      );
      own.install();
      const attached = own.ligament('attach', 'passport', '--yes', '--json');
      expect(attached.status, attached.stderr).toBe(0);
      expect(JSON.parse(attached.stdout)).toHaveProperty('proofs.0.held', true);
      const secret = /SESSION_SECRET=(\S+)/.exec(own.read('.env'))?.[1] ?? '';
      const { url, child } = await start({ SESSION_SECRET: secret }, 'index.js', own.root);
      expect(await register(url, 'fern@example.org')).toBe(302);
      control('--mode', 'immediate', 'restart');
      await sleep(500);
      expect(child.exitCode).toBeNull();
      expect(await guess(url, 'fern@example.org', PASSWORD)).toBe(302);
    } finally {
      spawnSync(path.join(bin, 'pg_ctl'), ['--version']);
      control('--mode', 'immediate', 'stop');
      own.remove();
    }
  });
});
