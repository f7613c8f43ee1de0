import path from 'node:path';
import type { Context } from '../context.ts';
import { reconcileCommand } from '../resolve/manager-commands.ts';
import type { CommandStep, FileChange } from './change-set.ts';

const MANAGED = /^(package\.json|pnpm-workspace\.yaml)$/;

/** The package manager's run that some changes need; undefined where they touch nothing that it reads, or it is handwork. */
export function installStep(context: Context, files: readonly FileChange[], purpose: string): CommandStep | undefined {
  if (!files.some(({ file }) => MANAGED.test(path.posix.basename(file)))) return undefined;
  const command = reconcileCommand(context.facts.manager, context.doors.offline);
  return command && { ...command, purpose };
}
