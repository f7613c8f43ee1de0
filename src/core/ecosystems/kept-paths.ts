import { isPackagesName } from './marks.ts';

/** The part of a path that no integration may write below: installed packages, and Ligament's own records; undefined for any other path. */
export function keptPart(file: string): string | undefined {
  return file.split(/[/\\]/).find((part) => isPackagesName(part) || part.toLowerCase() === '.ligament');
}
