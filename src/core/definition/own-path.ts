import * as z from 'zod/mini';
import { isPlainPath, keptPart } from '../path-names.ts';

/**
 * A path in the workspace that a definition or a record may name: a plain one, not into installed packages, Ligament's records
 * or version control. Placeholders count as names; what they are filled with is looked at again when it is written.
 */
export const ownPath = z
  .string()
  .check(
    z.refine(
      (file) => isPlainPath(asNames(file)) && keptPart(file) === undefined,
      'must be a plain path in the workspace, outside of installed packages, .ligament and version control',
    ),
  );

function asNames(file: string): string {
  // A fact may stand for the workspace's own folder: `./`.
  return file
    .replaceAll(/\{\{\s*[\w.-]+\s*\}\}/g, 'x')
    .replace(/^(\.\/)+/, '')
    .replace(/\/$/, '');
}
