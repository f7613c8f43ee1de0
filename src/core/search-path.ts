import path from 'node:path';

/**
 * Where a program may lie, in the order in which it is looked for: each folder of the search path, and in each the name alone, then with
 * the endings of programs where the system has such (POSIX.1-2024, section 8.3, `PATH`; Windows' "path" command, `PATHEXT`). Folders that are not absolute
 * are none. `paths`: the rules for paths of a system, this one's where nothing is said.
 */
export function placesOfProgram(
  name: string,
  { PATH = '', PATHEXT = '' }: { PATH?: string | undefined; PATHEXT?: string | undefined },
  paths: Pick<path.PlatformPath, 'delimiter' | 'isAbsolute' | 'join'> = path,
): string[] {
  const endings = ['', ...PATHEXT.split(';').filter((one) => one.startsWith('.'))];
  return PATH.split(paths.delimiter)
    .filter((folder) => paths.isAbsolute(folder))
    .flatMap((folder) => endings.map((ending) => paths.join(folder, name + ending)));
}
