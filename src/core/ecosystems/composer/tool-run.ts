import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { cacheFolder } from '../../doors/cache-folder.ts';
import { readKept, writeKept } from '../../doors/kept-values.ts';
import { nodeReader } from '../../doors/node-reader.ts';
import type { ProcessDoor, ToolDoor, ToolResult, ToolRun } from '../../ports.ts';
import { recordOf, textsOf } from '../../records.ts';
import { hashOf } from '../../text/hash.ts';
import { encode, readText } from '../../text/utf8.ts';
import { once } from '../../text/once.ts';
import { COMPOSER } from '../marks.ts';
import { quietEnvironment } from './quiet-environment.ts';

type Environment = Readonly<Record<string, string | undefined>>;

interface Given {
  environment: Environment;
  offline: boolean;
}

const LONGEST_MS = 180_000;
const INSTALL = ['install', '--no-dev', '--no-plugins', '--no-scripts', '--no-interaction', '--no-progress', '--quiet'];

/**
 * Runs tools of PHP apart from any project: fetched once into the user's cache, by the user's own settings, they get copies of sources in an
 * empty folder, and nothing of the environment. What they made of the same sources before is not asked again.
 */
export function composerTools(processes: ProcessDoor, { environment, offline }: Given): ToolDoor {
  const php = once(() => phpVersion(processes));
  return {
    async run(task) {
      const isExact = Object.values(task.packages).every((version) => /^\d[\w.+-]*$/.test(version));
      if (task.ecosystem !== COMPOSER.id || !isExact) return undefined;
      const kept = path.join(cacheFolder(environment), 'measured', `${keyOf(task, await php())}.json`);
      const known = knownResult(kept, task);
      if (known) return known;
      const tools = await fetched(processes, task.packages, { environment, offline });
      if (tools === undefined) return undefined;
      const result = await attempt(processes, task, { tools, environment });
      if (result) keep(kept, task, result);
      return result;
    },
  };
}

/** What a result hangs on: PHP, the tool, what it is told, the sources, and the packages that it can read. */
function keyOf({ packages, run, sources, plants, installed = '' }: ToolRun, php: string): string {
  const record = readText(nodeReader, path.join(installed, 'vendor/composer/installed.json'));
  return hashOf(encode(JSON.stringify([php, packages, run, [...sources].sort(), plants, record])));
}

async function phpVersion(processes: ProcessDoor): Promise<string> {
  return (await processes.run('php', ['-r', 'echo PHP_VERSION;'], { cwd: os.tmpdir(), timeoutMs: 20_000 })).stdout;
}

function knownResult(file: string, task: ToolRun): ToolResult | undefined {
  const { status, changed } = recordOf(readKept(file));
  if (typeof status !== 'number') return undefined;
  return { status, sources: new Map([...task.sources, ...Object.entries(textsOf(changed))]) };
}

function keep(file: string, { sources }: ToolRun, result: ToolResult): void {
  const changed = Object.fromEntries([...result.sources].filter(([name, text]) => sources.get(name) !== text));
  writeKept(file, { status: result.status, changed });
}

/** The folder of some packages with all that they require; undefined where they cannot be had. */
async function fetched(
  processes: ProcessDoor,
  packages: Readonly<Record<string, string>>,
  { environment, offline }: Given,
): Promise<string | undefined> {
  const manifest = JSON.stringify({ require: packages, config: { lock: true } });
  const parent = path.join(cacheFolder(environment), 'tools');
  const place = path.join(parent, `composer-${hashOf(encode(manifest)).slice(0, 32)}`);
  if (fs.existsSync(place)) return place;
  if (offline) return undefined;
  fs.mkdirSync(parent, { recursive: true, mode: 0o700 });
  const made = fs.mkdtempSync(path.join(parent, '.part-'));
  try {
    fs.writeFileSync(path.join(made, 'composer.json'), manifest);
    const { status } = await processes.run('composer', INSTALL, {
      cwd: made,
      environment: { ...quietEnvironment(environment), COMPOSER: path.join(made, 'composer.json') },
      timeoutMs: LONGEST_MS,
    });
    if (status !== 0) return undefined;
    fs.renameSync(made, place);
    return place;
  } catch (error) {
    // Another command has put it there meanwhile.
    if (fs.existsSync(place)) return place;
    throw error;
  } finally {
    fs.rmSync(made, { recursive: true, force: true });
  }
}

/** One run in a folder of its own. */
async function attempt(
  processes: ProcessDoor,
  { run, sources, plants, installed }: ToolRun,
  { tools, environment }: { tools: string; environment: Environment },
): Promise<ToolResult | undefined> {
  const place = fs.mkdtempSync(path.join(fs.realpathSync(os.tmpdir()), 'ligament-measure-'));
  try {
    const packages = path.join(place, 'packages');
    const own = installed === undefined ? undefined : path.join(installed, 'vendor');
    // A link may lead anywhere.
    if (own !== undefined && nodeReader.kind(own) === 'folder') fs.symlinkSync(own, packages);
    else fs.mkdirSync(packages);
    const work = path.join(place, 'sources');
    const told = (text: string): string =>
      text.replaceAll('{{tools}}', path.join(tools, 'vendor')).replaceAll('{{packages}}', packages);
    const planted = Object.entries(plants).map(([file, text]): [string, string] => [file, told(text)]);
    // What lay there a tool would load.
    const given = [...sources].filter(([file]) => !/^vendor\//i.test(file));
    for (const [file, text] of [...given, ...planted]) {
      fs.mkdirSync(path.dirname(path.join(work, file)), { recursive: true });
      fs.writeFileSync(path.join(work, file), text);
    }
    const [program = '', ...args] = run.map(told);
    const start = path.join(tools, 'vendor/bin', path.basename(program));
    const { status } = await processes.run('php', ['-d', 'memory_limit=1G', start, ...args], {
      cwd: work,
      only: { PATH: environment.PATH ?? '', HOME: place, TMPDIR: place },
      timeoutMs: LONGEST_MS,
    });
    if (status === undefined) return undefined;
    const after = [...sources.keys()].flatMap((file): [string, string][] => {
      const text = readText(nodeReader, path.join(work, file));
      return text === undefined ? [] : [[file, text]];
    });
    return { status, sources: new Map(after) };
  } finally {
    fs.rmSync(place, { recursive: true, force: true });
  }
}
