import type { MadeEdit } from '../../edits/edit.ts';
import path from 'node:path';
import { ALL_WORK } from '../../ecosystems/works.ts';
import type { AttachRequest } from './attach-request.ts';
import type { ScriptRun } from '../../change/change-set.ts';

// The names of hooks (githooks(5)).
const HOOKS = new Set(
  [
    'applypatch-msg pre-applypatch post-applypatch pre-commit pre-merge-commit prepare-commit-msg commit-msg post-commit',
    'pre-rebase post-checkout post-merge pre-push pre-receive update proc-receive post-receive post-update',
    'reference-transaction push-to-checkout pre-auto-gc post-rewrite sendemail-validate fsmonitor-watchman',
    'p4-changelist p4-prepare-changelist p4-post-changelist p4-pre-submit post-index-change',
  ].flatMap((line) => line.split(' ')),
);

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
    if (format === 'whole' && HOOKS.has(name)) return [{ ...one, name, command: file, by: 'git' }];
    if (format === 'whole' && executable) return [{ ...one, name, command: file, by: 'people' }];
    return ALL_WORK.flatMap((work) => work.scriptOf(edit) ?? []).map((script) => ({ ...one, ...script }));
  });
}
