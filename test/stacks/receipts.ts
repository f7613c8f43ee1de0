import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { projectRoot } from '../../demo/registry/open.ts';
import { findBrowser } from '../../src/core/prove/page/browser.ts';
import { nodeFiles } from '../../src/core/doors/node-files.ts';
import { bundledPackages, hashOfModule, runnerModules } from './modules.ts';
import type { Outcome } from './pairs.ts';
import { PHP_LIST } from './php-shelf.ts';
import { HOSTS, SHELF } from './work.ts';

const FOLDER = path.join(projectRoot(), 'test/stacks/receipts');
const FULL = path.join(FOLDER, 'full-run.json');

/** What a run has proved of one host and one group of integrations. Only the run that proved it writes it. */
export interface Receipt {
  group: string[];
  /** What everything that can decide the outcome comes to. */
  key: string;
  outcomes: Outcome[];
  /** Sources of the program that the run has been through. */
  modules: string[];
  seconds: number;
  at: string;
  commit: string;
}

/** The receipts of one host, and what fits it before it is set up: where that changes its groups may be others. */
export interface HostReceipts {
  host: string;
  stack: string;
  fits: Record<string, string>;
  units: Receipt[];
  refused: Outcome[];
}

/** When everything was last run at once. */
export interface FullRun {
  at: string;
  commit: string;
}

export function readReceipts(host: string): HostReceipts | undefined {
  return readJson(path.join(FOLDER, `${host}.json`)) as HostReceipts | undefined;
}

export function writeReceipts(receipts: HostReceipts): void {
  fs.mkdirSync(FOLDER, { recursive: true });
  fs.writeFileSync(path.join(FOLDER, `${receipts.host}.json`), `${JSON.stringify(receipts, null, 1)}\n`);
}

export function readFullRun(): FullRun | undefined {
  return readJson(FULL) as FullRun | undefined;
}

export function writeFullRun(run: FullRun): void {
  fs.writeFileSync(FULL, `${JSON.stringify(run)}\n`);
}

/** The commit that is run, with a mark where the tree is other than it. */
export function currentCommit(): string {
  const git = (...args: string[]): string =>
    spawnSync('git', args, { cwd: projectRoot(), encoding: 'utf8' }).stdout.trim();
  const changed = git(
    'status',
    '--porcelain',
    '--',
    'src',
    'catalog',
    'test/stacks',
    'demo/registry',
    ':!test/stacks/receipts',
  );
  return `${git('rev-parse', '--short=10', 'HEAD')}${changed === '' ? '' : '+'}`;
}

/** What everything that can decide a unit's outcome comes to: its host, definitions, the program's own sources, packages, tools, the runner. */
export function keyOf(host: string, group: readonly string[], modules: readonly string[]): string {
  const hash = createHash('sha256');
  for (const line of [
    ...filesBelow(path.join(HOSTS, host)).map((one) => `host ${one}`),
    ...group.flatMap((id) =>
      filesBelow(path.join(projectRoot(), 'catalog', id.replace('/', '+'))).map((one) => `definition ${id} ${one}`),
    ),
    ...[...modules].sort().map((one) => `source ${one} ${hashOfModule(one)}`),
    ...surroundings(),
  ])
    hash.update(`${line}\n`);
  return hash.digest('hex').slice(0, 32);
}

let around: string[] | undefined;

/** What is the same for all units: the runner, packages in the program, the shelf, and the programs of this machine. */
function surroundings(): string[] {
  around ??= [
    ...runnerModules().map((one) => `runner ${one} ${hashOfModule(one)}`),
    ...bundledPackages().map((one) => `package ${one}`),
    `shelf ${fileHash(path.join(SHELF, 'package-lock.json'))}`,
    `packages of PHP ${fs.existsSync(PHP_LIST) ? fileHash(PHP_LIST) : ''}`,
    `php ${spawnSync('php', ['-r', 'echo PHP_VERSION;'], { encoding: 'utf8' }).stdout}`,
    `node ${process.version}`,
    `npm ${said('npm', '--version')}`,
    `git ${said('git', '--version')}`,
    `browser ${said(findBrowser({ files: nodeFiles, environment: process.env }) ?? 'chromium', '--version')}`,
  ];
  return around;
}

function said(program: string, argument: string): string {
  const run = spawnSync(program, [argument], { encoding: 'utf8' });
  return (run.error ? '' : run.stdout).trim().split('\n').at(-1) ?? '';
}

function filesBelow(folder: string): string[] {
  return fs
    .readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && !entry.parentPath.includes('node_modules'))
    .map((entry) => path.join(entry.parentPath, entry.name))
    .sort()
    .map((file) => `${path.relative(folder, file)} ${fileHash(file)}`);
}

function fileHash(file: string): string {
  return createHash('sha256').update(fs.readFileSync(file)).digest('hex').slice(0, 24);
}

function readJson(file: string): unknown {
  return fs.existsSync(file) ? JSON.parse(fs.readFileSync(file, 'utf8')) : undefined;
}
