import path from 'node:path';
import { EXIT, Problem } from '../problem.ts';
import type { Reader } from '../ports.ts';

// Names that Windows keeps for devices, with any ending (Naming Files, Paths, and Namespaces).
const DEVICE = /^(con|prn|aux|nul|com[0-9]|lpt[0-9])(\.|$)/i;

// The folder of version control, by all names that some file system takes for it: a file in it can be a program that git runs.
const GIT = /^(\.git|git~\d+)$/i;

/**
 * Makes sure that a host-relative path stays in the host, links included, and out of version control's own folder. Throws a Problem (status 3) otherwise.
 */
export function checkPath(reader: Reader, root: string, file: string): void {
  const parts = file.split('/');
  const odd = parts.some(
    // Windows passes over blanks and dots at a name's end.
    (part) =>
      /^\.*[. ]$/.test(part) || part === '' || DEVICE.test(part) || /[\\:\0]|[. ]$/.test(part) || GIT.test(part),
  );
  if (odd || path.posix.isAbsolute(file)) throw outside(file, 'it is not a plain path below the project');
  let existing = path.join(root, file);
  while (reader.kind(existing) === undefined && existing !== root) existing = path.dirname(existing);
  const real = reader.real(existing);
  const top = reader.real(root);
  if (real !== top && !real.startsWith(top + path.sep)) throw outside(file, `a link leads to ${real}`);
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
