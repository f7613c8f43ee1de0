import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { PROGRAM, TestHost } from '../support/host.ts';

const kit = (name: string): string => `format: 1
integration: ${name}
title: The ${name}
kind: data
about: Only for tests.
ways:
  plain:
    title: by its program
    ties: []
    files: [{ file: src/${name}.txt, text: "${name}\\n" }]
proofs:
  - run: { run: [wait-for-it], says: waited, checks: it has waited }
`;

// Goes on until somebody lets it, outside of the copy that it is run in.
const WAITS = `#!/usr/bin/env node
const fs = require('node:fs');
fs.writeFileSync(process.env.HOME + '/started', '');
const timer = setInterval(() => {
  if (fs.existsSync(process.env.HOME + '/hold')) return;
  clearInterval(timer);
  console.log('waited');
}, 20);
`;

let host: TestHost;
let home: string;
let before: Map<string, string>;
beforeEach(() => {
  host = new TestHost({
    'package.json': '{\n  "name": "plots",\n  "version": "1.0.0"\n}\n',
    'node_modules/.bin/wait-for-it': WAITS,
  });
  fs.chmodSync(path.join(host.root, 'node_modules/.bin/wait-for-it'), 0o755);
  home = path.join(path.dirname(host.root), 'home');
  for (const name of ['rake', 'hoe']) {
    fs.mkdirSync(path.join(home, name), { recursive: true });
    fs.writeFileSync(path.join(home, name, 'integration.yaml'), kit(name));
  }
  fs.writeFileSync(path.join(home, 'hold'), '');
  host.environment.HOME = home;
  before = host.tree();
});
afterEach(() => {
  fs.rmSync(path.join(home, 'hold'), { force: true });
  host.remove();
});

const attach = (name: string): string[] => ['attach', path.join(home, name), '--yes', '--allow-commands'];
const LOCK = '.ligament/lock';

/** Starts an attach and waits until it is in its proof: all is written, nothing is settled. */
function attachUntilProving(name = 'rake', lead: string[] = []): ReturnType<typeof startedUntil> {
  fs.rmSync(path.join(home, 'started'), { force: true });
  const [command = '', ...args] = [...lead, process.execPath, PROGRAM, ...attach(name)];
  return startedUntil(command, args, () => fs.existsSync(path.join(home, 'started')));
}

/** Starts an attach that finds the project locked, and goes on when it has said so: how long that takes depends on what else the machine does. */
function attachUntilWaiting(name: string): ReturnType<typeof startedUntil> {
  return startedUntil(process.execPath, [PROGRAM, ...attach(name)], (said) => said.includes('Waiting for process'));
}

async function startedUntil(
  command: string,
  args: string[],
  isThere: (said: string) => boolean,
): Promise<{ child: ChildProcess; ended: Promise<number | null>; said: () => string }> {
  const child = spawn(command, args, { cwd: host.root, env: host.environment, stdio: ['ignore', 'ignore', 'pipe'] });
  let said = '';
  child.stderr.on('data', (chunk: Buffer) => (said += chunk.toString()));
  const ended = new Promise<number | null>((resolve) => child.on('close', resolve));
  while (!isThere(said)) {
    if (child.exitCode !== null) throw new Error(said);
    await sleep(20);
  }
  return { child, ended, said: () => said };
}

async function kill9({ child, ended }: Awaited<ReturnType<typeof attachUntilProving>>): Promise<void> {
  child.kill('SIGKILL');
  await ended;
}

function letGo(): void {
  fs.rmSync(path.join(home, 'hold'), { force: true });
}

const running = (): string => spawnSync('pgrep', ['-f', 'wait-for-it'], { encoding: 'utf8' }).stdout.trim();

describe('a lock that is held', () => {
  it('tells who has it; whoever looks is told, and whoever changes waits', async () => {
    const first = await attachUntilProving();
    const pid = first.child.pid ?? 0;
    const survey = await host.ligamentAsync('survey');
    expect(survey.status).toBe(0);
    expect(survey.stderr).toContain(`process ${pid} (attach ${path.join(home, 'rake')}`);
    for (const look of [['history'], ['browse']]) {
      const looked = await host.ligamentAsync(...look);
      expect(looked.status).toBe(0);
      expect(looked.stderr).toContain(`process ${pid}`);
    }
    const second = await attachUntilWaiting('hoe');
    letGo();
    expect(await first.ended, first.said()).toBe(0);
    expect(await second.ended, second.said()).toBe(0);
    expect(second.said()).toContain(`Waiting for process ${pid}`);
    expect(fs.existsSync(path.join(host.root, LOCK))).toBe(false);
    expect(host.records('owner.json')).toEqual([]);
  });

  it.each([-2, 2])('is no less held when somebody touches it or the clock jumps by %s hours', async (hours) => {
    const first = await attachUntilProving();
    const time = new Date(Date.now() + hours * 3_600_000);
    for (const file of [LOCK, '.ligament', 'package.json']) fs.utimesSync(path.join(host.root, file), time, time);
    const second = await attachUntilWaiting('hoe');
    letGo();
    expect(await first.ended, first.said()).toBe(0);
    expect(await second.ended, second.said()).toBe(0);
    expect(host.tree().has('src/rake.txt') && host.tree().has('src/hoe.txt')).toBe(true);
  });

  it('of another container is seen from outside; from inside, nobody takes it', async () => {
    const apart = ['unshare', ...(process.getuid?.() === 0 ? [] : ['--user', '--map-root-user']), '--pid', '--fork'];
    const first = await attachUntilProving('rake', [...apart, '--mount-proc', '--kill-child']);
    const survey = await host.ligamentAsync('survey');
    expect(survey.stderr).toContain('is at work in this project');
    const waiting = host.ligamentAsync(...attach('hoe'));
    await sleep(700);
    expect(fs.existsSync(path.join(host.root, 'src/hoe.txt'))).toBe(false);
    // Another container sees nothing of the first.
    const args = ['--mount-proc', process.execPath, PROGRAM, 'survey'];
    const inside = spawnSync(apart[0] ?? '', [...apart.slice(1), ...args], {
      cwd: host.root,
      env: host.environment,
      encoding: 'utf8',
    });
    expect(inside.stderr).toContain('is at work in this project');
    // With its container the first one is killed: then it can be told that it is over.
    await kill9(first);
    const { status, stderr } = await waiting;
    expect(status, stderr).toBe(5);
    letGo();
    expect((await host.ligamentAsync('recover')).status).toBe(0);
    expect(host.tree()).toEqual(before);
  });
});

describe('a command that was killed', () => {
  it('and whose number another process has by now: recover ends what it left, and puts all back', async () => {
    await kill9(await attachUntilProving());
    expect(running()).not.toBe('');
    const [owner = ''] = host.records('owner.json');
    const record = JSON.parse(fs.readFileSync(owner, 'utf8')) as { holder: { pid: number } };
    record.holder.pid = process.pid;
    fs.writeFileSync(owner, JSON.stringify(record));
    const looked = await host.ligamentAsync('survey');
    expect(looked.stderr).toContain('A change was cut off');
    const recovered = await host.ligamentAsync('recover');
    expect(recovered.status, recovered.stderr).toBe(0);
    expect(host.tree()).toEqual(before);
    expect(running()).toBe('');
    expect(host.records('owner.json')).toEqual([]);
  });

  it('while it proved what is attached: the next command ends and removes what it left', async () => {
    letGo();
    expect((await host.ligamentAsync(...attach('rake'))).status).toBe(0);
    fs.writeFileSync(path.join(home, 'hold'), '');
    fs.rmSync(path.join(home, 'started'));
    host.environment.TMPDIR = path.join(home, 'temporary');
    fs.mkdirSync(host.environment.TMPDIR);
    const child = spawn(process.execPath, [PROGRAM, 'prove', '--allow-commands'], {
      cwd: host.root,
      env: host.environment,
      stdio: 'ignore',
    });
    while (!fs.existsSync(path.join(home, 'started'))) await sleep(20);
    child.kill('SIGKILL');
    await new Promise((resolve) => child.on('close', resolve));
    expect(running()).not.toBe('');
    const next = await host.ligamentAsync('recover');
    expect(next.status, next.stderr).toBe(0);
    expect(running()).toBe('');
    expect(fs.readdirSync(host.environment.TMPDIR).filter((name) => name.startsWith('ligament-'))).toEqual([]);
    expect(host.records('owner.json')).toEqual([]);
  });

  it('and whose project was moved since: recover puts it back there; in a copy it says where to', async () => {
    await kill9(await attachUntilProving());
    letGo();
    const copy = `${host.root}-copy`;
    fs.cpSync(host.root, copy, { recursive: true, verbatimSymlinks: true });
    const there = await host.ligamentAsync('recover', '--cwd', copy);
    expect(there.status).toBe(5);
    expect(there.stderr).toContain('this folder is a copy of it');
    expect(there.stderr).toContain(host.root);
    const moved = `${host.root}-moved`;
    fs.renameSync(host.root, moved);
    fs.mkdirSync(host.root);
    const recovered = await host.ligamentAsync('recover', '--cwd', moved);
    expect(recovered.status, recovered.stderr).toBe(0);
    fs.rmdirSync(host.root);
    fs.renameSync(moved, host.root);
    expect(host.tree()).toEqual(before);
  });

  it('and whose state is lost: told when and what it was, and what can be done', async () => {
    await kill9(await attachUntilProving());
    letGo();
    fs.rmSync(host.environment.XDG_STATE_HOME ?? '', { recursive: true });
    for (const args of [['recover'], attach('hoe')]) {
      const refused = await host.ligamentAsync(...args);
      expect(refused.status).toBe(5);
      const told = refused.stderr.replace(/\s+/g, ' ');
      expect(told).toMatch(/began "attach .*rake" at \d{4}-/);
      expect(told).toContain('the state folder is another one or lost');
      expect(refused.stderr).toContain('rm .ligament/lock');
    }
    fs.rmSync(path.join(host.root, LOCK));
    expect((await host.ligamentAsync(...attach('hoe'))).status).toBe(0);
  });

  it('and is another user: that is told', async () => {
    await kill9(await attachUntilProving());
    letGo();
    fs.rmSync(host.environment.XDG_STATE_HOME ?? '', { recursive: true });
    spawnSync('chown', ['65534', path.join(host.root, LOCK)]);
    const refused = await host.ligamentAsync('recover');
    expect(refused.status).toBe(5);
    if (process.getuid?.() === 0) expect(refused.stderr).toContain("Another user's change of this project was cut off");
  });

  it('and whose lock somebody has removed: it is found all the same', async () => {
    await kill9(await attachUntilProving());
    letGo();
    fs.rmSync(path.join(host.root, '.ligament'), { recursive: true });
    expect((await host.ligamentAsync(...attach('hoe'))).status).toBe(5);
    expect((await host.ligamentAsync('recover')).status).toBe(0);
    expect(host.tree()).toEqual(before);
  });

  it('before it wrote anything: of ten that come at once all get their turn', async () => {
    letGo();
    const first = await attachUntilProving();
    await first.ended;
    expect((await host.ligamentAsync('detach', 'rake', '--yes')).status).toBe(0);
    // A lock as a killed command leaves it, with its record.
    fs.writeFileSync(path.join(home, 'hold'), '');
    const cut = await attachUntilProving();
    const lock = host.read(LOCK);
    letGo();
    await cut.ended;
    expect((await host.ligamentAsync('detach', 'rake', '--yes')).status).toBe(0);
    const { id } = JSON.parse(lock) as { id: string };
    const record = path.join(host.environment.XDG_STATE_HOME ?? '', 'ligament/changes', id);
    const told = JSON.parse(lock) as { what: string; since: string; holder: object };
    fs.mkdirSync(record, { recursive: true });
    fs.mkdirSync(path.join(host.root, '.ligament'));
    fs.writeFileSync(path.join(host.root, LOCK), lock);
    const { dev, ino } = fs.statSync(host.root);
    const owner = {
      record: 1,
      root: host.root,
      identity: `${dev}:${ino}`,
      kind: 'change',
      ...told,
      id: undefined,
      lock: undefined,
      user: undefined,
    };
    fs.writeFileSync(path.join(record, 'owner.json'), JSON.stringify(owner));
    const names = Array.from({ length: 10 }, (_, index) => `tool-${index}`);
    for (const name of names) {
      fs.mkdirSync(path.join(home, name));
      fs.writeFileSync(path.join(home, name, 'integration.yaml'), kit(name));
    }
    const runs = await Promise.all(names.map((name) => host.ligamentAsync(...attach(name), '--no-prove')));
    for (const { status, stderr } of runs) expect(status, stderr).toBe(0);
    for (const name of names) expect(host.tree().has(`src/${name}.txt`)).toBe(true);
    expect(fs.existsSync(path.join(host.root, LOCK))).toBe(false);
  });
});
