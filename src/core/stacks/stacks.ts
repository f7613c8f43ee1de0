import { fastify } from './fastify/fastify.ts';
import { express } from './express/express.ts';
import { node } from './node/node.ts';
import { nextjs } from './nextjs/nextjs.ts';
import { nuxt } from './nuxt/nuxt.ts';
import { angular } from './angular/angular.ts';
import { astro } from './astro/astro.ts';
import { browser } from './browser/browser.ts';
import { reactScripts } from './react-scripts/react-scripts.ts';
import { vueService } from './vue-service/vue-service.ts';
import { webpack } from './webpack/webpack.ts';
import type { Stack } from '../joints/ground.ts';
import { laravel } from './laravel/laravel.ts';
import { phpApplication } from './php-application/php-application.ts';
import { php } from './php/php.ts';
import { symfony } from './symfony/symfony.ts';
import { plain } from './plain/plain.ts';
import { sveltekit } from './sveltekit/sveltekit.ts';
import { vite } from './vite/vite.ts';

/** In the order in which they are asked: of those of one side the first that recognises a workspace has it. */
export const STACKS: readonly Stack[] = [
  plain,
  phpApplication,
  symfony,
  laravel,
  nextjs,
  nuxt,
  angular,
  sveltekit,
  astro,
  vueService,
  reactScripts,
  vite,
  webpack,
  express,
  fastify,
  php,
  browser,
  node,
];
