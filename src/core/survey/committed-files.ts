import { createHash } from 'node:crypto';
import { askGit, type GitDoors } from './git.ts';

/** Of files as they will be (undefined: gone) those that are not as the last commit has them. */
export async function unlikeCommitted<File extends { file: string; after: Uint8Array | undefined }>(
  doors: GitDoors,
  root: string,
  files: readonly File[],
): Promise<File[]> {
  if (files.length === 0) return [];
  const args = ['--literal-pathspecs', 'ls-tree', '-z', 'HEAD', '--', ...files.map(({ file }) => file)];
  const { stdout } = await askGit(doors, root, args);
  // Each: mode, type and object name, a tab, and the path (git-ls-tree(1), Output Format).
  const committed = new Map(
    stdout.split('\0').map((entry) => [entry.slice(entry.indexOf('\t') + 1), entry.split(/[ \t]/)[2] ?? '']),
  );
  return files.filter(({ file, after }) => {
    const name = committed.get(file);
    return name === undefined || after === undefined || blobName(after, name.length) !== name;
  });
}

/** The name of a file's content in a repository of SHA-1 or SHA-256 (gitformat-pack: "blob", the length, NUL, the bytes). */
function blobName(bytes: Uint8Array, length: number): string {
  const hash = createHash(length === 64 ? 'sha256' : 'sha1');
  return hash.update(`blob ${bytes.length}\0`).update(bytes).digest('hex');
}
