import { keptPart } from '../ecosystems/kept-paths.ts';
import * as z from 'zod/mini';
import { isPlainPath } from '../path-names.ts';

export const OWN_PATH =
  'must be a plain path in the workspace, outside of installed packages, .ligament and version control';

/**
 * Whether a definition or a record may name a path in the workspace: a plain one, not into installed packages, Ligament's records or
 * version control. Placeholders count as names; what they are filled with is looked at again when it is written.
 */
export function isOwnPath(file: string): boolean {
  return isPlainPath(asNames(file)) && keptPart(file) === undefined;
}

/** Such a path. */
export const ownPath = z.string().check(z.refine(isOwnPath, OWN_PATH));

function asNames(file: string): string {
  // A fact may stand for the workspace's own folder: `./`.
  return file
    .replaceAll(/\{\{\s*[\w.-]+\s*\}\}/g, 'x')
    .replace(/^(\.\/)+/, '')
    .replace(/\/$/, '');
}
