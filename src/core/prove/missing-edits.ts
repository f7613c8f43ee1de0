import path from 'node:path';
import type { Context } from '../context.ts';
import { readText } from '../doors/text.ts';
import { editText } from '../formats/formats.ts';
import { readLedgers, type MadeEdit } from '../ledger/ledger.ts';
import type { ProofTask } from './proof.ts';

/** Which of an integration's edits do not stand any more, in words: what a failed proof most likely misses. */
export async function missingEdits(
  context: Context,
  task: Pick<ProofTask, 'integration' | 'workspace'>,
): Promise<string[]> {
  const ledgers = await readLedgers(context.doors.files, context.host.root, task.workspace);
  const ledger = ledgers.find(({ integration }) => integration === task.integration);
  const style = context.facts.workspaces.find(({ folder }) => folder === task.workspace)?.style;
  const missing: string[] = [];
  for (const edit of ledger?.edits ?? []) {
    const text = readText(context.doors.files, path.join(context.host.root, edit.file));
    if (text === undefined) missing.push(`${edit.file} is gone`);
    else if (style && (await editText(text, edit, { file: edit.file, style })).kind !== 'already')
      missing.push(inWords(edit));
  }
  return missing;
}

function inWords({ file, operation }: MadeEdit): string {
  switch (operation.op) {
    case 'item':
      return `${file} no longer has ${operation.code} in its list of ${operation.address.pointer.slice(1).replaceAll('/', '.')}`;
    case 'entry':
      return `${file} no longer has ${operation.key} in its ${operation.address.pointer.slice(1).replaceAll('/', '.')}`;
    case 'import': {
      const source = 'source' in operation ? operation.source : operation.import.from;
      return `${file} no longer imports "${source}"`;
    }
    case 'set':
      if ('key' in operation) return `${file} no longer sets ${operation.key}`;
      return `${file} no longer has ${operation.pointer.slice(1).replaceAll('/', ' → ').replaceAll('~1', '/')}`;
    case 'link':
      return `${file} no longer links ${operation.href}`;
    case 'add':
      return `${file} no longer has ${JSON.stringify(operation.value)} at ${operation.pointer}`;
    case 'ensure':
      return `${file} no longer has the line ${operation.line}`;
  }
}
