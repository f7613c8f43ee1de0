import type { EcosystemId } from './marks.ts';
import type { Ecosystem } from './ecosystem.ts';
import { composer } from './composer/composer.ts';
import { maven } from './maven/maven.ts';
import { npm } from './npm/npm.ts';

/** In the order in which a folder is told by them: the first that it is made of is the one that attaching goes by. */
export const ECOSYSTEMS: readonly Ecosystem[] = [npm, composer, maven];

export function ecosystem(id: EcosystemId): Ecosystem {
  const found = ECOSYSTEMS.find((one) => one.id === id);
  if (!found) throw new Error(`no ecosystem ${id}`);
  return found;
}
