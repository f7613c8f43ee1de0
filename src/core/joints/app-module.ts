import path from 'node:path';
import type { Ground } from './ground.ts';

const ENDINGS = ['', '.ts', '.tsx', '.js', '.jsx', '.mjs', '.mts'].flatMap((ending) =>
  ending === '' ? [''] : [ending, `/index${ending}`],
);
/** What files of components end in. */
export const COMPONENT_ENDINGS = ['.vue', '.svelte', '.astro'];

const MOST_MODULES = 24;

/** The modules that an app is started by: the boot module, then those of the host's own that it loads, breadth first. */
export function startModules(ground: Ground, boot: string): string[] {
  const found = [boot];
  for (let index = 0; index < found.length && found.length < MOST_MODULES; index += 1) {
    const file = found[index] ?? boot;
    for (const target of loadedBy(ground.text(file) ?? '')) {
      const module = ownModule(ground, file, target);
      if (module !== undefined && !found.includes(module)) found.push(module);
    }
  }
  return found;
}

/** The modules that a script names in any form, but for their types. */
export function loadedBy(text: string): string[] {
  return [
    ...text.matchAll(
      /(?:^|[\s;})])(?:import|export)\s+(?!type\b)(?:[\w$*\s{},]{0,2000}?\bfrom\s*)?["']([^"'\n]+)["']|\b(?:import|require)\(\s*["']([^"'\n]+)["']\s*\)/g,
    ),
  ].flatMap(([, named, called]) => named ?? called ?? []);
}

/**
 * The script of the host's own that a name means, by the ways in which most projects name them; undefined for a package. Files of
 * components count where their endings are given.
 */
export function ownModule(
  ground: Ground,
  from: string,
  target: string,
  components: readonly string[] = [],
): string | undefined {
  const bases = target.startsWith('.')
    ? [path.posix.join(path.posix.dirname(from), target)]
    : aliased(ground, target).map((one) => ground.inHost(one));
  const inside = bases.filter((base) => !base.startsWith('..'));
  const found = ground.first(inside.flatMap((base) => [...ENDINGS, ...components].map((ending) => base + ending)));
  if (found === undefined) return undefined;
  return /\.[cm]?[jt]sx?$/.test(found) || components.some((ending) => found.endsWith(ending)) ? found : undefined;
}

function aliased(ground: Ground, target: string): string[] {
  const plain = target.replace(/^[@~#]?\//, '');
  if (plain !== target) return [`src/${plain}`, plain];
  // A scope that nothing is installed from is what many projects call a folder by: `@layouts/Base.astro`.
  const scoped = /^@([a-z]\w*\/.+)$/.exec(target)?.[1];
  const [scope, name] = target.split('/');
  if (scoped !== undefined && !ground.finds(`${scope}/${name}`) && !ground.declares(`${scope}/${name}`))
    return [`src/${scoped}`, scoped];
  return isPackage(ground, target) ? [] : [target, `src/${target}`];
}

/** Whether a name is that of a package, and not of a folder that the bundler or the compiler looks in. */
function isPackage(ground: Ground, target: string): boolean {
  const name = target.split('/', target.startsWith('@') ? 2 : 1).join('/');
  return ground.finds(name) || target.startsWith('@');
}

/** Whether what a module takes from a name is of the host's own. */
export function isOwnModule(ground: Ground, from: string, target: string): boolean {
  if (/^(\.|~|#|\/|@\/)/.test(target)) return true;
  if (isPackage(ground, target)) return false;
  return ownModule(ground, from, target) !== undefined || ground.first(componentsAt(ground, target)) !== undefined;
}

function componentsAt(ground: Ground, target: string): string[] {
  return ['', 'src/'].flatMap((lead) => ['', '.vue'].map((ending) => ground.inHost(lead + target + ending)));
}
