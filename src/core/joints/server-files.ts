import { filePages } from './file-routes.ts';
import type { Ground } from './ground.ts';
import type { FileRoutes, KindGrowth, PlainName } from './growth.ts';

/** Files whose place alone makes them answer requests, as a framework has them. */
export interface ServerFiles {
  routes: FileRoutes;
  /** Where the first one goes, by its address, from the folder of the routes on. */
  first(this: void, address: string): string;
  plainText(this: void, name: PlainName, file: string): string;
  /** Whether a text answers at all. */
  answers: RegExp;
}

/** A handler that a module exports by the method that it answers (RFC 9110, section 9), and that answers something. */
export const EXPORTED_HANDLER =
  /\bexport\s+(async\s+)?(function|const)\s+(GET|POST|PUT|PATCH|DELETE)\b[\s\S]*(\breturn\b|=>)/;

/** How endpoints come to be that are files: like those that there are, the first one as the framework's docs have it. */
export function serverFiles(ground: Ground, { routes, first, plainText, answers }: ServerFiles): KindGrowth {
  return {
    standing: filePages(ground, routes),
    routes,
    plainText,
    does: (text) => answers.test(text),
    first: (_, address) => ({ file: `${routes.folder}/${first(address)}`, ties: [] }),
  };
}
