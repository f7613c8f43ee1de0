import { once } from '../../text/once.ts';
import type { Edit } from '../../edits/edit.ts';
import { namedClass } from '../class-names.ts';
import type { Ground, StackReading } from '../../joints/ground.ts';
import { blockedJoint, type JointOf } from '../../joints/joint.ts';
import { peopleJoint } from '../../joints/people-joint.ts';
import { phpJoints, phpTraits } from '../../joints/php-joints.ts';
import { middlewareJoint, reportJoint } from './laravel-pipeline.ts';
import { laravelRouteList } from './laravel-route-list.ts';
import { laravelPeople } from './laravel-people.ts';
import { bladeFrame, viewHeadJoints } from './laravel-views.ts';
import { pageBridge } from './page-bridge.ts';
import { modelsOf } from './laravel-models.ts';
import { laravelPaths, leadsToSignIn, routesJoint } from './routes-joint.ts';
import { namespaceOf } from '../../joints/php-names.ts';
import { settingsJoint } from './laravel-settings.ts';

/** The joints of an app built with Laravel (its docs, "Service Providers", "Directory Structure"). */
export function readLaravel(ground: Ground): StackReading {
  const bridge = pageBridge(ground);
  const people = laravelPeople(ground);
  return {
    joints: [
      providersJoint(ground),
      settingsJoint(ground),
      routesJoint(ground),
      middlewareJoint(ground),
      reportJoint(ground),
      peopleJoint(ground, people),
      ...viewHeadJoints(ground),
      ...phpJoints(ground),
    ],
    traits: {
      ...phpTraits(ground),
      sources: ['php', ...(ground.names(ground.inHost('resources/views')).length > 0 ? (['blade'] as const) : [])],
      folder: 'app',
      outputs: ['storage', 'bootstrap/cache', 'public/build'],
      namespace: namespaceOf(ground, ground.inHost('app/User.php')),
      views: { engine: 'blade', folder: 'resources/views' },
      pageBridge: bridge?.shows,
      pages: bridge?.folder,
      frame: once(() => bladeFrame(ground)),
      people: () => people,
      entities: once(() => modelsOf(ground).map(({ fullName }) => fullName)),
      databaseTold: once(() => isDatabaseTold(ground)),
      signIn: once(() => leadsToSignIn(ground)),
      paths: once(() => laravelPaths(ground)),
      console: 'artisan',
      routeList: laravelRouteList,
      migration: laravelMigration,
      // Which packages tell of providers, and what these offer, is kept from the last start (its docs, "Package Discovery").
      // And compiled views have in them what packages put into these.
      caches: ['bootstrap/cache/packages.php', 'bootstrap/cache/services.php', 'storage/framework/views/*.php'],
      serve: {
        program: 'php',
        args: ['-S', '127.0.0.1:{{port}}', '-t', 'public'],
        // Nothing of a person's own machine is needed to answer: no database, no key.
        environment: {
          APP_KEY: KEY,
          SESSION_DRIVER: 'array',
          CACHE_STORE: 'array',
          CACHE_DRIVER: 'array',
          QUEUE_CONNECTION: 'sync',
        },
      },
      readsEnvironment: true,
    },
  };
}

// Of the right length, and for nothing but proofs.
const KEY = `base64:${Buffer.from('for proofs in a copy: 32 letters').toString('base64')}`;

/** Whether the environment alone says which database is used, where the app has settings of its own for that (Laravel's docs, "Database"). */
function isDatabaseTold(ground: Ground): boolean {
  const text = ground.text(ground.inHost('config/database.php'));
  if (text === undefined) return true;
  return (
    /['"]default['"]\s*=>\s*env\(\s*['"]DB_CONNECTION['"]/.test(text) &&
    /['"]sqlite['"]\s*=>\s*\[[^\]]{0,300}['"]database['"]\s*=>\s*env\(\s*['"]DB_DATABASE['"]/.test(text)
  );
}

/**
 * A migration by its file, alone: what else waits is the team's to run. `migrate:reset` with a path rolls back what stands there only,
 * whenever it was run (Laravel's docs, "Rolling Back Migrations").
 */
function laravelMigration(file: string): { up: string[]; down: string[] } | undefined {
  if (!/^database\/migrations\/\w+\.php$/.test(file)) return undefined;
  const only = [`--path=${file}`, '--no-interaction'];
  return { up: ['migrate', ...only], down: ['migrate:reset', ...only] };
}

/** The service providers that an app registers: in a file of their own since Laravel 11, before that in its configuration. */
function providersJoint(ground: Ground): JointOf<'framework.modules'> {
  const list = ground.inHost('bootstrap/providers.php');
  const config = ground.inHost('config/app.php');
  const file = [list, config].find((one) => ground.has(one));
  if (file === undefined)
    return blockedJoint('framework.modules', list, 'no list of providers', {
      reason: 'it has neither bootstrap/providers.php nor config/app.php',
      handwork: 'Register the provider where your app registers its own.',
    });
  return {
    name: 'framework.modules',
    state: 'present',
    file,
    detail: 'the list of service providers',
    tie({ module }): Edit[] {
      const pointer = file === list ? '' : '/providers';
      const { local, edits } = namedClass(file, ground.text(file) ?? '', module);
      return [
        ...edits,
        { file, format: 'php', operation: { op: 'item', array: 'returned', pointer, code: `${local}::class` } },
      ];
    },
  };
}
