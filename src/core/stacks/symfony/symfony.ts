import type { Stack } from '../../joints/ground.ts';
import { phpProject, readPhp, requires } from '../../joints/php-joints.ts';
import { PACKAGES } from './symfony-version.ts';

/** An app built with Symfony. */
export const symfony: Stack = {
  id: 'symfony',
  side: 'server',
  ecosystem: 'composer',
  knows: { package: PACKAGES, title: 'Symfony', from: 3, to: 8 },
  recognise(ground) {
    const name = PACKAGES.find((one) => requires(ground, one));
    // A bundle requires the framework as well, and is no app.
    if (name === undefined || phpProject(ground)?.all?.type === 'symfony-bundle') return undefined;
    const version = /^\d+\.\d+/.exec(ground.versionOf(name) ?? '')?.[0];
    return version === undefined ? 'Symfony' : `Symfony ${version}`;
  },
  readOutside: readPhp,
  read: async (ground) => (await import('./symfony-joints.ts')).readSymfony(ground),
  grows: async (ground) => (await import('./symfony-growth.ts')).symfonyGrowth(ground),
};
