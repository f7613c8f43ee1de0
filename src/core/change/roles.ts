import type { Edit } from '../edits/edit.ts';
import { ALL_WORK } from '../ecosystems/works.ts';
import type { FileChange } from './change-set.ts';

/** The role of a file of the host's own, by its path and the edits that it has. */
export function roleOf(file: string, edits: readonly Pick<Edit, 'private'>[]): FileChange['role'] {
  if (edits.some((edit) => edit.private)) return 'private';
  return isManifest(file) ? 'manifest' : 'host';
}

/** Whether a package manager installs by a file. */
export function isManifest(file: string): boolean {
  return ALL_WORK.some((one) => one.installsBy(file));
}
