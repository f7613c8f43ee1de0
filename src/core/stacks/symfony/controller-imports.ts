import path from 'node:path';
import { byCount } from '../../by-count.ts';
import { textGiven } from '../../formats/php/chains.ts';
import { readPhp, textOf, type Php, type PhpScript } from '../../formats/php/document.ts';
import { readYaml } from '../../formats/yaml/yaml-document.ts';
import type { Ground } from '../../joints/ground.ts';
import { ownFilesOf } from '../../joints/own-sources.ts';
import { recordOf } from '../../records.ts';
import { chainsIn } from './php-routes.ts';

/** Controllers that an app reads the routes from. */
export interface ControllerImport {
  /** Their folder, relative to the host's root; of several the part that all have. */
  folder: string;
  covers(this: void, file: string): boolean;
  /** What stands before the paths that they state, in the app's first language: `/en`; undefined where something else is left open. */
  prefix: string | undefined;
  /** What stands before the names of their routes. */
  named: string;
}

/** An import as it is written. */
interface Written {
  resource: string;
  prefix: string;
  named: string;
  /** The language of addresses that have one. */
  language: string;
}

/** The controllers that an app takes routes from, by its files of routes (Symfony's docs, "Routing", "Route Groups and Prefixes"). */
export function controllerImports(ground: Ground): ControllerImport[] {
  const files = ['config/routes.yaml', 'config/routes.yml', 'config/routes.php', 'app/config/routing.yml'];
  const folder = ground.inHost('config/routes');
  const more = ground.names(folder).filter((name) => /\.(ya?ml|php)$/.test(name));
  return [...files.map((name) => ground.inHost(name)), ...more.map((name) => `${folder}/${name}`)].flatMap((file) => {
    const text = ground.text(file) ?? '';
    const all = file.endsWith('.php') ? inPhp(text) : inYaml(text);
    return all.flatMap((one) => imported(ground, file, one));
  });
}

// Routes that controllers state themselves, and what a language is called.
const OWN = /^(attribute|annotation)$/;
const WORD = /\w[\w-]*/;

function inYaml(text: string): Written[] {
  const read = readYaml(text);
  if ('reason' in read) return [];
  return Object.values(recordOf(read.value)).flatMap((value): Written[] => {
    const entry = recordOf(value);
    const { type, name_prefix: named } = entry;
    const resource = asText(entry.resource) ?? asText(recordOf(entry.resource).path);
    const isOwn = resource === TAGGED || OWN.test(asText(type) ?? '');
    if (resource === undefined || !isOwn) return [];
    // One for each language: the first.
    const [translated] = Object.values(recordOf(entry.prefix));
    const prefix = asText(entry.prefix) ?? asText(translated) ?? '';
    const first = WORD.exec(asText(recordOf(entry.requirements)._locale) ?? '')?.[0];
    const language = asText(recordOf(entry.defaults)._locale) ?? first ?? 'en';
    return [{ resource, prefix, named: asText(named) ?? '', language }];
  });
}

function asText(value: unknown): string | undefined {
  return typeof value === 'string' ? value : undefined;
}

// All services that state routes, wherever they lie.
const TAGGED = 'routing.controllers';

function inPhp(text: string): Written[] {
  const script = text.includes('->import') ? readPhp(text) : undefined;
  if (!script || 'reason' in script) return [];
  return chainsIn(script).flatMap(({ calls }): Written[] => {
    const given = (name: string): Php[] => calls.find((one) => one.name === name)?.given ?? [];
    const [from, kind] = given('import');
    const resource = firstText(script, from)?.replace(/^\//, '');
    const isOwn = resource === TAGGED || OWN.test(textGiven(script, kind) ?? '');
    if (calls[0]?.name !== 'import' || resource === undefined || !isOwn) return [];
    const language = firstText(script, given('defaults')[0]) ?? firstText(script, given('requirements')[0]);
    return [
      {
        resource,
        prefix: firstText(script, given('prefix')[0]) ?? '',
        named: textGiven(script, given('namePrefix')[0]) ?? '',
        language: WORD.exec(language ?? '')?.[0] ?? 'en',
      },
    ];
  });
}

/** A text, or the first value of an array: `'../src/'`, `['path' => '../src/', 'namespace' => 'App']`, `__DIR__.'/../src/'`. */
function firstText(script: PhpScript, node: Php | undefined): string | undefined {
  return textGiven(script, node) ?? /(?:=>|\.)\s*'([^'\\]*)'/.exec(textOf(script, node))?.[1];
}

// Each tries anew what the ones before it have left.
const MOST_STARS = 5;

function imported(ground: Ground, file: string, { resource, prefix, named, language }: Written): ControllerImport[] {
  const at = placeOf(ground, file, resource);
  if (at === undefined || at.split('*').length > MOST_STARS) return [];
  const plain = `/${prefix.replaceAll('{_locale}', language)}`.replaceAll(/\/+/g, '/').replace(/\/$/, '');
  const form = new RegExp(
    `^${at
      .split(/(\*\*?)/)
      .map((part) => (part === '**' ? '.*' : part === '*' ? '[^/]*' : part.replaceAll(/[.+?^${}()|[\]\\]/g, '\\$&')))
      .join('')}(/|$)`,
  );
  return [
    {
      folder: at.endsWith('.php') ? path.posix.dirname(at) : at.replace(/\/?[^/]*\*.*$/, ''),
      covers: (one) => form.test(one),
      prefix: /[{}%]/.test(plain) ? undefined : plain,
      named,
    },
  ];
}

/** Where imported controllers lie, relative to the host's root; undefined for those of others. */
function placeOf(ground: Ground, file: string, resource: string): string | undefined {
  if (resource === TAGGED) return ground.inHost('src');
  const [, bundle, below = ''] = /^@(\w+Bundle)\/?(.*)$/.exec(resource) ?? [];
  const own = bundle === undefined ? undefined : ownFilesOf(ground).find((one) => one.endsWith(`/${bundle}.php`));
  if (bundle !== undefined) return own && path.posix.join(path.posix.dirname(own), below).replace(/\/$/, '');
  const fromRoot = /^%kernel\.project_dir%\/(.*)$/.exec(resource)?.[1];
  const at = fromRoot === undefined ? path.posix.join(path.posix.dirname(file), resource) : ground.inHost(fromRoot);
  return /^(\.\.|\/)/.test(at) || /[%\\]/.test(at) ? undefined : at.replace(/\/$/, '');
}

/** Where new controllers go, with what stands before the paths that they state. */
export interface ControllerHome {
  folder: string;
  prefix: string;
}

/**
 * Where new controllers go: to the usual folder where the app reads it, else to the one that has most of those that it reads. Undefined
 * where it reads none at addresses that can be told.
 */
export function controllerHome(ground: Ground, files: readonly string[]): ControllerHome | undefined {
  const usual = ground.inHost('src/Controller');
  const imports = controllerImports(ground);
  if (imports.length === 0) return { folder: usual, prefix: '' };
  const told = imports.flatMap((one) => (one.prefix === undefined ? [] : [{ ...one, prefix: one.prefix }]));
  const whole = told.find(({ covers }) => covers(usual));
  if (whole) return { folder: usual, prefix: whole.prefix };
  const folders = files.flatMap((file) => {
    const own = told.find(({ covers }) => covers(file));
    return own ? [{ folder: path.posix.dirname(file), prefix: own.prefix }] : [];
  });
  const [usualOne] = byCount(folders.map(({ folder }) => folder));
  const most = folders.find(({ folder }) => folder === usualOne);
  const [first] = told.filter(
    ({ folder, covers }) => covers(`${folder}/Controller.php`) && ground.names(folder).length > 0,
  );
  return most ?? (first && { folder: first.folder, prefix: first.prefix });
}
