import path from 'node:path';
import type { Context } from '../context.ts';
import { readText } from '../doors/text.ts';
import { describeEdit } from '../formats/describe.ts';
import { editText } from '../formats/formats.ts';
import { readLedgers } from '../ledger/ledger.ts';
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
      missing.push(`${edit.file} no longer ${describeEdit(edit)}`);
  }
  return missing;
}
