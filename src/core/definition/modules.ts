import * as z from 'zod/mini';
import { told } from './words.ts';

/** A name as a script may have it (ECMA-262, IdentifierName). */
export const identifier = z.string().check(z.regex(/^[\p{ID_Start}$_][\p{ID_Continue}$]*$/u));

const imported = {
  default: z.optional(identifier),
  named: z.optional(z.record(z.string(), identifier)),
  namespace: z.optional(identifier),
  esm: z.optional(z.boolean()),
};

export const packageImport = z.strictObject({ from: z.string(), ...imported });

/** What a module takes: from a package, or with `file` from a module of the workspace (its path there, without an ending). */
export const tieImport = z.union([packageImport, z.strictObject({ file: z.string(), ...imported })]);

export type PackageImport = z.infer<typeof packageImport>;
export type TieImport = z.infer<typeof tieImport>;

const names = z.union([
  told(z.array(identifier), 'names of exports; an empty list loads the module for its effect'),
  told(
    z.record(z.string(), identifier),
    'local names by exported name; `default` is the default export, `*` the whole module',
  ),
]);

/** What a definition says of imports: names, by the modules that they come from. */
export const writtenFrom = told(
  z.record(z.string().check(z.minLength(1)), names),
  "what the code imports, by module: from a package, or one of the project's own modules without its file ending: `./http` (in the folder of the app's modules) or `~/lib/http` (relative to the workspace)",
);

/** The same where only packages can be imported. */
export const writtenPackages = told(
  z.record(z.string().check(z.regex(/^[^.~]/)), names),
  'what the code imports, by module of a package',
);

export type WrittenFrom = z.infer<typeof writtenFrom>;

/** The imports that a definition asks for. `esm`: their packages can be loaded as ES modules only. */
export function toImports(from: WrittenFrom, esm?: boolean): TieImport[] {
  return Object.entries(from).map(([module, wanted]) => {
    const byName = Array.isArray(wanted) ? wanted.map((name) => [name, name] as const) : Object.entries(wanted);
    const named = byName.filter(([name]) => name !== 'default' && name !== '*');
    const find = (name: string): string | undefined => byName.find(([own]) => own === name)?.[1];
    const [whole, namespace] = [find('default'), find('*')];
    return {
      ...placeOf(module),
      ...(whole === undefined ? {} : { default: whole }),
      ...(named.length === 0 ? {} : { named: Object.fromEntries(named) }),
      ...(namespace === undefined ? {} : { namespace }),
      ...(esm === undefined ? {} : { esm }),
    };
  });
}

function placeOf(module: string): { from: string } | { file: string } {
  if (module.startsWith('./')) return { file: `{{folder}}/${module.slice(2)}` };
  return module.startsWith('~/') ? { file: module.slice(2) } : { from: module };
}
