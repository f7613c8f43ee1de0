import path from 'node:path';
import type { Ground } from './ground.ts';
import type { Serve, Traits } from './traits.ts';

/** The module that a server is started by, and how. Paths are relative to the host's root. */
export interface ServerEntry {
  file: string;
  /** Its modules, itself first, as far as they are the host's own. */
  modules: string[];
  /** How it is started; undefined where that cannot be told, or is nothing that a proof may run. */
  serve: Serve | undefined;
  /** Its start script reads an environment file already (`--env-file`). */
  readsEnvironment: boolean;
  /** How other modules of a folder of the workspace are run. */
  runs: (folder: string) => NonNullable<Traits['runs']>;
}

const ENDINGS = ['', '.js', '.ts', '.mjs', '.cjs', '.mts', '.cts', '/index.js', '/index.ts', '/index.mjs'];
const USUAL = ['server', 'index', 'app', 'main', 'bin/www', 'src/server', 'src/index', 'src/app', 'src/main'];
const RUNNERS = /^(node|nodemon|tsx|ts-node|ts-node-dev|ts-node-esm|node-dev)$/;
const MOST_MODULES = 60;

/** Finds the entry of a server by the manifest's scripts and `main`, else by the names that people give it. */
export function serverEntry(ground: Ground): ServerEntry | undefined {
  const { scripts, main } = ground.workspace.manifest;
  const started = ['start', 'dev', 'serve', 'develop'].flatMap((name) => startOf(ground, scripts[name] ?? '') ?? []);
  const likely = USUAL.filter((name) => isBegun(ground, name));
  const usual = [...(main === undefined ? [] : [main]), ...likely].flatMap((name) => sourceOf(ground, name) ?? []);
  // Without a start script: what listens is what is started, whatever else has a usual name.
  const listens = usual.find((one) => /\.listen\(/.test(ground.text(one) ?? ''));
  const file = started[0]?.file ?? listens ?? usual[0];
  if (file === undefined) return undefined;
  const modules = modulesFrom(ground, file);
  const command = started.find((one) => one.file === file);
  const serve = serveBy(ground, file, command, portOf(ground, modules));
  return {
    file,
    modules,
    serve,
    readsEnvironment: started.some(({ flags }) => flags.some((one) => one.startsWith('--env-file'))),
    runs: (folder) => runsIn(ground, folder, command),
  };
}

/** Whether anything in the folder of a path begins with its name: else none of all its endings need be looked for. */
function isBegun(ground: Ground, named: string): boolean {
  const name = path.posix.basename(named);
  return ground.names(ground.inHost(path.posix.dirname(named))).some((one) => one.startsWith(name));
}

interface Start {
  file: string;
  runner: string;
  flags: string[];
  /** As the script names it, relative to the workspace. */
  written: string;
}

/** The program that a script starts: the first runner in it, its flags, and the file behind them. */
function startOf(ground: Ground, script: string): Start | undefined {
  for (const part of script.split(/&&|\|\||;|&/)) {
    const words = part
      .trim()
      .split(/\s+/)
      .map((word) => word.replace(/^(["'])(.*)\1$/, '$2'));
    const at = words.findIndex((word) => RUNNERS.test(word));
    if (at === -1) continue;
    const flags: string[] = [];
    for (const word of words.slice(at + 1)) {
      const file = word.startsWith('-') || word === 'watch' ? undefined : sourceOf(ground, word);
      if (file !== undefined) return { file, runner: words[at] ?? 'node', flags, written: word };
      if (word !== 'watch') flags.push(word);
    }
  }
  return undefined;
}

function runsIn(ground: Ground, folder: string, start: Start | undefined): { start: string; ending: string } {
  const inFolder = (of: string): string => (of === '' || of === '.' ? '' : `${of}/`);
  const flags = (start?.flags ?? []).filter((flag) => flag.startsWith('--env-file'));
  const node = ['node', ...flags].join(' ');
  if (ground.workspace.language === 'js') return { start: `${node} ${inFolder(folder)}`, ending: 'js' };
  const runner = ['tsx', 'ts-node'].find((name) => ground.declares(name));
  if (runner !== undefined) return { start: `${runner} ${inFolder(folder)}`, ending: 'ts' };
  const { out, root } = compiled(ground);
  const built = path.posix.join(out, path.posix.relative(root, folder === '' ? '.' : folder));
  return { start: `${node} ${inFolder(built)}`, ending: 'js' };
}

/** From which folder into which one the compiler writes (TypeScript, `rootDir` and `outDir`). */
function compiled(ground: Ground): { out: string; root: string } {
  const config = ground.text(ground.inHost('tsconfig.json')) ?? '';
  const out = /"outDir"\s*:\s*"\.?\/?([^"]+?)\/?"/.exec(config)?.[1] ?? 'dist';
  const root = /"rootDir"\s*:\s*"\.?\/?([^"]*?)\/?"/.exec(config)?.[1] ?? 'src';
  return { out, root };
}

/** The host's own source of a file that is named: where it is built, what it is built from. */
function sourceOf(ground: Ground, named: string): string | undefined {
  const inHost = ground.inHost(named);
  const found = ground.first(ENDINGS.map((ending) => inHost + ending));
  if (ground.workspace.language !== 'ts') return found;
  const { out, root } = compiled(ground);
  const relative = path.posix.relative(out, path.posix.normalize(named));
  if (relative.startsWith('..')) return found;
  const stem = relative.replace(/\.[cm]?js$/, '');
  return ground.first(
    [root, 'src', '.'].flatMap((folder) =>
      ['.ts', '.mts', '.cts', '/index.ts'].map((ending) => ground.inHost(path.posix.join(folder, stem) + ending)),
    ),
  );
}

/** The host's own module that another one names by the way to it. */
export function moduleAt(ground: Ground, importer: string, target: string): string | undefined {
  const base = path.posix.join(path.posix.dirname(importer), target);
  // A module of TypeScript is named by the ending that it gets when it is built.
  const bases = [base, base.replace(/\.([cm]?)js$/, '.$1ts')];
  return ground.first(bases.flatMap((one) => ENDINGS.map((ending) => one + ending)));
}

/** The host's own modules that a module loads, breadth first. */
function modulesFrom(ground: Ground, entry: string): string[] {
  const found = [entry];
  for (let index = 0; index < found.length && found.length < MOST_MODULES; index += 1) {
    const file = found[index] ?? entry;
    for (const [, target = ''] of (ground.text(file) ?? '').matchAll(
      /(?:\bfrom|\bimport|\brequire\(|\bimport\()\s*['"](\.{1,2}(?:\/[^'"]*)?)['"]/g,
    )) {
      const module = moduleAt(ground, file, target);
      if (module !== undefined && !module.startsWith('..') && !found.includes(module)) found.push(module);
    }
  }
  return found;
}

/** A port that is written down as a number; undefined where the environment tells it, or nothing can be told. */
function portOf(ground: Ground, modules: readonly string[]): number | undefined {
  const texts = modules.map((file) => ground.text(file) ?? '');
  if (texts.some((text) => /\benv(\.|\[['"])PORT\b|\benv\b[^;]{0,300}\bPORT\b/.test(text))) return undefined;
  const written = texts.flatMap((text) => {
    const direct = /\.listen\(\s*(?:\{\s*port:\s*)?(\d{2,5})\b/.exec(text)?.[1];
    const named = /\b(?:const|let|var)\s+(?:port|PORT)\s*(?::\s*number\s*)?=\s*(\d{2,5})\b/.exec(text)?.[1];
    return direct ?? named ?? [];
  });
  return written[0] === undefined ? undefined : Number(written[0]);
}

function serveBy(ground: Ground, file: string, start: Start | undefined, port: number | undefined): Serve {
  const { folder, language } = ground.workspace;
  const own = path.posix.relative(folder, file);
  const environment = { PORT: '{{port}}', HOST: '127.0.0.1' };
  const fixed = port === undefined ? {} : { port };
  const flags = (start?.runner === 'node' ? start.flags : []).filter((flag) => !/^--(watch|inspect|test)/.test(flag));
  if (language === 'js') return { program: 'node', args: [...flags, own], environment, ...fixed };
  const runner = ['tsx', 'ts-node'].find((name) => ground.declares(name));
  if (runner !== undefined) return { program: runner, args: [own], environment, ...fixed };
  return { program: 'node', args: [...flags, start?.written ?? own], environment, build: true, ...fixed };
}
