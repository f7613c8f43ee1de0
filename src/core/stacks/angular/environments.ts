import path from 'node:path';
import type { Edit } from '../../edits/edit.ts';
import { joinPointer } from '../../formats/json-pointer.ts';
import { readConfig } from '../../formats/script/read.ts';
import { blockedJoint, type Joint } from '../../joints/joint.ts';
import type { Ground } from '../../joints/ground.ts';
import type { PublicEnvironment } from '../../joints/traits.ts';
import { recordOf } from '../../records.ts';

/** Where an application's build stands in its workspace configuration, and what it says. */
export interface BuildTarget {
  /** The pointer of the build target, as its steps. */
  pointer: readonly string[];
  build: Record<string, unknown>;
  sourceRoot: string;
}

/** The modules in which an app has what differs between development and production (Angular, "Configuring application environments"). */
interface Environments {
  /** The module that sources import, from the workspace on. */
  base: string;
  /** What takes its place, by the name of a build configuration. */
  replaced: Map<string, string>;
  isThere: boolean;
}

const NAME = 'environment';
const NEW = 'environments/environment.ts';
const NEW_DEVELOPMENT = 'environments/environment.development.ts';
const EXPORTED = { export: NAME };

function readEnvironments(ground: Ground, { build, sourceRoot }: BuildTarget): Environments {
  const pairs = Object.entries(recordOf(build.configurations)).flatMap(([configuration, one]) =>
    replacementsIn(recordOf(one)).map((pair) => ({ configuration, ...pair })),
  );
  const usual = path.posix.join(sourceRoot, NEW);
  const base = pairs.find(({ replace }) => /^environments?\.ts$/.test(path.posix.basename(replace)))?.replace ?? usual;
  const own = pairs.filter(({ replace }) => replace === base);
  return {
    base,
    replaced: new Map(own.map(({ configuration, by }) => [configuration, by])),
    isThere: ground.has(ground.inHost(base)),
  };
}

/** The files that a build configuration replaces (`fileReplacements`; `src` and `replaceWith` are its older names). */
function replacementsIn({ fileReplacements }: Record<string, unknown>): { replace: string; by: string }[] {
  const all = Array.isArray(fileReplacements) ? (fileReplacements as unknown[]) : [];
  return all.flatMap((one) => {
    const { replace, with: by, src, replaceWith } = recordOf(one);
    const [from, to] = [replace ?? src, by ?? replaceWith];
    return typeof from === 'string' && typeof to === 'string'
      ? [{ replace: path.posix.normalize(from), by: path.posix.normalize(to) }]
      : [];
  });
}

/**
 * How an app gets what differs between development and production: the joint "the variables that browsers get" (members of the
 * environment that each build configuration has), and how sources have them. `file` is the workspace configuration.
 */
export function environments(
  ground: Ground,
  file: string,
  target: BuildTarget,
): { joint: Joint; environment: PublicEnvironment } {
  const found = readEnvironments(ground, target);
  return { joint: environmentsJoint(ground, file, target, found), environment: environmentOf(found, target) };
}

function environmentsJoint(ground: Ground, file: string, target: BuildTarget, found: Environments): Joint {
  const all = [...new Set([found.base, ...found.replaced.values()])];
  const closed = found.isThere ? all.find((one) => !isOpen(ground, one)) : undefined;
  if (closed !== undefined)
    return blockedJoint('environment.public', ground.inHost(closed), 'not an object written out', {
      reason: `${closed} does not export "${NAME}" as an object of a type of its own`,
      handwork: `Put the values where your app takes such things from, and import them there.`,
    });
  return {
    name: 'environment.public',
    state: found.isThere ? 'present' : 'makeable',
    file: ground.inHost(found.base),
    detail: found.isThere ? `members of "${NAME}"` : `a new module of what differs between development and production`,
    tie({ variables }): Edit[] {
      const made = found.isThere ? undefined : newEnvironments(file, target);
      const files = made?.files ?? all;
      return [
        ...(made?.edits ?? []),
        ...files.flatMap((one) =>
          Object.entries(variables).map(([name, { value = '', production = value }]): Edit => ({
            file: ground.inHost(one),
            format: 'script',
            operation: {
              op: 'entry',
              address: { pointer: '', root: EXPORTED },
              key: memberName(name),
              code: codeOf(one, made?.replaced ?? found.replaced, { value, production }),
              any: true,
            },
            ...(made ? { seed: `export const ${NAME} = {};\n` } : {}),
          })),
        ),
      ];
    },
  };
}

/** A value as the module of a build configuration has it: what was told is for development and production, and for no third. */
function codeOf(
  file: string,
  replaced: ReadonlyMap<string, string>,
  { value, production }: { value: string; production: string },
): string {
  const named = [...replaced].filter(([, by]) => by === file).map(([configuration]) => configuration);
  const isProduction = named.length === 0 ? !replaced.has('production') : named.includes('production');
  if (named.length > 0 && !isProduction && !named.includes('development')) return "''";
  return JSON.stringify(isProduction ? production : value);
}

/** Both modules as they are made where there are none, and how the build takes the one for development (Angular 15 and later). */
function newEnvironments(
  file: string,
  { pointer, build, sourceRoot }: BuildTarget,
): { files: string[]; edits: Edit[]; replaced: Map<string, string> } {
  const base = path.posix.join(sourceRoot, NEW);
  const development = path.posix.join(sourceRoot, NEW_DEVELOPMENT);
  if (recordOf(build.configurations).development === undefined)
    return { files: [base], edits: [], replaced: new Map() };
  const list = joinPointer([...pointer, 'configurations', 'development', 'fileReplacements']);
  const edit: Edit = {
    file,
    format: 'json',
    operation: { op: 'add', pointer: list, value: { replace: base, with: development } },
  };
  return { files: [base, development], edits: [edit], replaced: new Map([['development', development]]) };
}

/** Whether a module exports the environment as an object to which members can be added. */
function isOpen(ground: Ground, file: string): boolean {
  const text = ground.text(ground.inHost(file)) ?? '';
  const around = { file, style: ground.workspace.style };
  const value = readConfig(text, { pointer: '', root: EXPORTED }, around);
  return value.kind === 'object' && !/\benvironment\s*:/.test(text) && !/\bsatisfies\b/.test(text);
}

/** How sources get what the environment says. */
function environmentOf({ base, replaced }: Environments, { sourceRoot }: BuildTarget): PublicEnvironment {
  const all = [...new Set([base, ...replaced.values(), path.posix.join(sourceRoot, NEW_DEVELOPMENT)])];
  return {
    code: (name) => `${NAME}.${memberName(name)}`,
    import: { name: NAME, file: base.replace(/\.ts$/, '') },
    // All that stands in these modules is for browsers: there is no place for what must stay hidden.
    told: (values, _, textOf) =>
      Object.fromEntries(
        all.flatMap((file) => {
          const text = textOf(file);
          if (text === undefined) return [];
          const members = Object.entries(values).map(
            ([name, value]) => `${memberName(name)}: ${JSON.stringify(value)}`,
          );
          return [[file, `${text}\nObject.assign(${NAME}, { ${members.join(', ')} });\n`]];
        }),
      ),
  };
}

/** `BASE_ADDRESS` as members of such modules are written: `baseAddress`. */
function memberName(name: string): string {
  return name.toLowerCase().replaceAll(/_+([a-z0-9])/g, (_, letter: string) => letter.toUpperCase());
}
