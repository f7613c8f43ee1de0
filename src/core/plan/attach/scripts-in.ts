import type { MadeEdit } from '../../edits/edit.ts';
import path from 'node:path';
import { ALL_WORK } from '../../ecosystems/works.ts';
import type { AttachRequest } from './attach-request.ts';
import { isHookName } from '../../survey/git.ts';
import type { ScriptRun } from '../../change/change-set.ts';

/** The scripts of the project that edits have put in, and who runs each. */
export function scriptsIn(
  made: readonly MadeEdit[],
  { definition, workspace, foreign = false }: AttachRequest,
): ScriptRun[] {
  return made.flatMap((edit): ScriptRun[] => {
    const { file, format, operation, splices, executable } = edit;
    if (splices.length === 0 && !edit.made) return [];
    const one = { integration: definition.integration, workspace, foreign };
    const name = path.posix.basename(file);
    if (format === 'lines' && executable) return [{ ...one, name, command: operation.line, by: 'git' }];
    // git runs it if it looks for hooks there, now or later; some tools run hooks that are not executable, too.
    if (format === 'whole' && isHookName(name)) return [{ ...one, name, command: file, by: 'git' }];
    if (format === 'whole' && executable) return [{ ...one, name, command: file, by: 'people' }];
    return ALL_WORK.flatMap((work) => work.scriptOf(edit) ?? []).map((script) => ({ ...one, ...script }));
  });
}
