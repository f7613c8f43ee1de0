import path from 'node:path';
import type { FileDoor } from '../ports.ts';
import { leadsIntoPackages } from './marks.ts';

/** Where a path leads, in the copy if it leads to one of the host's own sources. */
export function leadsTo(files: FileDoor, source: string, hostRoot: string, root: string): string {
  const real = files.real(source);
  const inside = path.relative(files.real(hostRoot), real);
  const own = inside !== '' && !inside.startsWith('..') && !leadsIntoPackages(inside);
  return own ? path.join(root, inside) : real;
}
