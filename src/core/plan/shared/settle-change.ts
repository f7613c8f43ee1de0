import path from 'node:path';
import type { ChangeSet, FileChange } from '../../change/change-set.ts';
import { joinFiles } from '../../change/change-set.ts';
import { ALL_WORK } from '../../ecosystems/works.ts';
import { staleFiles } from '../../change/stale-files.ts';
import { bareSides } from '../../facts/bare.ts';
import type { Context } from '../../host/context.ts';
import { readBack } from '../../formats/formats.ts';
import { EXIT, Problem } from '../../problem.ts';
import { decode } from '../../text/utf8.ts';

/**
 * A change set with what can only be said once all of it is planned: lockfiles as their managers will have them. Throws a Problem (status 3)
 * where a manager finds no answer, or a language's own program cannot read a file as it would be.
 */
export async function settleChange(context: Context, changes: ChangeSet): Promise<ChangeSet> {
  await refuseUnreadable(context, changes.files);
  const lockfiles: FileChange[] = [];
  const words: string[] = [];
  for (const manifest of changes.files.filter(({ role }) => role === 'manifest')) {
    const work = ALL_WORK.find((one) => one.installsBy(manifest.file));
    const lockfile = work?.lockfileOf?.(manifest.file);
    // It is planned already, as it once was.
    if (changes.files.some(({ file }) => file === lockfile)) continue;
    const settled = await work?.settle?.(context, manifest);
    if (!settled) continue;
    if (settled.lockfile) lockfiles.push({ ...settled.lockfile, role: 'lockfile' });
    words.push(...settled.words);
  }
  const stale = await staleCaches(context, changes.files);
  if (lockfiles.length === 0 && words.length === 0 && stale.length === 0) return changes;
  return {
    ...changes,
    ...(stale.length > 0 ? { stale } : {}),
    files: joinFiles([...changes.files, ...lockfiles]),
    warnings: [...changes.warnings, ...words],
  };
}

/** Throws a Problem (status 3) for a file that its language's own program could not read as it would be. */
async function refuseUnreadable({ doors, host }: Context, files: readonly FileChange[]): Promise<void> {
  const texts = files.flatMap(({ file, after }) => {
    const text = after && decode(after);
    return text === undefined ? [] : [{ file, text }];
  });
  const fault = await readBack(doors.processes, host.root, texts);
  if (!fault) return;
  const { file, line, why, by } = fault;
  throw new Problem({
    status: EXIT.refused,
    what: `${by} could not read ${file} after the change`,
    where: { file, line },
    why,
    next: 'Nothing was changed. This is most likely a bug in Ligament: please report it, with the file.',
  });
}

/** What frameworks keep of their last start in workspaces that change: they would go by it still. */
async function staleCaches(context: Context, files: readonly FileChange[]): Promise<string[]> {
  const { host, facts, reader } = context;
  const changed = files.filter(({ role }) => role !== 'record' && role !== 'lockfile');
  const touched = facts.workspaces.filter(({ folder }) =>
    changed.some(({ file }) => folder === '.' || file.startsWith(`${folder}/`)),
  );
  const found = new Set<string>();
  for (const { folder } of touched)
    for (const { traits } of await bareSides(context, folder))
      for (const cache of traits.caches ?? []) found.add(path.posix.normalize(path.posix.join(folder, cache)));
  return [...found].filter((one) => staleFiles(reader, host.root, one).length > 0);
}
