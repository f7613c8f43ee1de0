import type { MadeEdit } from '../../edits/edit.ts';
import path from 'node:path';
import { ALL_WORK } from '../../ecosystems/works.ts';
import type { AttachRequest } from './attach-request.ts';
import type { ScriptRun } from '../../change/change-set.ts';

/** The scripts of the project that edits have put in, and who runs each. */
export function scriptsIn(
  made: readonly MadeEdit[],
  { definition, workspace, foreign = false }: AttachRequest,
): ScriptRun[] {
  return made.flatMap((edit): ScriptRun[] => {
    const { file, format, operation, splices, executable } = edit;
    if (splices.length === 0) return [];
    const one = { integration: definition.integration, workspace, foreign };
    if (format === 'lines' && executable)
      return [{ ...one, name: path.posix.basename(file), command: operation.line, by: 'git' }];
    return ALL_WORK.flatMap((work) => work.scriptOf(edit) ?? []).map((script) => ({ ...one, ...script }));
  });
}
