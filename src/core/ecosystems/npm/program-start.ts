import type { ProgramStart } from '../work.ts';
import path from 'node:path';
import type { Reader } from '../../ports.ts';

/**
 * How to start a program that an installed package brings, as seen from a folder of the host; undefined where none does.
 * Under yarn's Plug'n'Play programs are in no folder: yarn itself starts them, and knows whether they are there.
 */
export function programStart(reader: Reader, root: string, folder: string, program: string): ProgramStart | undefined {
  for (let at = path.join(root, folder); at.length >= root.length; at = path.dirname(at)) {
    const file = path.join(at, 'node_modules', '.bin', program);
    if (reader.kind(file) !== undefined) return { command: file, lead: [] };
  }
  const plugged = reader.kind(path.join(root, '.pnp.cjs')) !== undefined;
  return plugged ? { command: 'yarn', lead: ['run', program] } : undefined;
}
