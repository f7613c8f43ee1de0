import path from 'node:path';
import { ownFiles } from '../survey/own-files.ts';
import { importingFiles } from '../uses/own-imports.ts';
import type { Circumstances } from './circumstances.ts';

const TEST = /(^|\/)__tests__\/|\.(test|spec)\.[cm]?[jt]sx?$/;
// What drives a browser has tests of a kind of its own.
const APART = '@playwright/test';

/** Whether a workspace has tests of its own, but for those that drive a browser. */
export function hasTests(at: Circumstances): boolean {
  const top = path.join(at.root, at.workspace.folder);
  const apart = new Set(importingFiles(at.reader, top, APART).map(({ file }) => file));
  for (const file of ownFiles(at.reader, top))
    if (TEST.test(file) && !file.startsWith('cypress/') && !apart.has(file)) return true;
  return false;
}

/** Globs of tests that another tool runs, as the code of a list: the folders at the workspace's top that they are in. */
export function testsApart({ reader, root, workspace }: Circumstances): string {
  const files = importingFiles(reader, path.join(root, workspace.folder), APART).map(({ file }) => file);
  const globs = files.map((file) => (file.includes('/') ? `${file.split('/')[0] ?? ''}/**` : file));
  return `[${[...new Set(globs)].map((one) => `'${one}'`).join(', ')}]`;
}
