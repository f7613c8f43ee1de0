import { keptPart } from '../ecosystems/kept-paths.ts';
import path from 'node:path';
import { EXIT, Problem } from '../problem.ts';
import type { Reader } from '../ports.ts';
import { isPlainPath, isVersionControl } from '../path-names.ts';

/**
 * Makes sure that a host-relative path stays in the host, links included, out of version control's own folder, and that
 * nothing but a regular file or a folder is in its place. Throws a Problem (status 3) otherwise.
 */
export function checkPath(reader: Reader, root: string, file: string): void {
  if (!isPlainPath(file)) throw outside(file, 'it is not a plain path below the project');
  const real = reader.real(nearest(reader, root, file));
  const top = reader.real(root);
  const below = real === top ? '' : real.startsWith(top + path.sep) ? real.slice(top.length + 1) : undefined;
  if (below === undefined || below.split(path.sep).some((part) => isVersionControl(part)))
    throw outside(file, `a link leads to ${real}`);
  // A link that leads nowhere yet would be followed by whoever writes.
  if (reader.kind(real) === 'link') throw outside(file, `the link ${real} is broken`);
  if (reader.kind(real) === 'other')
    throw new Problem({
      status: EXIT.refused,
      what: `${file} is not a regular file`,
      where: { file },
      why: 'it is a pipe, a socket or a device',
      next: 'Nothing was changed. Remove it, or put a file in its place.',
    });
}

/**
 * As `checkPath`, for what a definition or a record names: installed packages and Ligament's own records are none of theirs.
 * Throws a Problem (status 3) otherwise.
 */
export function checkOwnPath(reader: Reader, root: string, file: string): void {
  checkPath(reader, root, file);
  const real = path.relative(reader.real(root), reader.real(nearest(reader, root, file)));
  const kept = keptPart(file) ?? keptPart(real);
  if (kept !== undefined)
    throw new Problem({
      status: EXIT.refused,
      what: `${file} is not for an integration to write`,
      where: { file },
      why: `${kept} holds ${kept === '.ligament' ? "Ligament's own records" : 'installed packages'}`,
      next: 'Nothing was changed.',
    });
}

/** A path of the host, or what there is above it where it is not there yet. */
function nearest(reader: Reader, root: string, file: string): string {
  let existing = path.join(root, file);
  while (reader.kind(existing) === undefined && existing !== root) existing = path.dirname(existing);
  return existing;
}

function outside(file: string, why: string): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `The path ${file} leads out of the project`,
    where: { file },
    why,
    next: 'Nothing was changed.',
  });
}
