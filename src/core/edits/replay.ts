import { hideSecrets } from './hidden-secrets.ts';
import type { Edit, MadeEdit, OwnedEdits, Owner } from './edit.ts';
import { readPartId } from './part-id.ts';
import { editText } from '../formats/formats.ts';
import type { Refusal } from '../formats/format.ts';
import type { CodeStyle } from '../text/code-style.ts';
import { recordSplices, takeBackSplices } from '../text/splices.ts';

/** An edit with the ledger that it belongs to; the order of owners is the order in which edits are made in a file. */
export interface OwnedEdit {
  /** `integration` and `workspace`, so that every order of attaching ends in the same bytes. */
  owner: string;
  edit: Edit & { splices?: MadeEdit['splices'] | undefined; made?: boolean | undefined };
}

export interface Replayed {
  text: string | undefined;
  made: { owner: string; edit: MadeEdit }[];
}
export interface ReplayRefused {
  owner: string;
  edit: Edit;
  refusal: Refusal;
}

export function ownerOf({ integration, workspace }: Owner): string {
  return `${integration} ${workspace}`;
}

/** The edits that some integrations have on one file, in the order in which they are made. */
export function editsOn(file: string, all: readonly OwnedEdits[]): OwnedEdit[] {
  return inOrder(
    all.flatMap((one) => one.edits.filter((edit) => edit.file === file).map((edit) => ({ owner: ownerOf(one), edit }))),
  );
}

/** Owners in order. The edits of one owner stay as its definition has them. */
export function inOrder(edits: readonly OwnedEdit[]): OwnedEdit[] {
  return [...edits].sort(
    (a, b) => rankOf(a.owner) - rankOf(b.owner) || (a.owner < b.owner ? -1 : a.owner > b.owner ? 1 : 0),
  );
}

/** Parts grow in what is attached, and what stands around others comes last. */
function rankOf(owner: string): number {
  const part = readPartId({ integration: owner });
  return part ? (part.kind === 'layout' ? 2 : 1) : 0;
}

/**
 * The text as it was before any of the edits: each taken back exactly, last first. `lost` where one of them is not
 * found as it was made, because the file has been changed there since.
 */
export function withoutEdits(
  text: string | undefined,
  edits: readonly OwnedEdit[],
): { text: string | undefined } | 'lost' {
  let current = hideSecrets(
    text,
    edits.map(({ edit }) => edit),
  ).text;
  for (const { edit } of [...edits].reverse()) {
    const splices = edit.splices ?? [];
    if (splices.length > 0) {
      const before: string | undefined = current === undefined ? undefined : takeBackSplices(current, splices);
      if (before === undefined) return 'lost';
      current = before;
    }
    if (edit.made) {
      if (current !== (edit.seed ?? '')) return 'lost';
      current = undefined;
    }
  }
  return { text: current };
}

/** Makes edits in order on a text (undefined: the file is not there). Stops at the first refusal. */
export async function makeEdits(
  file: string,
  text: string | undefined,
  edits: readonly OwnedEdit[],
  style: CodeStyle,
): Promise<Replayed | ReplayRefused> {
  const seed = edits.find(({ edit }) => edit.seed !== undefined)?.edit.seed;
  const made: Replayed['made'] = [];
  let current = text;
  for (const { owner, edit } of edits) {
    const plain = plainEdit(edit);
    let makes = false;
    if (current === undefined) {
      if (seed === undefined) {
        const refusal = { reason: 'the file is not there', handwork: `Make ${file} first.` };
        return { owner, edit: plain, refusal };
      }
      current = seed;
      makes = true;
    }
    const outcome = await editText(current, plain, { file, style });
    if (outcome.kind === 'refused') return { owner, edit: plain, refusal: outcome.refusal };
    const splices = outcome.kind === 'edited' ? recordSplices(current, outcome.splices, edit.private) : [];
    if (outcome.kind === 'edited') current = outcome.text;
    const seeded = makes ? { seed: seed ?? '', made: true } : {};
    made.push({ owner, edit: { ...plain, ...seeded, splices } });
  }
  return { text: current, made };
}

/** An edit without the record of how it was made. */
export function plainEdit(edit: OwnedEdit['edit']): Edit {
  const plain = { ...edit };
  delete plain.splices;
  delete plain.made;
  return plain;
}
