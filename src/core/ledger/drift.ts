import type { Ledger } from './record.ts';
import { ECOSYSTEMS } from '../ecosystems/ecosystems.ts';
import type { Edit, MadeEdit } from '../edits/edit.ts';
import path from 'node:path';
import { readText } from '../text/utf8.ts';
import type { Reader } from '../ports.ts';
import type { CodeStyle } from '../text/code-style.ts';
import { takeBackSplices } from '../text/splices.ts';
import { hideValues, secretKeys } from '../formats/dotenv/environment-secrets.ts';

/** An edit that does not stand any more: somebody has changed it or taken it out. */
export interface Drift {
  /** Relative to the host's root. */
  file: string;
  /** In words: "web/vite.config.ts no longer …". */
  what: string;
}

/**
 * Which of a ledger's edits do not stand any more. One that has only moved, or that is written otherwise and means the
 * same, stands. `style` is asked for only where a file has to be read for its meaning.
 */
export async function findDrift(
  reader: Reader,
  root: string,
  ledger: Ledger,
  style: () => CodeStyle,
): Promise<Drift[]> {
  const drift: Drift[] = [];
  for (const edit of ledger.edits) {
    const text = readText(reader, path.join(root, edit.file));
    if (text === undefined) drift.push({ file: edit.file, what: `${edit.file} is gone` });
    else if (
      !standsExactly(hideValues(text, secretKeys([edit])).text, edit) &&
      !(await standsInMeaning(text, edit, style()))
    ) {
      const { describeEdit } = await import('../formats/formats.ts');
      drift.push({ file: edit.file, what: `${edit.file} no longer ${describeEdit(edit)}` });
    }
  }
  return drift;
}

function standsExactly(text: string, { splices }: MadeEdit): boolean {
  return splices.length > 0 && takeBackSplices(text, splices) !== undefined;
}

async function standsInMeaning(text: string, edit: MadeEdit, style: CodeStyle): Promise<boolean> {
  const { editText } = await import('../formats/formats.ts');
  return (await editText(text, asMade(edit), { file: edit.file, style })).kind === 'already';
}

/** What was put in is asked for as it was put in; of a package any range will do, as when it came. */
function asMade(edit: MadeEdit): Edit {
  if (edit.format !== 'json' || edit.operation.op !== 'set' || edit.splices.length === 0) return edit;
  return ECOSYSTEMS.some((one) => one.setsRange(edit))
    ? edit
    : { ...edit, operation: { ...edit.operation, any: false } };
}
