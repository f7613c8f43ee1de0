import path from 'node:path';
import { Parser } from 'tar';

// More than any file that is read so, and than all of them together.
const LARGEST = 16 << 20;

/**
 * Some files of a package's archive, read and never run: by their paths in the package. Links and what is larger than 16 MB are
 * passed over. Throws an Error where the archive is none.
 */
export async function archiveFiles(
  archive: Uint8Array,
  isWanted: (file: string) => boolean,
): Promise<Map<string, Buffer>> {
  const found = new Map<string, Buffer>();
  let size = 0;
  await new Promise<void>((resolve, reject) => {
    const parser = new Parser({
      strict: true,
      onReadEntry(entry) {
        // Archives of packages have one folder at their top, whatever it is called.
        const file = path.posix.normalize(entry.path).split('/').slice(1).join('/');
        size += entry.size;
        if (!/^(File|OldFile)$/.test(entry.type) || !isWanted(file) || size > LARGEST * 16 || entry.size > LARGEST) {
          entry.resume();
          return;
        }
        const chunks: Buffer[] = [];
        entry.on('data', (chunk: Buffer) => void chunks.push(chunk));
        entry.on('end', () => void found.set(file, Buffer.concat(chunks)));
      },
    });
    parser.on('end', resolve);
    parser.on('error', reject);
    parser.end(Buffer.from(archive));
  });
  return found;
}
