import path from 'node:path';

/** Whether a folder is called as people call folders of pages. */
export function holdsPages(folder: string): boolean {
  return /^(pages|views|screens|routes)$/.test(path.posix.basename(folder));
}

/** The folder that has all pages of an app in it, by that of one of them; that one's own where none is called so. */
export function aroundPages(folder: string): string {
  const parts = folder.split('/');
  const at = parts.findIndex((part) => holdsPages(part));
  return at === -1 ? folder : parts.slice(0, at).join('/') || '.';
}
