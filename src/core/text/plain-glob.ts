/**
 * Whether a glob is of the kind that people write: few stars between two slashes, one group of alternatives at most. What a project says
 * can be made so that a matcher never ends; of these none takes long.
 */
export function isPlainGlob(glob: string): boolean {
  const segments = glob.split('/');
  const groups = glob.match(/[!@?+*]?\(/g) ?? [];
  return (
    glob.length <= 200 &&
    segments.filter((one) => one === '**').length <= 3 &&
    segments.every((one) => one === '**' || (one.match(/\*+/g) ?? []).length <= 3) &&
    groups.length <= 1 &&
    !/[+*]\(/.test(glob) &&
    (glob.match(/[{?]/g) ?? []).length <= 3
  );
}
