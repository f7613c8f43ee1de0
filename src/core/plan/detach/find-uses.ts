import type { Ledger } from '../../ledger/record.ts';
import { ALL_WORK } from '../../ecosystems/works.ts';
import { isManifest } from '../../change/roles.ts';
import path from 'node:path';
import type { Use } from '../../change/change-set.ts';
import type { Context } from '../../host/context.ts';
import { overlay } from '../../edits/overlay.ts';
import { readText } from '../../text/utf8.ts';
import { sourceFiles } from '../../survey/source-files.ts';
import type { ChangeSet } from '../../change/change-set.ts';

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
  // What was set up by hand stays: nothing will miss it.
  const tasks = going
    .filter(({ adopted }) => !adopted)
    .map((ledger) => ({
      ledger,
      packages: dropped.filter(({ workspace }) => workspace === ledger.workspace).map(({ name }) => name),
      patterns: ledger.uses ?? {},
    }))
    .map((task) => ({ ...task, namespaces: namespacesOf(context, task.ledger.workspace, task.packages) }));
  if (tasks.every(({ packages, patterns }) => packages.length === 0 && Object.keys(patterns).length === 0)) return [];
  const { root } = context.host;
  const after = overlay(context.reader, new Map(files.map((change) => [path.join(root, change.file), change.after])));
  const { canUse, ownClasses, usesIn } = await import('../../uses/text-uses.ts');
  const { scriptsThatRun } = await import('../../uses/manifest-uses.ts');
  const { canNameClasses, namesIn } = await import('../../uses/php-uses.ts');
  const sources = (await sourceFiles(context.doors, root)).filter(
    (file) => canUse(file) || isManifest(file) || canNameClasses(file),
  );
  const texts = sources.flatMap((file) => {
    const holder = holderOf(context, file);
    const near = tasks.filter(({ ledger }) => holder === ledger.workspace);
    const text = near.length === 0 ? undefined : readText(after, path.join(root, file));
    return text === undefined || text.length > LARGEST ? [] : [{ file, text, near }];
  });
  const own = new Set(texts.flatMap(({ file, text }) => ownClasses(text, file)));
  const found: Use[] = [];
  for (const { file, text, near } of texts) {
    for (const { ledger, packages, patterns, namespaces } of near) {
      const at = isManifest(file)
        ? scriptsThatRun(text, programsOf(context, file, packages))
        : [
            ...(canUse(file) ? usesIn(text, file, { packages, patterns, own }) : []),
            ...(canNameClasses(file) ? namesIn(text, namespaces) : []),
          ];
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

/** The namespaces that packages bring, by what is installed. */
function namespacesOf({ reader, host }: Context, folder: string, packages: readonly string[]): string[] {
  return packages.flatMap((name) =>
    ALL_WORK.flatMap((one) => one.namespacesOf?.(reader, host.root, folder, name) ?? []),
  );
}

/** The programs that packages bring, by their installed manifests. */
function programsOf({ reader, host }: Context, manifest: string, packages: readonly string[]): string[] {
  const folder = path.posix.dirname(manifest);
  return packages.flatMap((name) => ALL_WORK.flatMap((one) => one.programsOf(reader, host.root, folder, name)));
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
