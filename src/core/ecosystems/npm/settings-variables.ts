import path from 'node:path';
import { readText } from '../../text/utf8.ts';
import type { Reader } from '../../ports.ts';

/**
 * Values for variables that the manager's settings name and do nothing without (yarn's `${NAME}` in .yarnrc.yml, "Environment variables"):
 * most are tokens, which nothing here gets, and yarn refuses every command where one is missing.
 */
export function placeholdersFor(reader: Reader, root: string): Record<string, string> {
  const text = readText(reader, path.join(root, '.yarnrc.yml')) ?? '';
  return Object.fromEntries([...text.matchAll(/\$\{(\w+)\}/g)].map(([, name = '']) => [name, 'not-handed-down']));
}
