/** How the temporary files of writes with a mark are called: the file's own name, the mark, and a number behind. */
export function temporaryPrefix(name: string, mark: string): string {
  return `${name}.ligament-${mark}-`;
}

// What a killed command leaves in the system's folder for temporary files begins so.
export const SCRATCH_PREFIX = 'ligament-proof-';
