import path from 'node:path';
import { isMap, isScalar } from 'yaml';
import { controllerImports, type ControllerImport } from './controller-imports.ts';
import type { Edit } from '../../edits/edit.ts';
import { childOf, childrenOf, nameOf, textOf, type Php } from '../../formats/php/document.ts';
import { joinPointer } from '../../formats/json-pointer.ts';
import { readYaml } from '../../formats/yaml/yaml-document.ts';
import type { Ground } from '../../joints/ground.ts';
import type { Standing } from '../../joints/growth.ts';
import { phpListing, phpRoutes, phpRoutesFile } from './php-routes.ts';
import { ownSources } from '../../joints/own-sources.ts';
import { attributesOf, classesOf, commentBefore, type DeclaredClass } from '../../joints/php-classes.ts';
import { namespaceOf } from '../../joints/php-names.ts';

/** A class that answers requests, with the routes that it states itself: by attributes, or in comments as before PHP 8. */
export interface Controller {
  file: string;
  text: string;
  /** `PlotController`, and with its namespace. */
  name: string;
  fullName: string;
  routes: { address: string; action: string; called?: string | undefined }[];
  /** What the app puts before the paths that it states. */
  prefix: string;
  /** The names of all its routes, also of those with parts left open. */
  names: string[];
  /** How many of its methods answer something, also at addresses with parts left open. */
  answers: number;
}

const ROUTE = /(^|\\)Route$/;

/** The controllers of an app that state their own routes (Symfony's docs, "Routing", "Creating Routes as Attributes"). */
export function controllersOf(ground: Ground): Controller[] {
  const imports = controllerImports(ground);
  return [...ownSources(ground, /\.php$/)].flatMap(({ file, text }) => {
    if (!/\bclass\s+\w+/.test(text) || !/\b(Controller|AsController|Route)\b/.test(file + text)) return [];
    const by = imports.find(({ covers }) => covers(file));
    return classesOf(text).map((one) => placed(controllerIn(one, file), by));
  });
}

/** A controller at the addresses that it has where it is imported. */
function placed(controller: Controller, by: ControllerImport | undefined): Controller {
  if (!by) return controller;
  const { prefix, named } = by;
  const names = controller.names.map((one) => named + one);
  if (prefix === undefined) return { ...controller, routes: [], names };
  const routes = controller.routes.map((one) => ({
    ...one,
    address: one.address === '/' && prefix !== '' ? prefix : prefix + one.address,
    called: one.called && named + one.called,
  }));
  return { ...controller, routes, names, prefix };
}

function controllerIn({ script, node, name, fullName }: DeclaredClass, file: string): Controller {
  const [own] = routesOf(script, node, commentBefore(script.text, node));
  const methods = childrenOf(childOf(node, 'body'), 'method_declaration');
  const isInvoked = own !== undefined && methods.some((one) => nameOf(script, one) === '__invoke');
  const found = methods.map((one) => ({ one, stated: routesOf(script, one, commentBefore(script.text, one)) }));
  const all = found.flatMap(({ one, stated }) =>
    stated.map(({ path, called }) => ({
      address: `${own?.path ?? ''}${path === '/' && own ? '' : path}` || '/',
      action: nameOf(script, one) ?? '',
      called: called && (own?.called ?? '') + called,
    })),
  );
  const invoked = isInvoked ? [{ address: own.path, action: '__invoke', called: own.called }] : [];
  const routes = [...invoked, ...all].filter(({ address }) => isPlain(address));
  const answers = invoked.length + found.filter(({ stated }) => stated.length > 0).length;
  return {
    file,
    text: script.text,
    name,
    fullName,
    routes,
    prefix: '',
    names: [...invoked, ...all].flatMap((one) => one.called ?? []),
    answers,
  };
}

/** Whether nothing of an address is left open. */
function isPlain(address: string): boolean {
  return address.startsWith('/') && !/[{}%]/.test(address);
}

/** A route as something states it. */
interface Stated {
  path: string;
  called: string | undefined;
}

function routesOf(script: { text: string }, node: Php, comment: string): Stated[] {
  const stated = attributesOf(node)
    .filter((one) => ROUTE.test(textOf(script, one.children[0])))
    .map((one) => ({
      path: pathIn(script, childOf(one, 'parameters')),
      called: givenAs(script, childOf(one, 'parameters'), 'name'),
    }));
  const noted = [...comment.matchAll(/@(?:\w+\\)?Route\(\s*(?:path\s*=\s*)?"([^"]*)"([^)]*)/g)].map(
    ([, path = '', rest = '']) => ({ path, called: /\bname\s*=\s*"([^"]*)"/.exec(rest)?.[1] }),
  );
  return [...stated, ...noted];
}

/** The text that a call is given by a name. */
function givenAs(script: { text: string }, given: Php | undefined, name: string): string | undefined {
  const value = childrenOf(given, 'argument')
    .find((one) => nameOf(script, one) === name)
    ?.children.at(-1);
  return value?.kind === 'string' ? textOf(script, value).slice(1, -1) : undefined;
}

/** The path that a route is given first, or by its name; what leaves it out is at the address of its class. */
function pathIn(script: { text: string }, given: Php | undefined): string {
  const all = childrenOf(given, 'argument');
  const path = all.find((one) => nameOf(script, one) === 'path') ?? all.find((one) => !childOf(one, 'name'));
  const value = path?.children.at(-1);
  return /^(string|encapsed_string)$/.test(value?.kind ?? '') ? textOf(script, value).slice(1, -1) : '';
}

/** The routes that an app lists, in YAML or in PHP, with the controllers that they lead to. */
export function listedRoutes(ground: Ground, controllers: readonly Controller[]): (Standing & { action: string })[] {
  const inYaml = yamlRoutes(ground, controllers);
  return inYaml.length > 0 || routeFiles(ground).length > 0 ? inYaml : phpRoutes(ground, controllers);
}

function yamlRoutes(ground: Ground, controllers: readonly Controller[]): (Standing & { action: string })[] {
  return routeFiles(ground).flatMap((file) => {
    const source = ground.text(file) ?? '';
    const read = readYaml(source);
    const contents: unknown = 'reason' in read ? undefined : read.document.contents;
    if (!isMap(contents)) return [];
    return contents.items.flatMap(({ key, value }): (Standing & { action: string })[] => {
      if (!isScalar(key) || !isMap(value) || !key.range || !value.range) return [];
      const address = value.get('path');
      const shown = value.get('controller') ?? value.getIn(['defaults', '_controller']);
      const [shownBy, action = '__invoke'] = typeof shown === 'string' ? shown.split('::') : [];
      const own = controllers.find(({ fullName }) => shownBy === fullName);
      if (!own || typeof address !== 'string' || !isPlain(address)) return [];
      const end = source.slice(0, value.range[1]).trimEnd().length;
      const entry = { start: key.range[0], end };
      return [
        {
          address,
          action,
          file: own.file,
          name: own.name,
          called: String(key.value),
          listed: { file, entry, below: '/', form: 'statement' },
        },
      ];
    });
  });
}

/** The files in which an app lists its own routes. */
export function routeFiles(ground: Ground): string[] {
  return ['config/routes.yaml', 'config/routes.yml', 'app/config/routing.yml']
    .map((name) => ground.inHost(name))
    .filter((file) => ground.has(file));
}

/** Whether an app takes routes from its controllers; where it does not all of them are listed. */
export function readsControllers(ground: Ground): boolean {
  const files = [
    ...routeFiles(ground),
    ...['config/routes.php', 'config/routes/attributes.yaml', 'config/routes/annotations.yaml'].map((name) =>
      ground.inHost(name),
    ),
  ];
  return files.some((file) => /\b(attribute|annotation)\b/.test(ground.text(file) ?? ''));
}

/** The edit that lists a route, named and at an address, of a controller's file; of a method of it, where one is named. */
export function listing(
  ground: Ground,
  route: { name: string; file: string; address: string; action?: string },
): Edit[] {
  const inYaml = routeFiles(ground)[0];
  const inPhp = inYaml === undefined ? phpRoutesFile(ground) : undefined;
  const home = namespaceOf(ground, route.file) ?? 'App\\Controller';
  const { name, address } = route;
  // The kernel reads one of them only: a new file in YAML would put the one in PHP out of use.
  if (inPhp !== undefined) {
    const called = `${home}\\${path.posix.basename(route.file, '.php')}`;
    return phpListing(ground, inPhp, { name, address, controller: called, action: route.action });
  }
  const file = inYaml ?? ground.inHost('config/routes.yaml');
  const action = route.action === undefined ? '' : `::${route.action}`;
  const controller = `${home}\\${path.posix.basename(route.file, '.php')}${action}`;
  const value = { path: address, controller };
  return [{ file, format: 'yaml', operation: { op: 'set', pointer: joinPointer([name]), value }, seed: '' }];
}

/** The paths that an app answers, as far as they are written out: by its controllers, or in its lists of routes. */
export function symfonyPaths(ground: Ground): string[] {
  const controllers = controllersOf(ground);
  const stated = controllers.flatMap(({ routes }) => routes.map(({ address }) => address));
  const listed = listedRoutes(ground, controllers).flatMap(({ address }) => address ?? []);
  const folder = ground.inHost('config/routes');
  const more = ground.names(folder).filter((name) => /\.ya?ml$/.test(name));
  const files = [...routeFiles(ground), ...more.map((name) => `${folder}/${name}`)];
  return [...new Set([...stated, ...listed, ...files.flatMap((file) => pathsListed(ground.text(file) ?? ''))])];
}

/** The paths of the routes that a file in YAML lists, whoever answers them. */
function pathsListed(source: string): string[] {
  const read = readYaml(source);
  const contents: unknown = 'reason' in read ? undefined : read.document.contents;
  if (!isMap(contents)) return [];
  return contents.items.flatMap(({ value }) => {
    const address: unknown = isMap(value) ? value.get('path') : undefined;
    return typeof address === 'string' && isPlain(address) ? [address] : [];
  });
}
