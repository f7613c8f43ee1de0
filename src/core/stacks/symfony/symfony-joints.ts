import { once } from '../../text/once.ts';
import type { Ground, StackReading } from '../../joints/ground.ts';
import type { JointOf } from '../../joints/joint.ts';
import { phpJoints, phpTraits } from '../../joints/php-joints.ts';
import { namespaceOf } from '../../joints/php-names.ts';
import { templateHeadJoint } from '../../joints/head-joint.ts';
import { twigFrame, usualFrame } from './plain-parts.ts';
import { accessJoint, canSignIn, signInJoint } from './sign-in-joint.ts';
import { doctrineMigration, isDatabaseTold } from './symfony-database.ts';
import { entitiesOf } from './symfony-entities.ts';
import { symfonyPeople } from './symfony-people.ts';
import { symfonyRouteList } from './symfony-route-list.ts';
import { symfonyPaths } from './symfony-routes.ts';
import { bundlesJoint } from './bundles-joint.ts';
import { symfonyEnvironment } from './environment-joint.ts';
import { servicesJoint } from './services-joint.ts';
import { routesJoint, settingsJoint } from './settings-joints.ts';

/** The joints of an app built with Symfony (its docs, "Configuring Symfony"). */
export function readSymfony(ground: Ground): StackReading {
  const rest = phpJoints(ground).filter(({ name }) => name !== 'environment.file');
  const front = ground.first(['public/index.php', 'web/app.php'].map((file) => ground.inHost(file)));
  const folder = front?.endsWith('web/app.php') ? 'web' : 'public';
  return {
    joints: [
      bundlesJoint(ground),
      settingsJoint(ground),
      routesJoint(ground),
      servicesJoint(ground),
      signInJoint(ground),
      accessJoint(ground),
      symfonyEnvironment(ground),
      ...headJoints(ground),
      ...rest,
    ],
    traits: {
      ...phpTraits(ground),
      sources: ['php', ...(ground.names(ground.inHost('templates')).length > 0 ? (['twig'] as const) : [])],
      outputs: ['var', `${folder}/bundles`],
      namespace: namespaceOf(ground, ground.inHost('src/Kernel.php')),
      views: { engine: 'twig', folder: 'templates' },
      frame: once(() => twigFrame(ground)),
      people: once(() => symfonyPeople(ground)),
      entities: once(() => (ground.finds('doctrine/orm') ? entitiesOf(ground).map(({ fullName }) => fullName) : [])),
      databaseTold: once(() => isDatabaseTold(ground)),
      signIn: once(() => canSignIn(ground)),
      paths: once(() => symfonyPaths(ground)),
      console: ground.has(ground.inHost('bin/console')) ? 'bin/console' : undefined,
      // With debugging on, a container that is made anew is described in config/reference.php (since Symfony 7.4).
      consoleOptions: ['--no-debug'],
      routeList: symfonyRouteList,
      migration: doctrineMigration,
      // Which bundles there are, and where settings lie, is read once (its docs, "The Cache").
      caches: ['var/cache'],
      serve: front === undefined ? undefined : serveFrom(folder),
      readsEnvironment: true,
    },
  };
}

/** PHP's own server asks the front controller for whatever is no file; it hands the environment on only where it is told to (php.ini, `variables_order`). */
function serveFrom(folder: string) {
  const lead = folder === 'web' ? ['web/app.php'] : [];
  return {
    program: 'php',
    args: ['-d', 'variables_order=EGPCS', '-S', '127.0.0.1:{{port}}', '-t', folder, ...lead],
    environment: { APP_ENV: 'dev', APP_DEBUG: '1' },
  };
}

/** The head of the template that every app begins with, else of the one that most others extend. */
function headJoints(ground: Ground): JointOf<'page.head'>[] {
  const usual = 'base.html.twig';
  const frame = ground.has(ground.inHost(`templates/${usual}`)) ? usual : usualFrame(ground);
  const file = frame === undefined ? undefined : ground.inHost(`templates/${frame}`);
  return file !== undefined && ground.has(file) ? [templateHeadJoint(ground, file)] : [];
}
