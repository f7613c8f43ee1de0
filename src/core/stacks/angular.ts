import type { Stack } from './stack.ts';
import { named } from './title.ts';

/** An app built with Angular's own builder. */
export const angular: Stack = {
  id: 'angular',
  recognise: (ground) =>
    ground.declares('@angular/core') && ground.has(ground.inHost('angular.json'))
      ? named(ground, '@angular/core', 'Angular')
      : undefined,
  read: async (ground) => (await import('./angular-joints.ts')).readAngular(ground),
  build: { program: 'ng', args: ['build'] },
};
