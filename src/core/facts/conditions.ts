import { eitherOf } from '../text/in-words.ts';
import { fillText } from '../definition/fill.ts';
import { JOINTS, type JointName } from '../definition/joints.ts';
import type { StackFacts } from '../stacks/sides.ts';
import type { Signs } from '../definition/signs.ts';
import { findSigns } from './signs.ts';
import { implicitImports } from './implicit-imports.ts';
import { hasTests } from './tests.ts';
import type { Circumstances } from './circumstances.ts';
import path from 'node:path';
import type { Condition } from '../definition/conditions.ts';
import { presentVersion, rulesFor } from '../ecosystems/versions.ts';
import type { WorkspaceFacts } from '../survey/survey.ts';
import { ownImports } from '../uses/own-imports.ts';
import { matchesWildcard } from '../text/wildcard.ts';
import type { Joint } from '../joints/joint.ts';
import { placeInWords } from '../text/place-in-words.ts';

/** Whether all of a condition holds; none at all holds always. */
export function holds(condition: Condition | undefined, at: Circumstances): boolean {
  return condition === undefined || objectionsTo(condition, at).length === 0;
}

/** What of a condition does not hold, each in words. */
export function objectionsTo(condition: Condition, at: Circumstances): string[] {
  const { not, any, ...wanted } = condition;
  const found = [...missing(wanted, at), ...noneOf(any, at)];
  if (not === undefined) return found;
  // Any one of what must not be is one too many.
  const unwanted = Object.entries(not)
    .flatMap(([key, value]) => singly(value).map((one) => [key, one] as const))
    .filter(([key, one]) => CHECKS[key as keyof typeof CHECKS]({ [key]: one }, at).length === 0);
  return [
    ...found,
    ...unwanted.map(([key, value]) =>
      key === 'paths'
        ? `${at.stack.title} answers ${(value as string[]).map((one) => fillText(one, at.choices)).join(' and ')} already`
        : `it is not for ${inWords(key, value)}`,
    ),
  ];
}

type Facts = Omit<Condition, 'not' | 'any'>;

function missing(wanted: Facts, at: Circumstances): string[] {
  return Object.keys(wanted).flatMap((key) => CHECKS[key as keyof typeof CHECKS](wanted, at));
}

/** Nothing where one of some alternatives holds; else what each lacks, as one objection. */
function noneOf(alternatives: readonly Facts[] | undefined, at: Circumstances): string[] {
  if (!alternatives || alternatives.some((one) => missing(one, at).length === 0)) return [];
  const words = alternatives.map((one) =>
    Object.entries(one)
      .map(([key, value]) => wantedInWords(key, value))
      .join(' and '),
  );
  return [`it requires ${eitherOf(words)}`];
}

function wantedInWords(key: string, value: unknown): string {
  return key === 'packages' || key === 'bundler' ? withRanges(value as Record<string, string>) : inWords(key, value);
}

function withRanges(packages: Readonly<Record<string, string>>): string {
  return Object.entries(packages)
    .map(([name, range]) => (range === '*' ? name : `${name} ${range}`))
    .join(' and ');
}

/** What a fact names, one by one in its own form. */
function singly(value: unknown): unknown[] {
  if (Array.isArray(value)) return value.map((one: unknown) => [one]);
  if (typeof value !== 'object' || value === null) return [value];
  return Object.entries(value).map(([name, one]) => ({ [name]: one as unknown }));
}

/** The names in what configurations name. */
function named(configures: NonNullable<Facts['configures']>): string[] {
  return Array.isArray(configures) ? configures : Object.values(configures).flat();
}

const CHECKS: Record<keyof Facts, (wanted: Facts, at: Circumstances) => string[]> = {
  language: ({ language }, { workspace }) =>
    language === undefined || workspace.language === language
      ? []
      : [`it is for ${language === 'ts' ? 'TypeScript' : 'JavaScript'}`],
  modules: ({ modules }, { workspace }) =>
    modules === undefined || workspace.moduleFormat === modules ? [] : [`it is for ${modules} packages`],
  sources: ({ sources = [] }, { stack }) =>
    sources
      .filter((kind) => !stack.traits.sources.includes(kind))
      .map((kind) => `it is for ${kind} sources, and ${stack.title} has none`),
  runtime: ({ runtime }, { stack }) =>
    runtime === undefined || stack.traits.runtime === runtime ? [] : [`it is for ${inWords('runtime', runtime)}`],
  bundler: ({ bundler = {} }, { stack, workspace }) =>
    ranges(
      bundler,
      (name) => {
        const { traits } = stack;
        return traits.bundler?.name === name ? traits.bundler.version : presentVersion(workspace, name);
      },
      workspace,
    ),
  packages: ({ packages = {} }, { workspace }) =>
    ranges(packages, (name) => presentVersion(workspace, name), workspace),
  without: ({ without = [] }, at) => without.flatMap((pattern) => there(pattern, at)).map((file) => `${file} is here`),
  configures: ({ configures = [] }, at) =>
    (singly(configures) as NonNullable<Facts['configures']>[])
      .filter((one) => findSigns({ configures: one }, at).missing.length > 0)
      .map((one) => `no configuration names ${named(one).join(' or ')}`),
  unconfigured: ({ unconfigured = [] }, at) =>
    findSigns(configurations(unconfigured), at).places.map(({ file, what }) => `${file} ${what}`),
  imports: ({ imports = {} }, at) =>
    Object.entries(imports)
      .filter(([name, wanted]) => !importsOneOf(name, wanted, at))
      .map(([name, wanted]) => `nothing here imports ${wanted.join(' or ')} from ${name} yet`),
  tests: ({ tests }, at) =>
    tests === undefined || (tests === 'there') === hasTests(at) ? [] : [`it is for projects with tests ${tests}`],
  screen: ({ screen }, { stack }) =>
    screen === undefined || (screen === 'alone') === (stack.traits.screen?.alone ?? false)
      ? []
      : [`it is for apps whose first component is shown ${screen}`],
  implicit: ({ implicit }, at) =>
    implicit === undefined || implicitImports(at) !== '' ? [] : ['it imports all that it uses'],
  configured: ({ configured = [] }, { stack }) =>
    configured
      .filter((key) => !stack.traits.config?.keys.includes(key))
      .map((key) => `the bundler's configuration does not say "${key}"`),
  joints: ({ joints = [] }, { stack }) => {
    const there = joints.flatMap((name) => stack.joints.find((joint) => joint.name === name) ?? []);
    const absent = joints.filter((name) => !there.some((joint) => joint.name === name));
    return [...lacking(stack, absent), ...there.flatMap(blockage)];
  },
  environment: ({ environment }, { stack }) =>
    environment === undefined || (environment === 'read') === (stack.traits.readsEnvironment ?? false)
      ? []
      : [`${stack.title} reads ${environment === 'read' ? 'no environment file' : 'its environment file'} by itself`],
  components: ({ components }, { stack }) =>
    components === undefined || (components === 'server') === (stack.traits.serverComponents ?? false)
      ? []
      : [`it is for components that run ${components === 'server' ? 'on the server' : 'in the browser'}`],
  views: ({ views }, { stack }) => {
    const engine = stack.traits.views?.engine ?? 'none';
    return views === undefined || engine === views ? [] : [`it is for views of ${views}`];
  },
  database: ({ database }, { stack }) =>
    database === undefined || stack.traits.databaseTold?.()
      ? []
      : ['its environment does not say which database it uses'],
  frame: ({ frame }, { stack }) => {
    const isDocument = /<html\b/i.test(stack.traits.frame?.().begin ?? '');
    if (frame === undefined || isDocument === (frame === 'document')) return [];
    return [isDocument ? 'its pages have no layout' : 'its pages have a layout'];
  },
  pageBridge: ({ pageBridge }, { stack }) => {
    const found = stack.traits.pageBridge;
    if (pageBridge === undefined || (found && pageBridge.includes(found))) return [];
    return [`its server shows no components of ${eitherOf(pageBridge)} as pages`];
  },
  signIn: ({ signIn }, { stack, hasPeople }) =>
    signIn === undefined || hasPeople || stack.traits.signIn?.() ? [] : ['nobody can sign in to it yet'],
  sheets: ({ sheets = [] }, { stack }) =>
    sheets
      .filter((one) => !stack.traits.sheets?.includes(one))
      .map((one) => `${stack.title} does not compile .${one} by itself`),
  paths: ({ paths = [] }, { stack, choices }) =>
    paths
      .map((one) => fillText(one, choices))
      .filter((one) => !stack.traits.paths?.().includes(one))
      .map((one) => `nothing answers ${one} yet`),
  people: ({ people }, { stack }) => {
    if (people === undefined) return [];
    const found = stack.traits.people?.();
    if (!found) return ['it is for PHP apps in which people can sign in'];
    if (found.state === 'unfit') return found.why;
    if (people.includes(found.state)) return [];
    if (people.includes('named') && (found.state === 'none' || found.isNamed)) return [];
    if (people.includes('named')) return [`${found.class} has no names`];
    return [found.state === 'own' ? `${found.class} signs in already` : 'no class of its own signs in'];
  },
  scripts: ({ scripts = {} }, { workspace }) =>
    Object.entries(scripts)
      .filter(([name, wanted]) => !matchesWildcard(workspace.manifest.scripts[name] ?? '', wanted))
      .map(([name, wanted]) => `the script ${name} is not ${wanted}`),
  choices: ({ choices = {} }, at) =>
    Object.entries(choices)
      .filter(([key, value]) => at.choices[key] !== value)
      .map(([key, value]) => `${key} is not ${value}`),
};

/** Files, and with a hash in front members of the manifest, as signs. */
function configurations(all: readonly string[]): Signs {
  const members = all.filter((one) => one.startsWith('#')).map((one) => one.slice(1));
  const files = all.filter((one) => !one.startsWith('#'));
  return { ...(members.length > 0 ? { members } : {}), ...(files.length > 0 ? { files } : {}) };
}

function importsOneOf(name: string, wanted: readonly string[], at: Circumstances): boolean {
  const { reader, root, workspace, stack } = at;
  const found = ownImports(reader, path.join(root, workspace.folder), name, stack.notOwn);
  return wanted.some((one) => found.has(one));
}

function ranges(
  wanted: Readonly<Record<string, string>>,
  versionOf: (name: string) => string | undefined,
  holder: WorkspaceFacts,
): string[] {
  return Object.entries(wanted).flatMap(([name, range]) => {
    const version = versionOf(name);
    if (version === undefined) return [`it requires ${name} ${range}, which ${holder.name} does not have`];
    return rulesFor(name).covers(range, version) ? [] : [`it requires ${name} ${range}, and ${version} is here`];
  });
}

/** The files of the workspace that a pattern means. */
function there(pattern: string, { reader, root, workspace }: Circumstances): string[] {
  const folder = path.posix.dirname(pattern);
  const name = path.posix.basename(pattern);
  const absolute = path.join(root, workspace.folder, folder);
  if (reader.kind(absolute) === undefined) return [];
  return reader
    .list(absolute)
    .filter((entry) => entry.kind !== 'folder' && matchesWildcard(entry.name, name))
    .map((entry) => path.posix.normalize(path.posix.join(folder, entry.name)));
}

function inWords(key: string, value: unknown): string {
  if (key === 'sources') return `${(value as string[]).join(' and ')} sources`;
  if (key === 'packages' || key === 'bundler') return `projects with ${withRanges(value as Record<string, string>)}`;
  if (key === 'imports')
    return `projects that import ${Object.entries(value as Record<string, string[]>)
      .map(([name, names]) => `${names.join(' or ')} from ${name}`)
      .join(' and ')}`;
  if (key === 'configures')
    return `projects whose configuration names ${named(value as NonNullable<Facts['configures']>).join(Array.isArray(value) ? ' and ' : ' or ')}`;
  if (key === 'joints') return `projects with ${(value as JointName[]).map((name) => JOINTS[name].what).join(' and ')}`;
  if (key === 'runtime') return `what runs ${value === 'server' ? 'on a server' : 'in a browser'}`;
  return typeof value === 'string' ? value : key;
}

/** Why a joint cannot be reached, with its place. */
function blockage(joint: Joint): string[] {
  if (joint.state !== 'blocked') return [];
  return [`${placeInWords(joint)}: ${joint.refusal?.reason ?? `${JOINTS[joint.name].what} cannot be reached`}`];
}

/** Joints that a stack does not have, in words. */
export function lacking({ title, outside, absent = {} }: StackFacts, names: readonly JointName[]): string[] {
  if (outside !== undefined && names.length > 0) return [outside];
  const unexplained = names.filter((name) => absent[name] === undefined).map((name) => JOINTS[name].what);
  const explained = names.flatMap((name) => absent[name] ?? []).map((words) => `${title} ${words}`);
  return [...explained, ...(unexplained.length > 0 ? [`${title} has no place for ${unexplained.join(' and ')}`] : [])];
}
