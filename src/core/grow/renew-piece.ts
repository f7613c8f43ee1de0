import path from 'node:path';
import type { ChangeSet, FileChange } from '../change/change-set.ts';
import type { Edit, MadeEdit } from '../edits/edit.ts';
import type { Context } from '../host/context.ts';
import { ledgerFile, renderLedger, type Ledger } from '../ledger/record.ts';
import { meeting } from '../plan/attach/renew.ts';
import { readText, encode } from '../text/utf8.ts';
import { mergeLines } from '../text/merge-lines.ts';
import type { Growing } from './growing.ts';

/**
 * What makes a piece that has grown as its kit has it now, with what somebody has written into it since; undefined where it is so. Throws a
 * Problem (status 3) where the two meet.
 */
export function renewedPiece(
  { reader, host }: Context,
  { facts, stack }: Growing,
  ledger: Ledger,
  edits: readonly Edit[],
): ChangeSet | undefined {
  const files: FileChange[] = [];
  const made = ledger.edits.map((old): MadeEdit => {
    const edit = edits.find(({ file, format }) => file === old.file && format === 'whole');
    if (edit?.format !== 'whole' || old.format !== 'whole') return old;
    if (inOneLayout(edit.operation.text) === inOneLayout(old.operation.text)) return old;
    const mine = readText(reader, path.join(host.root, edit.file));
    // What somebody has deleted stays so.
    if (mine === undefined) return old;
    const { text } = edit.operation;
    const merged = mine === old.operation.text ? text : mergeLines(old.operation.text, mine, text);
    if (merged === undefined) throw meeting(edit.file, text);
    files.push({ file: edit.file, before: encode(mine), after: encode(merged), role: 'host' });
    return { ...edit, seed: text, made: true, splices: [] };
  });
  if (files.length === 0) return undefined;
  const { integration, title, workspace } = ledger;
  const record = ledgerFile(workspace, integration);
  const at = { integration, title, workspace, workspaceName: facts.name, stack: stack.title };
  return {
    kind: 'attach',
    title: `grow ${integration} in ${facts.name}`,
    parts: [{ ...at, way: 'as its kit has it now', wayReason: undefined, packages: [], already: [] }],
    files: [
      ...files,
      {
        file: record,
        before: reader.read(path.join(host.root, record)),
        after: encode(renderLedger({ ...ledger, edits: made })),
        role: 'record',
      },
    ],
    dropped: [],
    install: undefined,
    proofs: [],
    tell: [],
    warnings: [],
  };
}

/** A text without what only its layout is: a host that is written in another one since needs no other piece. */
function inOneLayout(text: string): string {
  return text.replaceAll(/[\s;,'"`]/g, '');
}
