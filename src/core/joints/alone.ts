import path from 'node:path';
import type { Ground } from './ground.ts';
import { startModules } from './app-module.ts';

// What asks for what is around it, for a server, or for more of a browser than tests have.
const NEEDS =
  /\bfetch\s*\(|\baxios\b|XMLHttpRequest|WebSocket|EventSource|matchMedia|(Intersection|Resize)Observer|\binject\s*\(|useContext\s*\(|<canvas|getContext\(|["'](vue-router|react-router(-dom)?|pinia|vuex|react-redux|vue-i18n|@tanstack\/|@apollo\/|next\/|virtual:)/;
const AROUND = /<([A-Z][\w.]*)/g;
const OF_THE_FRAMEWORK = /^(React\.)?(StrictMode|Suspense|Fragment)$/;

/** Whether a component can be shown by itself: by what the module that shows it has around it, and by what it is made of. */
export function isAlone(ground: Ground, place: string, { local, from }: { local: string; from: string }): boolean {
  const text = ground.text(place) ?? '';
  if (/\.(use|provide|component|directive|mixin)\s*\(/.test(text)) return false;
  const around = [...text.matchAll(AROUND)].map(([, name = '']) => name);
  if (around.some((name) => name !== local && !OF_THE_FRAMEWORK.test(name))) return false;
  const first = componentAt(ground, place, from);
  return first !== undefined && partsOf(ground, first).every((file) => !NEEDS.test(ground.text(file) ?? ''));
}

function componentAt(ground: Ground, from: string, target: string): string | undefined {
  const base = target.startsWith('.')
    ? path.posix.join(path.posix.dirname(from), target)
    : ground.inHost(target.replace(/^[@~#]?\//, 'src/'));
  return ground.first(
    ['', '.vue', '.tsx', '.jsx', '.ts', '.js', '/index.tsx', '/index.jsx', '/index.ts', '/index.js'].map(
      (end) => base + end,
    ),
  );
}

const MOST_PARTS = 60;

/** A component with the modules and components that it loads. */
function partsOf(ground: Ground, first: string): string[] {
  const found = [first];
  for (let index = 0; index < found.length && found.length < MOST_PARTS; index += 1) {
    const file = found[index] ?? first;
    const text = ground.text(file) ?? '';
    const named = [...text.matchAll(/\bfrom\s*["']([^"'\n]+)["']/g)].flatMap(
      ([, target = '']) => componentAt(ground, file, target) ?? [],
    );
    for (const one of [...startModules(ground, file), ...named]) if (!found.includes(one)) found.push(one);
  }
  return found;
}
