import path from 'node:path';
import type { FileRoutes } from '../joints/growth.ts';

/** Whether a text can be the address of a page: parts of letters, digits and what addresses have besides (RFC 3986, section 3.3). */
export function isPageAddress(address: string): boolean {
  return /^(\/[A-Za-z0-9\-._~]+)+$/.test(address) && !address.split('/').some((part) => /^\.+$/.test(part));
}

/**
 * The file that shows a new page, by one that shows another: folders that only group it stay, parts of the address that both have
 * stay as they are written, and the rest is named as the other's is.
 */
export function fileForAddress(routes: FileRoutes, like: { file: string; address: string }, address: string): string {
  const below = path.posix.relative(routes.folder, like.file).split('/');
  const ending = /^[^.]*(\..+)$/.exec(below.at(-1) ?? '')?.[1] ?? '';
  const [own, wanted] = [partsOf(like.address), partsOf(address)];
  const shared = own.findIndex((part, at) => part !== wanted[at] || at === own.length - 1);
  const kept: string[] = [];
  let seen = 0;
  for (const part of below.slice(0, -1)) {
    const isGroup = /^\(.*\)$/.test(part);
    if (!isGroup && seen >= Math.max(0, shared)) break;
    kept.push(part);
    if (!isGroup) seen += 1;
  }
  const rest = wanted.slice(seen);
  const last = own.at(-1) ?? '';
  const isNamed = below.at(-1) === last + ending;
  const tail = isNamed
    ? [...rest.slice(0, -1), (rest.at(-1) ?? '') + ending]
    : own.length === 0
      ? [...rest.slice(0, -1), routes.plain(rest.at(-1) ?? '')]
      : [...rest, below.at(-1) ?? ''];
  return path.posix.join(routes.folder, ...kept, ...tail);
}

function partsOf(address: string): string[] {
  return address.split('/').filter((part) => part !== '');
}
