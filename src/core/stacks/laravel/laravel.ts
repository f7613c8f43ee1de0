import type { Stack } from '../../joints/ground.ts';
import { readPhp, requires } from '../../joints/php-joints.ts';

/** An app built with Laravel. */
export const laravel: Stack = {
  id: 'laravel',
  side: 'server',
  ecosystem: 'composer',
  knows: { package: 'laravel/framework', title: 'Laravel', from: 8, to: 13 },
  recognise(ground) {
    // A package for it requires its parts, or is tested on it: only an app is started by this program.
    if (!requires(ground, 'laravel/framework') || !ground.has(ground.inHost('artisan'))) return undefined;
    const major = /^\d+/.exec(ground.versionOf('laravel/framework') ?? '')?.[0];
    return major === undefined ? 'Laravel' : `Laravel ${major}`;
  },
  readOutside: readPhp,
  read: async (ground) => (await import('./laravel-joints.ts')).readLaravel(ground),
  grows: async (ground) => (await import('./laravel-growth.ts')).laravelGrowth(ground),
};
