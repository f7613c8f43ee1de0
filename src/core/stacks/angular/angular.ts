import type { Stack } from '../../joints/ground.ts';
import { named } from '../../joints/title.ts';

/** An app built with Angular's own builder. */
export const angular: Stack = {
  id: 'angular',
  side: 'browser',
  knows: { package: '@angular/core', title: 'Angular', from: 17, to: 21 },
  recognise: (ground) =>
    ground.declares('@angular/core') && ground.has(ground.inHost('angular.json'))
      ? named(ground, '@angular/core', 'Angular')
      : undefined,
  read: async (ground) => (await import('./angular-joints.ts')).readAngular(ground),
  grows: async (ground) => (await import('./angular-growth.ts')).angularGrowth(ground),
  build: { program: 'ng', args: ['build'] },
};
