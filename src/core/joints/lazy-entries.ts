import type { Loaded } from './growth.ts';

/** Vue Router, "Lazy Loading Routes". */
export function lazyVue(entry: string, { name, from, isDefault }: Loaded): string | undefined {
  const load = isDefault ? `() => import(${from})` : `() => import(${from}).then((module) => module.${name})`;
  return replaced(entry, `component:\\s*${name}\\b`, `component: ${load}`);
}

/** React Router, "lazy" of a route object. */
export function lazyReact(entry: string, { name, from, isDefault }: Loaded): string | undefined {
  const module = `(await import(${from})).${isDefault ? 'default' : name}`;
  const shown = `(?:element:\\s*<${name}\\s*/>|Component:\\s*${name}\\b)`;
  return replaced(entry, shown, `lazy: async () => ({ Component: ${module} })`);
}

/** Angular, "Lazily loaded components and routes". */
export function lazyAngular(entry: string, { name, from }: Loaded): string | undefined {
  const load = `loadComponent: () => import(${from}).then((module) => module.${name})`;
  return replaced(entry, `component:\\s*${name}\\b`, load);
}

/** An entry with another member in the place of one; undefined where that is not there. */
function replaced(entry: string, member: string, by: string): string | undefined {
  const pattern = new RegExp(`\\b${member}`);
  return pattern.test(entry) ? entry.replace(pattern, () => by) : undefined;
}
