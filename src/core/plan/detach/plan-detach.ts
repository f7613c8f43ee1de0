import { type Ledger, ledgerFile } from '../../ledger/record.ts';
import { ALL_WORK } from '../../ecosystems/works.ts';
import { roleOf } from '../../change/roles.ts';
import { hideSecrets } from '../../edits/hidden-secrets.ts';
import { type MadeEdit } from '../../edits/edit.ts';
import path from 'node:path';
import type { Context } from '../../host/context.ts';
import { decode, encode } from '../../text/utf8.ts';
import { removeFromText } from '../../formats/formats.ts';
import { dataInWords, dataOf } from './kept-data.ts';
import { EXIT, Problem } from '../../problem.ts';
import type { CodeStyle } from '../../text/code-style.ts';
import { takeBackSplices } from '../../text/splices.ts';
import { tablesInWords } from '../../change/migration.ts';
import { goingMigrations } from '../shared/migration-runs.ts';
import { joinFiles, type ChangeSet, type FileChange } from '../../change/change-set.ts';
import { fitAround } from '../refit/fit-around.ts';
import { refuseEditedParts } from './edited-parts.ts';
import { refuseInnerPages, refuseLeftParts, refuseUsedByPieces } from './used-parts.ts';
import { findUses } from './find-uses.ts';
import { staysByHand } from './stays-by-hand.ts';
import { movedFile } from './moved-file.ts';
import { installSteps } from '../shared/install-steps.ts';
import { checkOwnPath } from '../../change/paths.ts';
import { changeTitle } from '../../change/title.ts';
import { updatedRecords } from '../shared/plan-files.ts';
import { hashOf } from '../../text/hash.ts';
import { editsOn, makeEdits, withoutEdits, type Replayed } from '../../edits/replay.ts';

/**
 * Plans to take integrations out, as one change set. Writes nothing. Throws a Problem (status 3) with the handwork
 * where an edit can be taken back neither exactly nor by meaning.
 */
export async function planDetach(
  context: Context,
  going: readonly Ledger[],
  { withData = false }: { withData?: boolean } = {},
): Promise<ChangeSet> {
  refuseEditedParts(context, going);
  const warnings: string[] = [];
  const staying = context.ledgers.filter((ledger) => !going.includes(ledger));
  refuseLeftParts(going, staying);
  refuseInnerPages(going, staying);
  await refuseUsedByPieces(context, going, staying);
  const { files, updated } = await takeAllOut(context, going, staying, warnings);
  files.push(...madeFiles(context, going, warnings));
  files.push(...goingRecords(context, going));
  const staysOnly = { ...context, ledgers: staying };
  const taken = [...files, ...updatedRecords(staysOnly, updated)];
  const fitted = await fitAround(context, taken);
  warnings.push(...fitted.words);
  const data = dataOf(context, going);
  warnings.push(...data.map((one) => dataInWords(one, withData)));
  const joined = joinFiles([...taken, ...fitted.files]);
  const migrations = await goingMigrations(context, going, joined, withData);
  warnings.push(...migrations.map(tablesInWords));
  const dropped = droppedPackages(going, joined);
  return {
    kind: 'detach',
    title: changeTitle(
      'detach',
      going.map(({ integration, workspace }) => ({ integration, workspaceName: nameOf(context, workspace) })),
    ),
    parts: [],
    files: joined,
    dropped,
    uses: await findUses(context, going, { files: joined, dropped }),
    installs: installSteps(context, joined, 'takes the packages out and updates the lockfile'),
    proofs: [],
    staying: await staysByHand(context, going),
    migrations,
    data: withData ? data.map(({ path: file }) => file) : [],
    tell: going.every(({ adopted }) => adopted) ? [] : ['Restart the dev server if it runs.'],
    warnings,
  };
}

/** The files as they are without what goes, and the edits of those that stay which had to be made anew, by their owners. */
async function takeAllOut(
  context: Context,
  going: readonly Ledger[],
  staying: readonly Ledger[],
  warnings: string[],
): Promise<{ files: FileChange[]; updated: Map<string, MadeEdit[]> }> {
  const files: FileChange[] = [];
  const updated = new Map<string, MadeEdit[]>();
  for (const file of new Set(going.flatMap((ledger) => ledger.edits.map((edit) => edit.file)))) {
    checkOwnPath(context.reader, context.host.root, file);
    const { place, before } = await findPlace(context, file, going);
    const open = before && decode(before);
    if (before && open === undefined)
      throw cannot(place, 'the file is not UTF-8 text any more', `Take what is needed out of ${place} by hand.`);
    if (place !== file) warnings.push(`${file} is ${place} now: taken out there.`);
    const edits = editsOn(file, [...going, ...staying]).map(({ edit }) => edit);
    const { text, reveal } = hideSecrets(open, edits);
    const left = await takeOut(context, { file, place, text, going, staying, warnings });
    for (const { owner, edit } of left.made) updated.set(owner, [...(updated.get(owner) ?? []), edit]);
    files.push({
      file: place,
      before,
      after: left.text === undefined ? undefined : encode(reveal(left.text)),
      role: roleOf(place, edits),
    });
  }
  return { files, updated };
}

function goingRecords({ reader, host }: Context, going: readonly Ledger[]): FileChange[] {
  return going.map(({ workspace, integration }) => {
    const file = ledgerFile(workspace, integration);
    return { file, before: reader.read(path.join(host.root, file)), after: undefined, role: 'record' };
  });
}

/** Files that commands have made go, if nobody has changed them since. */
function madeFiles({ reader, host }: Context, going: readonly Ledger[], warnings: string[]): FileChange[] {
  return going.flatMap(({ made = [] }) =>
    made.flatMap(({ file, sha256 }): FileChange[] => {
      checkOwnPath(reader, host.root, file);
      const before = reader.read(path.join(host.root, file));
      if (before === undefined) return [];
      if (hashOf(before) === sha256) return [{ file, before, after: undefined, role: 'host' }];
      warnings.push(`${file} was made for it and has changed since: it stays.`);
      return [];
    }),
  );
}

/** A file as it is now, where it has been moved to if it was. */
async function findPlace(
  context: Context,
  file: string,
  going: readonly Ledger[],
): Promise<{ place: string; before: Uint8Array | undefined }> {
  const read = (place: string): Uint8Array | undefined => context.reader.read(path.join(context.host.root, place));
  const before = read(file);
  const moved = before === undefined ? await movedFile(context, file, going) : undefined;
  if (moved === undefined) return { place: file, before };
  checkOwnPath(context.reader, context.host.root, moved);
  return { place: moved, before: read(moved) };
}

interface TakeOut {
  /** The file as the records name it. */
  file: string;
  /** Where it is now. */
  place: string;
  text: string | undefined;
  going: readonly Ledger[];
  staying: readonly Ledger[];
  warnings: string[];
}

async function takeOut(context: Context, task: TakeOut): Promise<Replayed> {
  const { file, text, going, staying } = task;
  const style = styleFor(context, going);
  const others = editsOn(file, staying);
  const all = editsOn(file, [...going, ...staying]);
  const base = withoutEdits(text, all);
  if (base !== 'lost') {
    const again = others.length === 0 ? undefined : await makeEdits(file, base.text, all, style);
    if (again === undefined) return { text: base.text, made: [] };
    if (!('refusal' in again) && again.text === text) {
      const left = await makeEdits(file, base.text, others, style);
      if (!('refusal' in left)) return left;
    }
  }
  if (text === undefined) {
    task.warnings.push(`${file} is not there any more`);
    return { text, made: [] };
  }
  const rest = await takeOutOneByOne(task, text, style);
  if (rest === undefined || others.length === 0) return { text: rest, made: [] };
  // What went with this integration but is needed by one that stays comes back.
  const left = await makeEdits(file, rest, others, style);
  return 'refusal' in left || left.text === rest ? { text: rest, made: [] } : left;
}

/** Takes edits out of a file that has moved on: exactly where the place is unchanged, else by meaning, else not at all. */
async function takeOutOneByOne(
  { file, place, going, warnings }: TakeOut,
  text: string,
  style: CodeStyle,
): Promise<string | undefined> {
  let current = text;
  let made: { seed: string } | undefined;
  for (const { edit } of editsOn(file, going).reverse()) {
    const splices = edit.splices ?? [];
    if (edit.made) made = { seed: edit.seed ?? '' };
    if (splices.length === 0) continue;
    const exact = takeBackSplices(current, splices);
    if (exact !== undefined) {
      current = exact;
      continue;
    }
    const outcome = await removeFromText(current, edit, { file: place, style });
    if (outcome.kind === 'refused')
      throw cannot(place, outcome.refusal.reason, outcome.refusal.handwork, outcome.refusal.line);
    if (outcome.kind === 'already') warnings.push(`${place}: what was put in there has been taken out by hand`);
    else current = outcome.text;
  }
  if (made && (current.trim() === '' || current === made.seed)) return undefined;
  return current;
}

function styleFor(context: Context, going: readonly Ledger[]): CodeStyle {
  const folder = going[0]?.workspace;
  const facts = context.facts.workspaces.find((one) => one.folder === folder) ?? context.facts.workspaces[0];
  if (!facts) throw new Error('a host has at least its root package');
  return facts.style;
}

/** Packages that leave a manifest with some integrations. */
export function droppedPackages(going: readonly Ledger[], files: readonly FileChange[]): ChangeSet['dropped'] {
  return going.flatMap(({ workspace, packages }) => {
    const manifests = files.filter(
      ({ file, role }) => role === 'manifest' && path.posix.dirname(file) === path.posix.normalize(workspace),
    );
    const left = new Set(manifests.flatMap(({ after }) => ALL_WORK.flatMap((one) => [...one.declaredIn(after)])));
    return Object.keys(packages)
      .filter((name) => manifests.length > 0 && !left.has(name))
      .map((name) => ({ name, workspace }));
  });
}

function nameOf(context: Context, folder: string): string {
  return context.facts.workspaces.find((one) => one.folder === folder)?.name ?? folder;
}

function cannot(file: string, why: string, handwork: string, line?: number): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `${file} cannot be put back safely`,
    where: { file, ...(line === undefined ? {} : { line }) },
    why,
    next: 'Nothing was changed. Do this by hand, then detach again.',
    handwork,
  });
}
