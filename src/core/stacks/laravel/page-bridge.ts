import type { Ground } from '../../joints/ground.ts';
import { requires } from '../../joints/php-joints.ts';
import type { PageBridge } from '../../joints/traits.ts';

const ENTRIES = ['ts', 'tsx', 'js', 'jsx'].map((ending) => `resources/js/app.${ending}`);

/**
 * The components that the app's server shows as pages, by their names: from the folder that its entry takes all of them from
 * (Inertia's docs, "Client-side setup"; Vite's docs, "Glob Import").
 */
export function pageBridge(ground: Ground): PageBridge | undefined {
  if (!requires(ground, 'inertiajs/inertia-laravel')) return undefined;
  const entry = ENTRIES.map((name) => ground.inHost(name)).find((name) => ground.has(name));
  const text = entry === undefined ? '' : (ground.text(entry) ?? '');
  const shows = (['vue', 'react'] as const).find((one) => text.includes(`@inertiajs/${one === 'vue' ? 'vue3' : one}`));
  const folder = /import\.meta\.glob(?:<[^(]*>)?\(\s*\[?\s*['"]\.\/([\w/-]+?)\/\*\*\/\*\./.exec(text)?.[1];
  return shows && folder !== undefined ? { shows, folder: `resources/js/${folder}` } : undefined;
}
