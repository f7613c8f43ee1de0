import { originalPositionFor, TraceMap } from '@jridgewell/trace-mapping';
import { transformSync } from 'esbuild';
import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { projectRoot } from '../../demo/registry/open.ts';

const MAPS = path.join(projectRoot(), 'build/maps');
const DIST = path.join(projectRoot(), 'dist');

interface Ran {
  part: string;
  starts: number[];
}

/** The sources (`src/…`) whose functions runs have been through, by what the coverage hook has noted in a folder. */
export function modulesIn(folder: string): string[] {
  const starts = new Map<string, Set<number>>();
  for (const name of fs.readdirSync(folder)) {
    for (const { part, starts: own } of JSON.parse(fs.readFileSync(path.join(folder, name), 'utf8')) as Ran[]) {
      const known = starts.get(part) ?? new Set<number>();
      for (const one of own) known.add(one);
      starts.set(part, known);
    }
  }
  const found = new Set<string>();
  for (const [part, offsets] of starts) for (const one of sourcesOf(part, [...offsets])) found.add(one);
  return withConstants([...found]).sort();
}

function sourcesOf(part: string, offsets: readonly number[]): string[] {
  const file = path.join(MAPS, `${part}.map`);
  if (!fs.existsSync(file)) return [];
  const map = new TraceMap(fs.readFileSync(file, 'utf8'));
  const breaks = lineStarts(fs.readFileSync(path.join(DIST, part), 'utf8'));
  return offsets.flatMap((offset) => {
    const line = lineAt(breaks, offset);
    const { source } = originalPositionFor(map, { line: line + 1, column: offset - (breaks[line] ?? 0) });
    const inProject = source === null ? '' : path.relative(projectRoot(), path.resolve(DIST, source));
    return inProject.startsWith(`src${path.sep}`) ? [inProject.split(path.sep).join('/')] : [];
  });
}

/** Constants are no functions that run: modules that are imported for theirs, and those that hold nothing else, count with their users. */
function withConstants(modules: readonly string[]): string[] {
  const found = new Set(modules);
  for (const one of found)
    for (const imported of importsOf(one)) if (!found.has(imported) && holdsConstants(imported)) found.add(imported);
  return [...found];
}

function importsOf(module: string): string[] {
  const text = textOf(module);
  return [...text.matchAll(/^(?:import|export)\s(?!type\b)[^;]*?from\s+'(\.[^']+)'/gm)].map(([, target = '']) =>
    path.posix.normalize(path.posix.join(path.posix.dirname(module), target)),
  );
}

// A text, a number, a pattern, a list, a table of plain values, or a schema: no object with methods, which is told by whether they run.
const CONSTANT =
  /^export const \w+(?::[^=]+)? = (?:['"`\d/[]|new (?:Set|Map|RegExp)\b|z\.|\{(?![\s\S]*?\)(?::[^{;]+)? \{))/m;

function holdsConstants(module: string): boolean {
  const text = textOf(module);
  return CONSTANT.test(text) || !/\bfunction\b|=>|\) \{/.test(text);
}

function textOf(module: string): string {
  const file = path.join(projectRoot(), module);
  return fs.existsSync(file) ? fs.readFileSync(file, 'utf8') : '';
}

const hashes = new Map<string, string>();

/** The hash of a source as it is built: without comments and blanks. */
export function hashOfModule(module: string): string {
  const known = hashes.get(module);
  if (known !== undefined) return known;
  const text = textOf(module);
  const loader = module.endsWith('.ts') ? 'ts' : 'js';
  const code = text === '' ? 'gone' : transformSync(text, { loader, minify: true, target: 'node20' }).code;
  const hash = createHash('sha256').update(code).digest('hex').slice(0, 24);
  hashes.set(module, hash);
  return hash;
}

/** The packages that are in the built program, with their versions. */
export function bundledPackages(): string[] {
  const inputs = JSON.parse(fs.readFileSync(path.join(MAPS, 'inputs.json'), 'utf8')) as string[];
  const names = new Set(inputs.flatMap((one) => /node_modules\/((?:@[^/]+\/)?[^/]+)\//.exec(one)?.[1] ?? []));
  return [...names, 'oxc-parser'].sort().map((name) => {
    const manifest = path.join(projectRoot(), 'node_modules', name, 'package.json');
    const version = fs.existsSync(manifest)
      ? (JSON.parse(fs.readFileSync(manifest, 'utf8')) as { version?: string }).version
      : undefined;
    return `${name}@${version ?? 'nested'}`;
  });
}

/** The sources of the runner itself. */
export function runnerModules(): string[] {
  const bundled = JSON.parse(fs.readFileSync(path.join(MAPS, 'runner.json'), 'utf8')) as string[];
  return [...bundled, 'test/stacks/coverage-hook.mjs'];
}

function lineStarts(text: string): number[] {
  const starts = [0];
  for (let at = text.indexOf('\n'); at !== -1; at = text.indexOf('\n', at + 1)) starts.push(at + 1);
  return starts;
}

function lineAt(starts: readonly number[], offset: number): number {
  let low = 0;
  let high = starts.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((starts[middle] ?? 0) <= offset) low = middle;
    else high = middle - 1;
  }
  return low;
}
