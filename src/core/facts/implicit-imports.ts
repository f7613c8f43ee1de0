import path from 'node:path';
import type { Circumstances } from './circumstances.ts';

// Where plugins of bundlers write such declarations unless they are told otherwise.
const USUAL = ['auto-imports.d.ts', 'src/auto-imports.d.ts'];

/** The declarations of names that sources use without importing them, from the workspace on: the stack's own, or those of a plugin; empty without any. */
export function implicitImports({ stack, reader, root, workspace }: Circumstances): string {
  const isThere = (file: string): boolean => reader.kind(path.join(root, workspace.folder, file)) === 'file';
  return stack.traits.implicitImports ?? USUAL.find(isThere) ?? '';
}
