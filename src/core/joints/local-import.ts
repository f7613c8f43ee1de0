import path from 'node:path';
import { wayTo } from '../path-names.ts';
import type { TieImport } from '../definition/ties.ts';
import type { Ground } from './ground.ts';
import type { ImportSpec } from '../formats/script/import-spec.ts';

/** What Node.js wants behind the name of a module: an ES module is named with its ending (Node.js, "Mandatory file extensions"). */
export function moduleEnding({ workspace }: Ground, importer: string): string {
  const own = ownEnding(importer);
  if (own !== undefined) return `.${own}`;
  return workspace.moduleFormat === 'esm' ? '.js' : '';
}

/** What a module's name says of the format of those beside it; undefined where the manifest tells it. */
export function ownEnding(file: string): 'mjs' | 'cjs' | undefined {
  return (['mjs', 'cjs'] as const).find((ending) => file.endsWith(`.${ending}`));
}

/** The import as it is written in `importer` (host-relative): a module of the workspace is named by the way to it. */
export function localImport(spec: TieImport, importer: string, folder: string, ending = ''): ImportSpec {
  if (!('file' in spec)) return spec;
  const { file, ...rest } = spec;
  return { ...rest, from: wayTo(path.posix.dirname(importer), path.posix.join(folder, file)) + ending };
}
