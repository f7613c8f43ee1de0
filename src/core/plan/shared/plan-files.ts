import { type Ledger, ledgerFile, renderLedger } from '../../ledger/record.ts';
import { roleOf } from '../../change/roles.ts';
import { hideSecrets } from '../../edits/hidden-secrets.ts';
import { type MadeEdit } from '../../edits/edit.ts';
import type { Edit } from '../../edits/edit.ts';
import path from 'node:path';
import type { Context } from '../../host/context.ts';
import { decode, encode } from '../../text/utf8.ts';
import { removeFromText } from '../../formats/formats.ts';
import type { Refusal } from '../../formats/format.ts';
import type { CodeStyle } from '../../text/code-style.ts';
import type { FileChange } from '../../change/change-set.ts';
import { checkOwnPath } from '../../change/paths.ts';
import {
  editsOn,
  inOrder,
  makeEdits,
  ownerOf,
  withoutEdits,
  type OwnedEdit,
  type Replayed,
  type ReplayRefused,
} from '../../edits/replay.ts';

/** What an owner wants to have edited, in the order of its definition. */
export interface Addition {
  owner: string;
  edits: readonly Edit[];
  style: CodeStyle;
  /** Its record so far: what that did and the new edits do not is taken back. */
  replaces?: Ledger | undefined;
}

export interface PlannedFiles {
  files: FileChange[];
  /** Each owner's edits as they were made, in the order of its definition. */
  made: Map<string, MadeEdit[]>;
}

/** Plans what new edits of some owners do to the files, with the edits of all others kept in their own order. */
export async function planFiles(
  context: Context,
  additions: readonly Addition[],
): Promise<PlannedFiles | (ReplayRefused & { refusal: Refusal })> {
  const files: FileChange[] = [];
  const made = new Map<string, MadeEdit[]>();
  const updated = new Map<string, MadeEdit[]>();
  const styles = new Map(additions.map(({ owner, style }) => [owner, style]));
  const replaced = additions.flatMap(({ replaces }) => replaces ?? []);
  const staying = context.ledgers.filter((ledger) => !replaced.some((one) => ownerOf(one) === ownerOf(ledger)));
  for (const [file, own] of byFile(additions)) {
    const old = editsOn(file, replaced);
    const first = own[0] ?? old[0];
    const style = styles.get(first?.owner ?? '');
    if (!first || !style) continue;
    checkOwnPath(context.reader, context.host.root, file);
    const bytes = context.reader.read(path.join(context.host.root, file));
    const open = bytes && decode(bytes);
    if (bytes && open === undefined) {
      return { ...first, refusal: { reason: 'the file is not UTF-8 text', handwork: `Convert ${file} to UTF-8.` } };
    }
    const others = editsOn(file, staying);
    const { text, reveal } = hideSecrets(
      open,
      [...others, ...old].map(({ edit }) => edit),
    );
    const outcome =
      (await replayAll(file, text, { others, old, own }, style)) ?? (await onTop(file, text, { old, own }, style));
    if ('refusal' in outcome) return outcome;
    for (const entry of outcome.made) {
      const target = styles.has(entry.owner) ? made : updated;
      const edits = target.get(entry.owner) ?? [];
      edits.push(entry.edit);
      target.set(entry.owner, edits);
    }
    files.push({
      file,
      before: bytes,
      after: outcome.text === undefined ? undefined : encode(reveal(outcome.text)),
      role: roleOf(
        file,
        [...own, ...old, ...others].map(({ edit }) => edit),
      ),
      shown: outcome.made.flatMap(({ edit }) => openKey(edit)),
      ...(own.some(({ edit }) => edit.executable) ? { executable: true } : {}),
      ...(own.some(({ edit }) => edit.format === 'dotenv' && edit.operation.expands) ? { expands: true } : {}),
    });
  }
  return { files: [...files, ...updatedRecords(context, updated)], made: inOrderOf(additions, made) };
}

/** Each owner's edits as its definition has them, whichever file was edited first. */
function inOrderOf(
  additions: readonly Addition[],
  made: ReadonlyMap<string, readonly MadeEdit[]>,
): Map<string, MadeEdit[]> {
  const find = (owner: string, edit: Edit): MadeEdit[] => {
    const found = made.get(owner)?.find((one) => sameEdit(one, edit));
    return found ? [found] : [];
  };
  return new Map(additions.map(({ owner, edits }) => [owner, edits.flatMap((edit) => find(owner, edit))]));
}

function byFile(additions: readonly Addition[]): Map<string, OwnedEdit[]> {
  const files = new Map<string, OwnedEdit[]>();
  for (const { owner, edits, replaces } of additions) {
    for (const edit of edits) files.set(edit.file, [...(files.get(edit.file) ?? []), { owner, edit }]);
    for (const { file } of replaces?.edits ?? []) if (!files.has(file)) files.set(file, []);
  }
  return files;
}

/** The key that an edit has put in with a value that is no secret. */
function openKey({ format, operation, splices }: MadeEdit): string[] {
  return format === 'dotenv' && operation.secret === undefined && splices.length > 0 ? [operation.key] : [];
}

/** What was there before some edits were made, in words. */
export function alreadyThere(made: readonly MadeEdit[]): string[] {
  return made.filter(({ splices, made: isNew }) => splices.length === 0 && !isNew).map((edit) => alreadyInWords(edit));
}

interface Parties {
  /** Edits of owners that stay as they are. */
  others: readonly OwnedEdit[];
  /** What the owners had made so far. */
  old: readonly OwnedEdit[];
  /** What they want now. */
  own: readonly OwnedEdit[];
}

/** Takes all edits of a file back and makes them and the new ones in order; undefined where the file has moved on. */
async function replayAll(
  file: string,
  text: string | undefined,
  { others, old, own }: Parties,
  style: CodeStyle,
): Promise<Replayed | ReplayRefused | undefined> {
  const before = inOrder([...others, ...old]);
  if (before.length === 0) return makeEdits(file, text, inOrder(own), style);
  const base = withoutEdits(text, before);
  if (base === 'lost') return undefined;
  const same = await makeEdits(file, base.text, before, style);
  if ('refusal' in same || same.text !== text) return undefined;
  return makeEdits(file, base.text, inOrder([...others, ...own]), style);
}

/** In a file that has moved on: what is not wanted any more is taken out by itself, what is new is made on top. */
async function onTop(
  file: string,
  text: string | undefined,
  { old, own }: Omit<Parties, 'others'>,
  style: CodeStyle,
): Promise<Replayed | ReplayRefused> {
  const isIn = (one: OwnedEdit, all: readonly OwnedEdit[]): boolean => all.some(({ edit }) => sameEdit(edit, one.edit));
  let current = text;
  for (const one of inOrder(old.filter((each) => !isIn(each, own))).reverse()) {
    if (current === undefined || (one.edit.splices ?? []).length === 0) continue;
    const outcome = await removeFromText(current, one.edit, { file, style });
    if (outcome.kind === 'refused') return { owner: one.owner, edit: one.edit, refusal: outcome.refusal };
    if (outcome.kind === 'edited') current = outcome.text;
  }
  const kept = old.filter((each) => isIn(each, own)).map(({ owner, edit }) => ({ owner, edit: edit as MadeEdit }));
  const made = await makeEdits(file, current, inOrder(own.filter((each) => !isIn(each, old))), style);
  return 'refusal' in made ? made : { text: made.text, made: [...kept, ...made.made] };
}

/** The ledgers of others whose edits are now made differently, because what they shared has changed. */
export function updatedRecords(context: Context, updated: ReadonlyMap<string, MadeEdit[]>): FileChange[] {
  return context.ledgers.flatMap((ledger): FileChange[] => {
    const changed = updated.get(ownerOf(ledger));
    if (!changed) return [];
    const next: Ledger = {
      ...ledger,
      edits: ledger.edits.map((edit) => changed.find((one) => sameEdit(one, edit)) ?? edit),
    };
    const file = ledgerFile(ledger.workspace, ledger.integration);
    const before = context.reader.read(path.join(context.host.root, file));
    return [{ file, before, after: encode(renderLedger(next)), role: 'record' }];
  });
}

export function sameEdit(a: Edit, b: Edit): boolean {
  return a.file === b.file && a.format === b.format && JSON.stringify(a.operation) === JSON.stringify(b.operation);
}

function alreadyInWords({ file, operation }: MadeEdit): string {
  if (operation.op === 'set' && 'pointer' in operation)
    return `${file} has ${operation.pointer.split('/').at(-1)?.replaceAll('~1', '/')}`;
  if (operation.op === 'item') return `${file} has ${operation.code}`;
  return `${file} has what it needs`;
}
