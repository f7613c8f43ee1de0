import type { Ground } from './ground.ts';
import { isOwnModule, loadedBy, ownModule } from './app-module.ts';

// What asks for a server, for what is around it, or for more of a browser than tests have.
const NEEDS =
  /\bfetch\s*\(|XMLHttpRequest|WebSocket|EventSource|matchMedia|(Intersection|Resize)Observer|\binject\s*\(|useContext\s*\(|<canvas|getContext\(/;
const AROUND = /<([A-Z][\w.]*)/g;
const OF_THE_FRAMEWORK = /^(React\.)?(StrictMode|Suspense|Fragment)$/;
const FRAMEWORK = /^(react|react-dom|vue|svelte)(\/|$)/;
const COMPONENTS = ['.vue', '.svelte'];

/** Whether a component can be shown by itself: by what the module that shows it has around it, and by what it is made of. */
export function isAlone(ground: Ground, place: string, { local, from }: { local: string; from: string }): boolean {
  const text = ground.text(place) ?? '';
  if (/\.(use|provide|component|directive|mixin)\s*\(/.test(text)) return false;
  const around = [...text.matchAll(AROUND)].map(([, name = '']) => name);
  if (around.some((name) => name !== local && !OF_THE_FRAMEWORK.test(name))) return false;
  const first = ownModule(ground, place, from, COMPONENTS);
  return first !== undefined && partsOf(ground, first).every((file) => needsNothing(ground, file));
}

/** Whether a module is made of the framework and of the host's own: what a package wants around it nobody can see here. */
function needsNothing(ground: Ground, file: string): boolean {
  const text = ground.text(file) ?? '';
  return (
    !NEEDS.test(text) && loadedBy(text).every((target) => FRAMEWORK.test(target) || isOwnModule(ground, file, target))
  );
}

const MOST_PARTS = 60;

/** A component with the modules and components that it loads. */
function partsOf(ground: Ground, first: string): string[] {
  const found = [first];
  for (let index = 0; index < found.length && found.length < MOST_PARTS; index += 1) {
    const file = found[index] ?? first;
    for (const target of loadedBy(ground.text(file) ?? '')) {
      const one = ownModule(ground, file, target, COMPONENTS);
      if (one !== undefined && !found.includes(one)) found.push(one);
    }
  }
  return found;
}
