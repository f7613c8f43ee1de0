import path from 'node:path';
import type { Ground } from './ground.ts';
import { componentsHome } from './components-home.ts';
import { handedOnBy } from './barrel.ts';
import type { KindGrowth, Standing } from './growth.ts';
import { ownFilesOf } from './own-sources.ts';
import { plainComponent } from './plain-parts.ts';

// Where components lie that several pages use, by the names that people give such folders.
const FOLDER = /(^|\/)(components?|ui|elements|widgets)(\/|$)/i;

/**
 * How components come to be in a workspace: those that lie in folders of their own kind. `ending` tells files that can be one,
 * `plainest` is what the first one ends in.
 */
export function componentGrowth(ground: Ground, ending: RegExp, plainest?: string): KindGrowth {
  return {
    standing: standingComponents(ground, ending),
    plainText: plainComponent,
    ...(plainest === undefined
      ? {}
      : {
          first: ({ pascal }) => ({ file: `${componentsHome(ground)}/${pascal}.${plainest}`, ties: [] }),
        }),
  };
}

function standingComponents(ground: Ground, ending: RegExp): Standing[] {
  const files = ownFilesOf(ground).filter((file) => FOLDER.test(path.posix.dirname(file)));
  const found = files.filter((file) => ending.test(file) && !/\.(test|spec|stories|d)\./.test(file));
  const handedOn = files
    .filter((file) => /(^|\/)index\.[jt]s$/.test(file))
    .flatMap((barrel) => handedOnBy(ground, barrel));
  return found.flatMap((file): Standing[] => {
    const name = nameOf(file);
    if (!/^\p{L}[\p{L}\d-]+$/u.test(name) || !isComponent(ground, file)) return [];
    return [{ file, name, handedOn: handedOn.find((one) => one.target === file) }];
  });
}

function nameOf(file: string): string {
  const name = path.posix.basename(file).replace(/(\.component)?\.\w+$/, '');
  return /^index$/i.test(name) ? path.posix.basename(path.posix.dirname(file)) : name;
}

/** A script is one if it has elements, unless its name says so (`card.component.ts`). */
function isComponent(ground: Ground, file: string): boolean {
  if (!/^[^.]+\.[jt]sx?$/.test(path.posix.basename(file))) return true;
  return /<[A-Za-z][\w.]*[\s/>]|<>/.test(ground.text(file) ?? '');
}
