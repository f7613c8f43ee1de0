import path from 'node:path';
import type { Ground } from './ground.ts';
import type { FileRoutes, Standing } from './growth.ts';
import { ownFiles } from '../survey/own-files.ts';

/** The pages that the files of a folder are. */
export function filePages(ground: Ground, { folder, addressOf }: FileRoutes): Standing[] {
  return [...ownFiles(ground.reader, path.join(ground.root, folder))].flatMap((below): Standing[] => {
    const address = addressOf(below);
    if (address === undefined || !isPlain(address)) return [];
    const name = address === '/' ? 'index' : path.posix.basename(address);
    return [{ address, file: path.posix.join(folder, below), name }];
  });
}

/** Whether an address is one that can be typed: without parameters, and none of a framework's own. */
function isPlain(address: string): boolean {
  return !address.split('/').some((part) => /^[[_:@*]|[\])*]$|\.\.\./.test(part));
}

/**
 * The address that the parts of a path stand for: those in round brackets only group (Next.js "Route Groups", SvelteKit "(group)",
 * Nuxt "Route Groups"), `index` is the folder's own.
 */
export function addressOfParts(parts: readonly string[]): string {
  const shown = parts.filter((part) => !/^\(.*\)$/.test(part) && part !== 'index');
  return `/${shown.join('/')}`;
}
