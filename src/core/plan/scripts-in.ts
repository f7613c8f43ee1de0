import path from 'node:path';
import { splitPointer } from '../formats/json-pointer.ts';
import type { MadeEdit } from '../ledger/ledger.ts';
import type { AttachRequest } from './attach-request.ts';
import type { ScriptRun } from './change-set.ts';

// What package managers run by themselves when they install a project (npm's docs, "Life Cycle Scripts"; pnpm's has one of its own).
const BY_MANAGER =
  /^(preinstall|install|postinstall|prepublish|preprepare|prepare|postprepare|dependencies|pnpm:devPreinstall)$/;

/** The scripts of the project that edits have put in, and who runs each. */
export function scriptsIn(
  made: readonly MadeEdit[],
  { definition, workspace, foreign = false }: AttachRequest,
): ScriptRun[] {
  return made.flatMap(({ file, format, operation, splices, executable }): ScriptRun[] => {
    if (splices.length === 0) return [];
    const one = { integration: definition.integration, workspace, foreign };
    if (format === 'lines' && executable)
      return [{ ...one, name: path.posix.basename(file), command: operation.line, by: 'git' }];
    if (format !== 'json' || operation.op !== 'set' || path.posix.basename(file) !== 'package.json') return [];
    const [section, name = ''] = splitPointer(operation.pointer);
    if (section !== 'scripts' || typeof operation.value !== 'string') return [];
    return [{ ...one, name, command: operation.value, by: BY_MANAGER.test(name) ? 'manager' : 'people' }];
  });
}
