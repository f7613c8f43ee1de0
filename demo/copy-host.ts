import fs from 'node:fs';
import path from 'node:path';
import { projectRoot } from './registry/open.ts';

// Nothing that is installed or built, and without the workspace of PHP, which has hosts of its own (test/stacks).
const LEFT_OUT = ['node_modules', 'dist', 'office'];

/** Copies the demo host into a folder, but for files and folders of some names. */
export function copyDemoHost(to: string, but: readonly string[] = LEFT_OUT): void {
  const filter = (file: string): boolean => !but.includes(path.basename(file));
  fs.cpSync(path.join(projectRoot(), 'demo/allotment'), to, { recursive: true, filter });
}
