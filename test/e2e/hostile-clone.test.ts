import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { PROGRAM, TestHost, type Run } from '../support/host.ts';

// What comes with a clone is somebody else's: here each of these is a trap, and outside of the project nothing may change.
const COMMANDS = [
  ['attach', './kit', '--yes', '--no-install'],
  ['detach', 'kit', '--yes', '--no-install'],
  ['undo', '--yes'],
  ['undo', '--yes', '--recover'],
  ['recover'],
  ['survey'],
  ['browse'],
  ['history'],
  ['prove'],
  ['attach', './kit', '--preview'],
];
// Those that read all there is to read.
const READING = [['attach', './kit', '--yes', '--no-install'], ['survey'], ['detach', 'kit', '--yes', '--no-install']];
const LONGEST_MS = 20_000;
const KIT = `format: 1
integration: kit
title: The kit
kind: data
about: Only for tests.
ways:
  plain:
    title: by one file
    ties: []
    files: [{ file: shed/kit.txt, text: "kit\\n" }]
proofs: []
`;
// What would steer a terminal, or look like a line of Ligament's own.
const STEERING = new RegExp(`${String.fromCharCode(27)}\\[2J|\u202e|\nDone {2}everything`);
const SECRET = 'thesis, photos and keys\n';

let host: TestHost;
let outside: string;
let ran: string;
beforeEach(() => {
  host = new TestHost({
    'package.json': '{\n  "name": "plots",\n  "version": "1.0.0"\n}\n',
    '.gitignore': 'node_modules\n',
    'kit/integration.yaml': KIT,
  });
  outside = path.join(path.dirname(host.root), 'home');
  ran = path.join(path.dirname(host.root), 'ran');
  for (const file of ['thesis.txt', '.gitignore', '.bashrc', 'journal/deep/x', 'attached/kit.json'])
    write(path.join(outside, file), SECRET);
});
afterEach(() => {
  expect(everything(outside), 'outside of the project').toEqual(
    ['.bashrc', '.gitignore', 'attached/kit.json', 'journal/deep/x', 'thesis.txt'].map((file) => `${file}: ${SECRET}`),
  );
  expect(fs.existsSync(ran), 'a command of the clone ran').toBe(false);
  host.remove();
});

function write(file: string, text: string): void {
  fs.mkdirSync(path.dirname(file), { recursive: true });
  fs.writeFileSync(file, text);
}

function everything(folder: string): string[] {
  return fs
    .readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => path.join(entry.parentPath, entry.name))
    .map((file) => `${path.relative(folder, file)}: ${fs.readFileSync(file, 'utf8')}`)
    .sort();
}

function link(target: string, name: string): void {
  fs.mkdirSync(path.dirname(path.join(host.root, name)), { recursive: true });
  fs.symlinkSync(target, path.join(host.root, name));
}

/** A command that ends by itself, with a documented status. */
function run(args: readonly string[]): Run {
  const { status, signal, stdout, stderr } = spawnSync(process.execPath, [PROGRAM, ...args], {
    cwd: host.root,
    env: host.environment,
    encoding: 'utf8',
    timeout: LONGEST_MS,
  });
  expect(signal, `${args.join(' ')} did not end by itself`).toBeNull();
  expect([0, 1, 2, 3, 4, 5], `${args.join(' ')}: ${stderr}`).toContain(status);
  return { status, stdout, stderr };
}

describe('links in the place of what Ligament keeps', () => {
  it.each(['.ligament', '.ligament/journal', '.ligament/attached', '.ligament/kept'])(
    '%s leads out: no command writes, empties or follows it',
    (name) => {
      link(outside, name);
      for (const args of COMMANDS) run(args);
    },
  );

  it('each file of an old journal leads out: nothing is written through it', () => {
    for (let index = 0; index < 10; index += 1)
      link(path.join(outside, '.bashrc'), `.ligament/journal/before-${index}`);
    link(path.join(outside, '.gitignore'), '.ligament/journal/.gitignore');
    link(path.join(outside, 'thesis.txt'), '.ligament/journal/holder.json');
    const [attach = []] = COMMANDS;
    expect(run(attach).status).toBe(0);
    for (const args of COMMANDS) run(args);
  });

  it.each([
    ['a link that leads out', () => link(path.join(outside, 'thesis.txt'), '.ligament/lock')],
    ['a link that leads nowhere', () => link(path.join(outside, 'new.txt'), '.ligament/lock')],
    ['a folder', () => write(path.join(host.root, '.ligament/lock/x'), '')],
    ['an empty file', () => write(path.join(host.root, '.ligament/lock'), '')],
    ['a large file', () => write(path.join(host.root, '.ligament/lock'), 'x'.repeat(1 << 20))],
    ['a pipe', () => pipe('.ligament/lock')],
  ])('a lock that is %s: refused with what can be done, never followed', (_, make) => {
    make();
    const [attach = []] = COMMANDS;
    const refused = run(attach);
    expect(refused.status, refused.stderr).toBe(5);
    expect(refused.stderr).toContain('.ligament/lock');
    expect(refused.stderr).toMatch(/by hand +rm/);
    for (const args of COMMANDS) run(args);
  });
});

describe('a journal that was committed', () => {
  const journal = {
    journal: 1,
    title: 'attach x to y',
    kind: 'attach',
    startedAt: '2026-11-01T00:00:00.000Z',
    parts: [],
    undoes: null,
    phase: 'installing',
    files: [{ file: 'g/hooks/pre-commit', role: 'host', before: 'before-0', mode: 493, after: null, spare: [] }],
    folders: [],
    install: { command: 'sh', args: ['-c', ''] },
    tree: { record: '', folders: ['node_modules'], broken: [] },
  };

  it('is not carried out, by no command and in no place', () => {
    journal.install.args[1] = `id > '${ran}'`;
    host.commitAll();
    link('.git', 'g');
    for (const folder of ['.ligament/journal', '.ligament/changes/00000000000000000000000000000000']) {
      write(path.join(host.root, folder, 'journal.json'), JSON.stringify(journal));
      write(path.join(host.root, folder, 'before-0'), `#!/bin/sh\nid > '${ran}'\n`);
    }
    for (const args of [...COMMANDS, ['attach', './kit', '--yes', '--recover', '--no-install']]) run(args);
    expect(fs.existsSync(path.join(host.root, '.git/hooks/pre-commit'))).toBe(false);
  });

  it('with a lock that names a record: the id is looked up in the own state only, and told to nobody as a path', () => {
    const text = {
      lock: 1,
      id: '../../../../../project/.ligament/journal',
      what: 'attach \u001b[2J\u202egnp.exe to all',
      since: 'yesterday',
      user: 'nobody\nDone  everything',
      holder: { machine: 'm', boot: 'b', namespace: 'n', pid: 1, started: '1' },
    };
    write(path.join(host.root, '.ligament/lock'), JSON.stringify(text));
    const holders = [text.holder, { ...text.holder, ...own() }];
    for (const holder of holders) {
      write(path.join(host.root, '.ligament/lock'), JSON.stringify({ ...text, holder }));
      const seen = run(['survey']);
      expect(seen.status).toBe(0);
      expect(seen.stderr).not.toMatch(STEERING);
    }
    // Its process has ended, by all that can be seen: whose it was is told.
    const [attach = []] = COMMANDS;
    const refused = run(attach);
    expect(refused.status).toBe(5);
    expect(refused.stderr).toContain('A change of this project was cut off');
    expect(refused.stderr).toContain('the lock came with the project');
    expect(refused.stderr).not.toMatch(STEERING);
  });

  /** This machine, and a process that is not there. */
  function own(): Record<string, unknown> {
    const read = (file: string): string => (fs.existsSync(file) ? fs.readFileSync(file, 'utf8').trim() : '');
    return {
      boot: read('/proc/sys/kernel/random/boot_id'),
      namespace: fs.readlinkSync('/proc/self/ns/pid'),
      pid: 4_000_000,
    };
  }
});

describe('links on the way to what is written', () => {
  it.each([
    ['a folder leads out', 'shed', () => outside],
    ["a folder leads into version control's hooks", 'shed', () => '.git/hooks'],
    ['the file itself leads out', 'shed/kit.txt', () => path.join(outside, 'thesis.txt')],
    ['the file itself leads to what is not there', 'shed/kit.txt', () => path.join(outside, 'new.txt')],
    ['a folder leads to installed packages', 'shed', () => 'node_modules'],
    ['a folder leads to the records', 'shed', () => '.ligament'],
  ])('%s: refused', (_, name, target) => {
    host.commitAll();
    for (const folder of ['node_modules', '.ligament/attached'])
      fs.mkdirSync(path.join(host.root, folder), { recursive: true });
    link(path.resolve(host.root, target()), name);
    const before = everything(path.join(host.root, '.git/hooks'));
    const [attach = []] = COMMANDS;
    const refused = run(attach);
    expect(refused.status, refused.stderr).toBe(3);
    expect(refused.stderr).toContain('Nothing was changed.');
    expect(everything(path.join(host.root, '.git/hooks'))).toEqual(before);
    expect(fs.existsSync(path.join(host.root, 'node_modules/kit.txt'))).toBe(false);
  });
});

function pipe(name: string): void {
  const file = path.join(host.root, name);
  fs.mkdirSync(path.dirname(file), { recursive: true });
  fs.rmSync(file, { force: true });
  spawnSync('mkfifo', [file]);
}

describe('pipes and devices in the place of files', () => {
  const names = [
    '.env',
    'package-lock.json',
    'index.js',
    '.gitignore',
    'vite.config.js',
    '.npmrc',
    '.editorconfig',
    'shed/kit.txt',
  ];

  it.each(names)('%s as a pipe: no command hangs', (name) => {
    pipe(name);
    for (const args of READING) run(args);
  });

  it.each(names)('%s as a link to an endless device: no command reads it', (name) => {
    fs.rmSync(path.join(host.root, name), { force: true });
    link('/dev/zero', name);
    for (const args of READING) run(args);
  });

  it('a manifest that is a pipe: there is no project', () => {
    pipe('package.json');
    for (const args of COMMANDS) expect(run(args).status).not.toBe(0);
  });
});

describe('settings of the repository itself', () => {
  it('name programs: none of them runs while it is looked at', () => {
    host.commitAll();
    const script = `id >> '${ran}'; cat`;
    write(
      path.join(host.root, '.git/config'),
      `${host.read('.git/config')}
[core]
\tfsmonitor = "sh -c \\"${script.replaceAll('"', '')}\\""
\tpager = sh -c 'id > ${ran}'
\talternateRefsCommand = sh -c 'id > ${ran}'
[log]
\tshowSignature = true
[gpg]
\tprogram = sh -c 'id > ${ran}'
[diff]
\texternal = sh -c 'id > ${ran}'
[filter "x"]
\tclean = sh -c 'id > ${ran}; cat'
\tprocess = sh -c 'id > ${ran}'
\trequired = true
`,
    );
    host.write('.gitattributes', '* filter=x\n');
    host.write('index.js', 'changed();\n');
    fs.utimesSync(path.join(host.root, 'package.json'), new Date(), new Date());
    for (const args of COMMANDS) run(args);
  });

  it('GIT_DIR and its like in the environment lead nowhere else', () => {
    host.commitAll();
    const other = path.join(path.dirname(host.root), 'other');
    spawnSync('git', ['init', '--quiet', other]);
    host.environment.GIT_DIR = path.join(other, '.git');
    host.environment.GIT_WORK_TREE = other;
    host.environment.GIT_AUTHOR_NAME = host.environment.GIT_COMMITTER_NAME = 'Committee';
    host.environment.GIT_AUTHOR_EMAIL = host.environment.GIT_COMMITTER_EMAIL = 'committee@example.org';
    const done = run(['attach', './kit', '--yes', '--no-install', '--commit']);
    expect(done.stdout).toContain('Committed as');
    delete host.environment.GIT_DIR;
    delete host.environment.GIT_WORK_TREE;
    expect(host.git('log', '--format=%s').split('\n')[0]).toBe('Attach kit to plots');
  });
});

describe('records that were committed', () => {
  const proof = (words: string[]): unknown => ({ proof: 'run', run: words, says: '', checks: 'it is well' });
  const record = (integration: string, more: Record<string, unknown>): string =>
    JSON.stringify({
      ledger: 2,
      integration,
      title: 'X',
      way: 'plain',
      choices: {},
      packages: {},
      edits: [],
      proofs: [],
      ...more,
    });
  const put = (name: string, text: string): void => write(path.join(host.root, '.ligament/attached', name), text);

  it('of an integration that ships run only the proofs that ship', () => {
    write(path.join(host.root, 'node_modules/.bin/evil'), `#!/bin/sh\nid > '${ran}'\n`);
    fs.chmodSync(path.join(host.root, 'node_modules/.bin/evil'), 0o755);
    put('editorconfig.json', record('editorconfig', { way: 'file', proofs: [proof(['evil'])] }));
    run(['prove']);
    run(['prove', '--allow-commands']);
  });

  it('of any other need the flag, and then run installed programs only', () => {
    put('kit.json', record('kit', { proofs: [proof(['evil'])] }));
    const refused = run(['prove']);
    expect(refused.status).toBe(3);
    expect(refused.stderr).toContain('evil (a proof)');
    expect(refused.stderr).toContain('--allow-commands');
    const failed = run(['prove', '--allow-commands']);
    expect(failed.status).toBe(1);
    expect(failed.stdout).toContain('no installed package brings a program "evil"');
  });

  it.each([
    ['a program by its path', { proofs: [proof(['../../bin/sh'])] }],
    ['a proof that plants outside', { proofs: [{ ...(proof(['x']) as object), plants: { '../../x': '' } }] }],
    [
      'an edit of version control',
      {
        edits: [
          { file: '.git/hooks/post-checkout', format: 'lines', operation: { op: 'ensure', line: 'x' }, splices: [] },
        ],
      },
    ],
    [
      'an edit of packages',
      {
        edits: [
          { file: 'node_modules/x/index.js', format: 'lines', operation: { op: 'ensure', line: 'x' }, splices: [] },
        ],
      },
    ],
    [
      'an edit of records',
      {
        edits: [
          { file: '.ligament/attached/y.json', format: 'lines', operation: { op: 'ensure', line: 'x' }, splices: [] },
        ],
      },
    ],
    ['a made file outside', { made: [{ file: '../home/thesis.txt', sha256: 'x' }] }],
    ['data outside', { data: [{ path: '..', holds: 'all' }] }],
    ['data in version control', { data: [{ path: '.git', holds: 'all' }] }],
  ])('with %s: not read', (_, more) => {
    put('kit.json', record('kit', more));
    for (const args of [
      ['survey'],
      ['detach', 'kit', '--yes', '--with-data', '--no-install'],
      ['prove', '--allow-commands'],
    ]) {
      const refused = run(args);
      expect(refused.status, refused.stderr).toBe(2);
      expect(refused.stderr).toContain('The record .ligament/attached/kit.json cannot be read');
    }
  });

  it('of a newer format: refused in words', () => {
    put('kit.json', JSON.stringify({ ledger: 99, integration: 'kit' }));
    const refused = run(['survey']);
    expect(refused.status).toBe(3);
    expect(refused.stderr).toContain('was written by a newer Ligament');
  });

  it('and its script for accounts needs the flag, unless the integration ships', () => {
    host.write('package.json', JSON.stringify({ name: 'plots', scripts: { evil: `id > '${ran}'` } }));
    put('kit.json', record('kit', { people: { script: 'evil', args: [], asks: [] } }));
    host.environment.LIGAMENT_SECRET_PASSWORD = 'three sacks of compost';
    const refused = run(['enrol', 'kit']);
    expect(refused.status).toBe(3);
    expect(refused.stderr).toContain('--allow-commands');
  });
});
