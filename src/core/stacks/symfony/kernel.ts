import type { Refusal } from '../../formats/format.ts';
import type { Ground } from '../../joints/ground.ts';
import { ownClassFile } from '../../joints/php-names.ts';

// Where an app's kernel is by convention, relative to the workspace.
const USUAL_PLACES = ['src/Kernel.php', 'app/AppKernel.php', 'src/AppKernel.php'];
const STARTS = ['public/index.php', 'web/app.php', 'bin/console'];

/** The app's kernel, relative to the host's root: where it is by convention, else the class that its front controller starts. */
export function kernelFile(ground: Ground): string | undefined {
  const usual = ground.first(USUAL_PLACES.map((file) => ground.inHost(file)));
  if (usual !== undefined) return usual;
  for (const start of STARTS) {
    const text = ground.text(ground.inHost(start)) ?? '';
    const found = text.matchAll(/^\s*use\s+\\?([\w\\]*Kernel)\s*;|new\s+\\?([\w\\]+\\\w*Kernel)\s*\(/gm);
    for (const [, used, made] of found) {
      const name = used ?? made ?? '';
      const own = name === '' ? undefined : ownClassFile(ground, name);
      if (own?.isThere) return own.file;
    }
  }
  return undefined;
}

const READERS = {
  packages: /function\s+(configureContainer|registerContainerConfiguration)\s*\(/,
  routes: /function\s+configureRoutes\s*\(/,
} as const;

/**
 * Why files in a folder of settings or routes would not be read: the kernel says itself which are, and does not name the folder. One
 * that says nothing reads them all (its docs, "Building your own Framework with the MicroKernelTrait").
 */
export function unread(ground: Ground, kind: 'packages' | 'routes'): { file: string; refusal: Refusal } | undefined {
  const file = kernelFile(ground);
  const text = file === undefined ? '' : (ground.text(file) ?? '');
  if (file === undefined || !READERS[kind].test(text) || new RegExp(`['"/{]${kind}['"/}]`).test(text)) return undefined;
  const what = kind === 'packages' ? 'settings' : 'routes';
  return {
    file,
    refusal: {
      reason: `the kernel names the ${what} that it reads, and config/${kind} is not among them`,
      handwork: `Import config/${kind} in the kernel, or put the ${what} into a file that it reads.`,
    },
  };
}
