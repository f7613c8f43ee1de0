import path from 'node:path';
import type { Context } from '../context.ts';
import { overlay } from '../doors/overlay.ts';
import { readText } from '../doors/text.ts';
import type { Ledger } from '../ledger/ledger.ts';
import { sourceFiles } from '../survey/source-files.ts';
import type { Sought } from '../uses/text-uses.ts';
import type { ChangeSet } from './change-set.ts';

/** A place in a host's own sources that will miss what goes. */
export interface Use {
  integration: string;
  /** Relative to the host's root. */
  file: string;
  /** Counted from 1. */
  line: number;
  /** The line as it is written, without the blanks around it. */
  text: string;
}

// Larger files are made by programs.
const LARGEST = 1 << 20;

/**
 * What in the host's own sources still uses integrations that go: imports of packages that leave, and what the
 * integrations say their uses look like. Looked for in the host as the planned change leaves it.
 */
export async function findUses(
  context: Context,
  going: readonly Ledger[],
  { files, dropped }: Pick<ChangeSet, 'files' | 'dropped'>,
): Promise<Use[]> {
  const tasks = going.map((ledger) => ({
    ledger,
    packages: dropped.filter(({ workspace }) => workspace === ledger.workspace).map(({ name }) => name),
    patterns: ledger.uses ?? {},
  }));
  if (tasks.every(({ packages, patterns }) => packages.length === 0 && Object.keys(patterns).length === 0)) return [];
  const { root } = context.host;
  const after = overlay(context.reader, new Map(files.map((change) => [path.join(root, change.file), change.after])));
  const { canUse, ownClasses } = await import('../uses/text-uses.ts');
  const sources = (await sourceFiles(context.doors, root)).filter((file) => canUse(file) || isManifest(file));
  const texts = sources.flatMap((file) => {
    const holder = holderOf(context, file);
    const near = tasks.filter(({ ledger }) => holder === ledger.workspace);
    const text = near.length === 0 ? undefined : readText(after, path.join(root, file));
    return text === undefined || text.length > LARGEST ? [] : [{ file, text, near }];
  });
  const own = new Set(texts.flatMap(({ file, text }) => ownClasses(text, file)));
  const found: Use[] = [];
  for (const { file, text, near } of texts) {
    for (const { ledger, packages, patterns } of near) {
      const at = await offsets(context, text, file, { packages, patterns, own });
      for (const line of linesAt(text, at)) found.push({ integration: ledger.integration, file, ...line });
    }
  }
  return found;
}

/** The workspace that a file belongs to: the innermost whose folder it is in. */
function holderOf({ facts }: Context, file: string): string {
  let best = '.';
  for (const { folder } of facts.workspaces)
    if (folder.length >= best.length && file.startsWith(`${folder}/`)) best = folder;
  return best;
}

async function offsets(context: Context, text: string, file: string, sought: Sought): Promise<number[]> {
  if (isManifest(file)) return scriptsThatRun(text, programsOf(context, file, sought.packages));
  const { usesIn } = await import('../uses/text-uses.ts');
  return usesIn(text, file, sought);
}

function isManifest(file: string): boolean {
  return path.posix.basename(file) === 'package.json';
}

/** The programs that packages bring, by their installed manifests. */
function programsOf({ reader, host }: Context, manifest: string, packages: readonly string[]): string[] {
  return packages.flatMap((name) => {
    for (const folder of [path.posix.dirname(manifest), '.']) {
      const text = readText(reader, path.join(host.root, folder, 'node_modules', name, 'package.json'));
      if (text === undefined) continue;
      try {
        const { bin } = JSON.parse(text) as { bin?: unknown };
        if (typeof bin === 'string') return [name.split('/').at(-1) ?? name];
        return typeof bin === 'object' && bin !== null ? Object.keys(bin) : [];
      } catch {
        return [];
      }
    }
    return [];
  });
}

/** Scripts of a manifest that run one of some programs. */
function scriptsThatRun(text: string, programs: readonly string[]): number[] {
  let manifest: unknown;
  try {
    manifest = JSON.parse(text);
  } catch {
    return [];
  }
  const scripts = (manifest as { scripts?: unknown } | null)?.scripts;
  if (typeof scripts !== 'object' || scripts === null) return [];
  const found = Object.entries(scripts as Record<string, unknown>).flatMap(([name, value]) => {
    const words = typeof value === 'string' ? value.split(/[\s;&|()]+/) : [];
    const at = text.indexOf(`${JSON.stringify(name)}:`);
    return words.some((word) => programs.includes(word)) && at !== -1 ? [at] : [];
  });
  return found.sort((a, b) => a - b);
}

/** The lines that some offsets, in order, are in: each once. */
function linesAt(text: string, offsets: readonly number[]): Pick<Use, 'line' | 'text'>[] {
  const found: Pick<Use, 'line' | 'text'>[] = [];
  let line = 1;
  let start = 0;
  let end = endOfLine(text, 0);
  for (const offset of offsets) {
    for (; offset > end; line += 1) {
      start = end + 1;
      end = endOfLine(text, start);
    }
    if (found.at(-1)?.line !== line) found.push({ line, text: text.slice(start, end).trim().slice(0, 200) });
  }
  return found;
}

function endOfLine(text: string, from: number): number {
  const end = text.indexOf('\n', from);
  return end === -1 ? text.length : end;
}
