import path from 'node:path';

// The folder of version control, by all names that some file system takes for it: a file in it can be a program that git runs.
// Windows passes over blanks and dots at a name's end, and takes a colon for a stream of it.
const GIT = /^(\.git|git~\d+)[. ]*(:.*)?$/i;

// What HFS+ passes over in names (Apple TN1150, "Unicode Subtleties"; git's fsck looks for the same).
const PASSED_OVER = /[\u200b-\u200f\u202a-\u202e\u2060-\u206f\ufeff]/g;

/** Whether a name is the one of version control's own folder, on some file system. */
export function isVersionControl(name: string): boolean {
  return GIT.test(name.replaceAll(PASSED_OVER, ''));
}

// Names that Windows keeps for devices, with any ending (Naming Files, Paths, and Namespaces).
const DEVICE = /^(con|prn|aux|nul|com[0-9]|lpt[0-9])(\.|$)/i;

/**
 * Whether a path with `/` between its names is a plain one below a folder, on every system, and none into version control's folder:
 * nothing is looked up for that.
 */
export function isPlainPath(file: string): boolean {
  const odd = file.split('/').some(
    // Windows passes over blanks and dots at a name's end.
    (part) =>
      /^\.*[. ]$/.test(part) ||
      part.trim() === '' ||
      DEVICE.test(part) ||
      /[\\:\p{Cc}]|[. ]$/u.test(part) ||
      isVersionControl(part),
  );
  return !odd && !file.startsWith('/');
}

/** The way from a folder to a file as modules and style sheets name it: it begins with a dot. */
export function wayTo(folder: string, file: string): string {
  const way = path.posix.relative(folder, file);
  return way.startsWith('.') ? way : `./${way}`;
}
