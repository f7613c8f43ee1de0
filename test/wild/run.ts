// Looks at what every integration would do to projects that nobody here wrote:
//   npm run wild [-- --projects=a,b#folder] [--integrations=a,b] [--real]
// A name that is not in the list is that of another published package, with the folder in it behind a hash.
// They (projects.ts) are fetched into a cache outside of the repository. What is planned for each is written into its folder `previews`,
// to be read as the project's maintainer would. With --real those that install and build by themselves have attached what fits them, and
// taken out again. Fails where a promise is broken.
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { spawnSync } from 'node:child_process';
import { projectRoot } from '../../demo/registry/open.ts';
import { checkPatch } from './check-patch.ts';
import { fetchExample, fetchPublished } from './fetch.ts';
import { nameOf, WILD, type WildProject } from './projects.ts';
import { install, tryReally } from './real.ts';
import { runIn, type Ran } from './run-in.ts';

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
  /** What came of it when it was attached for real. */
  real?: string;
}

const { values: options } = parseArgs({
  options: { projects: { type: 'string' }, integrations: { type: 'string' }, real: { type: 'boolean' } },
});

const catalog = path.join(projectRoot(), 'catalog');
const ids = options.integrations?.split(',') ?? integrationsIn(catalog);
const projects = options.projects?.split(',').map(projectCalled) ?? WILD;
const looks: Look[] = [];
const untried = new Map<string, string>();
const isReal = options.real ?? false;

const open = [...projects];
await Promise.all(
  Array.from({ length: WORKERS }, async () => {
    for (let one = open.shift(); one !== undefined; one = open.shift()) await lookAt(one);
  }),
);
report();

function projectCalled(name: string): WildProject {
  const [published = '', folder] = name.split('#');
  return (
    WILD.find((one) => nameOf(one) === name) ?? { package: published, ...(folder === undefined ? {} : { folder }) }
  );
}

function integrationsIn(folder: string): string[] {
  return fs
    .readdirSync(folder)
    .filter((one) => fs.existsSync(path.join(folder, one, 'integration.yaml')))
    .map((one) => one.replace('+', '/'))
    .sort();
}

async function lookAt(project: WildProject): Promise<void> {
  const { place, root, previews } = prepare(project);
  const found: Look[] = [];
  for (const integration of ids) found.push(await lookWith(nameOf(project), integration, root, previews));
  looks.push(...found);
  if (!isReal) return;
  const installed = await install(root, place, git);
  if ('why' in installed) {
    untried.set(nameOf(project), installed.why);
    return;
  }
  for (const look of found.filter(({ status }) => status === 0)) {
    const { said, faults } = await tryReally(installed.folder, PROGRAM, look.integration, git);
    look.real = said;
    look.faults.push(...faults);
    fs.writeFileSync(
      path.join(previews, `${look.integration.replace('/', '+')}.real.txt`),
      [said, ...faults, ''].join('\n'),
    );
  }
}

/** The project in a repository of its own, as its people would have it. */
function prepare(project: WildProject): { place: string; root: string; previews: string } {
  const place = path.join(CACHE, nameOf(project).replaceAll(/[@/]/g, '_'));
  const root = path.join(place, 'project');
  const previews = path.join(place, 'previews');
  fs.mkdirSync(previews, { recursive: true });
  if (fs.existsSync(root)) return { place, root, previews };
  const source = 'package' in project ? fetchPublished(project, place) : fetchExample(project, place, CACHE);
  fs.cpSync(source, root, { recursive: true });
  git(root, 'init', '--quiet');
  git(root, 'add', '--all', '--force');
  git(root, 'commit', '--quiet', '--message', 'As it was published');
  return { place, root, previews };
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

function ligament(cwd: string, args: readonly string[]): Promise<Ran> {
  return runIn(cwd, process.execPath, [PROGRAM, 'attach', ...args]);
}

function git(cwd: string, ...args: string[]): string {
  const { stdout, stderr, status } = spawnSync('git', [...GIT, ...args], { cwd, encoding: 'utf8', maxBuffer: 1 << 28 });
  if (status !== 0) throw new Error(`git ${args.join(' ')}: ${stderr}`);
  return stdout.replace(/\n$/, '');
}

function report(): void {
  for (const name of projects.map(nameOf)) {
    const why = untried.get(name);
    process.stdout.write(`\n${name}${why === undefined ? '' : ` (looked at only: it ${why})`}\n`);
    for (const look of looks.filter(({ project }) => project === name)) {
      const mark = look.faults.length > 0 ? 'WRONG' : look.status === 0 ? 'fits ' : 'not  ';
      const real = look.real === undefined ? '' : ` | really: ${look.real.replaceAll(/\s+/g, ' ').slice(0, 120)}`;
      process.stdout.write(`  ${mark} ${look.integration}: ${look.said.slice(0, 180)}${real}\n`);
      for (const fault of look.faults) process.stdout.write(`        ${fault}\n`);
    }
  }
  const wrong = looks.filter(({ faults }) => faults.length > 0).length;
  const fit = looks.filter(({ status }) => status === 0).length;
  process.stdout.write(`\n${projects.length} projects, ${looks.length} looks: ${fit} planned, ${wrong} wrong\n`);
  process.stdout.write(`The previews are in ${CACHE}, a folder each.\n`);
  process.exitCode = wrong === 0 ? 0 : 1;
}
