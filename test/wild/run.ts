// Looks at what every integration would do to projects that nobody here wrote: npm run wild [-- --projects=a,b] [--integrations=a,b]
// Published packages that hold an app's sources (projects.ts) are fetched into a cache outside of the repository. What is planned for
// each is written into its folder `previews`, to be read as the project's maintainer would. Fails where a plan breaks a promise.
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { spawn, spawnSync } from 'node:child_process';
import { projectRoot } from '../../demo/registry/open.ts';
import { checkPatch } from './check-patch.ts';
import { WILD, type WildProject } from './projects.ts';

const PROGRAM = path.join(projectRoot(), 'dist/ligament.js');
const CACHE = path.join(process.env.XDG_CACHE_HOME ?? path.join(os.homedir(), '.cache'), 'ligament-wild');
const GIT = ['-c', 'user.name=Committee', '-c', 'user.email=committee@example.org', '-c', 'core.autocrlf=false'];
const WORKERS = Number(process.env.LIGAMENT_WORKERS ?? 2);

interface Look {
  project: string;
  integration: string;
  status: number | null;
  /** What was said of it, in one line. */
  said: string;
  faults: string[];
}

const named = (name: string): string[] | undefined =>
  process.argv
    .find((one) => one.startsWith(`--${name}=`))
    ?.slice(name.length + 3)
    .split(',');

const catalog = path.join(projectRoot(), 'catalog');
const ids = named('integrations') ?? integrationsIn(catalog);
const projects = WILD.filter(({ package: name }) => named('projects')?.includes(name) ?? true);
const looks: Look[] = [];

const open = [...projects];
await Promise.all(
  Array.from({ length: WORKERS }, async () => {
    for (let one = open.shift(); one !== undefined; one = open.shift()) await lookAt(one);
  }),
);
report();

function integrationsIn(folder: string): string[] {
  return fs
    .readdirSync(folder)
    .filter((one) => fs.existsSync(path.join(folder, one, 'integration.yaml')))
    .map((one) => one.replace('+', '/'))
    .sort();
}

async function lookAt(project: WildProject): Promise<void> {
  const { root, previews } = prepare(project);
  for (const integration of ids) looks.push(await lookWith(project.package, integration, root, previews));
}

/** The project in a repository of its own, as its people would have it. */
function prepare({ package: name, folder = '.' }: WildProject): { root: string; previews: string } {
  const place = path.join(CACHE, name.replaceAll(/[@/]/g, '_'));
  const root = path.join(place, 'project');
  const previews = path.join(place, 'previews');
  fs.mkdirSync(previews, { recursive: true });
  if (fs.existsSync(root)) return { root, previews };
  const pack = path.join(place, 'package');
  if (!fs.existsSync(pack)) {
    const packed = spawnSync('npm', ['pack', name, '--silent', '--pack-destination', place], { encoding: 'utf8' });
    const archive = packed.stdout.trim().split('\n').at(-1) ?? '';
    if (packed.status !== 0 || archive === '') throw new Error(`${name} cannot be fetched: ${packed.stderr}`);
    fs.mkdirSync(pack, { recursive: true });
    spawnSync('tar', ['-xzf', path.join(place, archive), '-C', pack, '--strip-components=1']);
  }
  fs.cpSync(path.join(pack, folder), root, { recursive: true });
  git(root, 'init', '--quiet');
  git(root, 'add', '--all', '--force');
  git(root, 'commit', '--quiet', '--message', 'As it was published');
  return { root, previews };
}

async function lookWith(project: string, integration: string, root: string, previews: string): Promise<Look> {
  const file = path.join(previews, integration.replace('/', '+'));
  const shown = await ligament(root, [integration, '--preview']);
  const patch = await ligament(root, [integration, '--preview', '--format', 'patch']);
  fs.writeFileSync(`${file}.txt`, shown.output);
  fs.writeFileSync(`${file}.patch`, patch.stdout);
  const faults: string[] = [];
  if (shown.status !== 0 && shown.status !== 3) faults.push(`ended with ${String(shown.status)}`);
  if (shown.status !== patch.status) faults.push(`the patch ended with ${String(patch.status)}`);
  const dirty = git(root, 'status', '--porcelain');
  if (dirty !== '') faults.push(`the preview changed ${dirty}`);
  if (patch.status === 0) faults.push(...(await checkPatch(root, patch.stdout, git)));
  const said = shown.status === 0 ? changed(patch.stdout) : (shown.output.trim().split('\n')[0] ?? '');
  return { project, integration, status: shown.status, said, faults };
}

function changed(patch: string): string {
  const files = [...patch.matchAll(/^diff --git a\/\S+ b\/(.+)$/gm)].map(([, file = '']) => file);
  const own = files.filter((file) => !file.includes('.ligament/'));
  return own.length === 0 ? 'adopted' : own.join(' ');
}

function ligament(
  cwd: string,
  args: readonly string[],
): Promise<{ status: number | null; stdout: string; output: string }> {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, [PROGRAM, 'attach', ...args], {
      cwd,
      env: { ...process.env, NO_COLOR: '1' },
    });
    let stdout = '';
    let stderr = '';
    child.stdout.on('data', (chunk: Buffer) => (stdout += chunk.toString()));
    child.stderr.on('data', (chunk: Buffer) => (stderr += chunk.toString()));
    child.on('close', (status) => {
      resolve({ status, stdout, output: stdout + stderr });
    });
  });
}

function git(cwd: string, ...args: string[]): string {
  const { stdout, stderr, status } = spawnSync('git', [...GIT, ...args], { cwd, encoding: 'utf8', maxBuffer: 1 << 28 });
  if (status !== 0) throw new Error(`git ${args.join(' ')}: ${stderr}`);
  return stdout.trim();
}

function report(): void {
  for (const { package: name } of projects) {
    process.stdout.write(`\n${name}\n`);
    for (const look of looks.filter(({ project }) => project === name)) {
      const mark = look.faults.length > 0 ? 'WRONG' : look.status === 0 ? 'fits ' : 'not  ';
      process.stdout.write(`  ${mark} ${look.integration}: ${look.said.slice(0, 180)}\n`);
      for (const fault of look.faults) process.stdout.write(`        ${fault}\n`);
    }
  }
  const wrong = looks.filter(({ faults }) => faults.length > 0).length;
  const fit = looks.filter(({ status }) => status === 0).length;
  process.stdout.write(`\n${projects.length} projects, ${looks.length} looks: ${fit} planned, ${wrong} wrong\n`);
  process.stdout.write(`The previews are in ${CACHE}, a folder each.\n`);
  process.exitCode = wrong === 0 ? 0 : 1;
}
