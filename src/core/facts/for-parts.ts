import path from 'node:path';
import { allDefinitions } from '../definition/catalog.ts';
import type { GrowSpec } from '../definition/parts.ts';
import type { Context } from '../host/context.ts';
import type { StackFacts } from '../stacks/sides.ts';
import { circumstances } from './circumstances.ts';
import { holds } from './conditions.ts';

/** What parts make use of on a side of a workspace, by the integrations that are there, attached or set up by hand. */
export async function forParts(context: Context, stack: StackFacts): Promise<GrowSpec[]> {
  const { doors, catalog } = context;
  const at = circumstances(context, { stack, choices: {} });
  const all = await allDefinitions(doors.files, catalog);
  return all.flatMap(({ grow = [] }) => grow.filter(({ fits }) => holds(fits, at)));
}

const TEST_FILE = /\.(test|spec)\.\w+$|Test\.php$/;

/** Whether a file has tests that a runner of tests takes, by its name. */
export function isTestFile(file: string): boolean {
  return TEST_FILE.test(file);
}

/** Of some files, relative to the host's root, the tests among them, from the workspace on. */
export function testsAmong(files: readonly string[], workspace: string): string[] {
  return files.filter(isTestFile).map((file) => path.posix.relative(workspace, file));
}
