import path from 'node:path';
import { parseScript } from '../formats/script/syntax.ts';
import { ownFiles } from '../survey/own-files.ts';
import { isVendored } from '../survey/vendored.ts';
import type { Ground } from './ground.ts';
import type { Listing, StandingPage } from './growth.ts';
import { ownModule } from './app-module.ts';

// Where components lie that several pages use, by the names that people give such folders.
const FOLDER = /(^|\/)(components?|ui|elements|widgets)(\/|$)/i;
const ENDINGS = ['.vue', '.svelte', '.astro'];

/**
 * The components of a workspace that lie in folders of their own kind, each with where it is listed if a module there hands all of them
 * on. `ending` tells files that can be one.
 */
export function standingComponents(ground: Ground, ending: RegExp): StandingPage[] {
  const top = ground.workspace.folder;
  const files = [...ownFiles(ground.reader, path.join(ground.root, top))].map((below) => path.posix.join(top, below));
  const found = files.filter(
    (file) =>
      FOLDER.test(path.posix.dirname(file)) &&
      ending.test(file) &&
      !/\.(test|spec|stories|d)\./.test(file) &&
      !isVendored(file),
  );
  const barrels = files.filter((file) => FOLDER.test(path.posix.dirname(file)) && /(^|\/)index\.[jt]s$/.test(file));
  return found.flatMap((file): StandingPage[] => {
    const name = nameOf(file);
    if (!/^\p{L}[\p{L}\d-]+$/u.test(name) || !isComponent(ground, file)) return [];
    const listed = barrels.map((barrel) => listedIn(ground, barrel, file)).find((one) => one !== undefined);
    return [{ address: `/${name}`, file, name, listed }];
  });
}

function nameOf(file: string): string {
  const name = path.posix.basename(file).replace(/(\.component)?\.\w+$/, '');
  return /^index$/i.test(name) ? path.posix.basename(path.posix.dirname(file)) : name;
}

/** A script is one if it has elements, or a decorator says so. */
function isComponent(ground: Ground, file: string): boolean {
  if (!/\.[jt]sx?$/.test(file)) return true;
  const text = ground.text(file) ?? '';
  return /<[A-Za-z][\w.]*[\s/>]|<>/.test(text) || /@Component\s*\(/.test(text);
}

/** The statement by which a module hands a component on: `export { default as Card } from './Card.vue'`. */
function listedIn(ground: Ground, barrel: string, file: string): Listing | undefined {
  const script = parseScript(ground.text(barrel) ?? '', barrel);
  if ('fault' in script) return undefined;
  for (const statement of script.program.body) {
    const isExport = statement.type === 'ExportNamedDeclaration' || statement.type === 'ExportAllDeclaration';
    if (!isExport || !statement.source || ownModule(ground, barrel, statement.source.value, ENDINGS) !== file) continue;
    const { start, end } = statement;
    return { file: barrel, entry: { start, end }, below: '/', form: 'statement' };
  }
  return undefined;
}
