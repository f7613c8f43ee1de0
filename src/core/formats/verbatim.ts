import { lineBreakOf } from '../text/code-style.ts';
import type { Splice } from '../text/splices.ts';
import { readComponent } from './component/blocks.ts';
import { edited, refused, type Outcome, type Surroundings } from './format.ts';
import { parseScript } from './script/syntax.ts';

/** An operation whose texts are to stand word for word, with the line breaks that a file has in place of single line feeds. */
export function inLineBreaksOf<Operation extends object>(text: string, operation: Operation): Operation {
  if (lineBreakOf(text) !== '\r\n') return operation;
  const own = ([key, value]: [string, unknown]): [string, unknown] => [
    key,
    typeof value === 'string' ? value.replaceAll('\n', '\r\n') : value,
  ];
  return { ...operation, ...Object.fromEntries(Object.entries(operation).map(own)) };
}

/** Edits by splices that know no syntax: refused at `at` where the file could be read before and not any more after. */
export function editedReadably(
  text: string,
  { splices, at, isThere, handwork }: { splices: Splice[]; at: number; isThere: boolean; handwork: string },
  { file }: Surroundings,
): Outcome {
  const outcome = edited(text, splices);
  if (isReadable(outcome.text, file) || !isReadable(text, file)) return outcome;
  return refused(text, at, `the file could not be read any more ${isThere ? 'with' : 'without'} it`, handwork);
}

/** Whether a file still is what its ending says, as far as a parser can tell. */
function isReadable(text: string, file: string): boolean {
  if (/\.[cm]?[jt]sx?$/.test(file)) return !('fault' in parseScript(text, file));
  return file.endsWith('.vue') ? typeof readComponent(text) !== 'string' : true;
}
