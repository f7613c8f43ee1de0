import { framework, named } from '../../joints/title.ts';
import type { Stack } from '../../joints/ground.ts';

/** A Vue app built with webpack by its service, set up in vue.config.js. */
export const vueService: Stack = {
  id: 'vue-service',
  side: 'browser',
  knows: { package: '@vue/cli-service', title: '@vue/cli-service', from: 5, to: 5 },
  recognise(ground) {
    if (!ground.declares('@vue/cli-service')) return undefined;
    return [named(ground, '@vue/cli-service', '@vue/cli-service'), framework(ground)].filter(Boolean).join(' + ');
  },
  read: async (ground) => (await import('./vue-service-joints.ts')).readVueService(ground),
  grows: async (ground) => (await import('../../joints/table-growth.ts')).tableGrowth(ground),
  build: { program: 'vue-cli-service', args: ['build'] },
};
