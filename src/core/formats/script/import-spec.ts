import { originsOf } from './bindings.ts';
import type { Script } from './syntax.ts';

/** What a module takes from another one. With none of the names it is imported for its effect. */
export interface ImportSpec {
  from: string;
  /** Local name of the default export. */
  default?: string | undefined;
  /** Local name of one named export, by the export's name. */
  named?: Record<string, string> | undefined;
  /** Local name of the whole module. */
  namespace?: string | undefined;
  /** Only types are taken: nothing is left of the import when the script runs. A plain script gets none. */
  typeOnly?: boolean | undefined;
  /** It stands before all other imports: what they load needs it. */
  first?: boolean | undefined;
  /** Set where the module is an ES module only: `require` then gives a namespace, not the default export. */
  esm?: boolean | undefined;
}

/** The name that an export of a module has in the script, if it is imported; a type-only import serves types only. */
export function localNameOf(script: Script, spec: ImportSpec, name: string): string | undefined {
  const types = spec.typeOnly ? new Set<string>() : typeOnlyNames(script);
  for (const [local, origin] of originsOf(script)) {
    if (origin.from !== spec.from || types.has(local)) continue;
    // A CommonJS module may be its own default export; `require` then gives all of it.
    if (origin.name === name || (origin.name === '*' && name === 'default' && script.moduleFormat === 'commonjs'))
      return local;
  }
  return undefined;
}

/** Names that are imported as types only: they are nothing when the script runs. */
function typeOnlyNames(script: Script): Set<string> {
  const names = new Set<string>();
  for (const node of script.program.body) {
    if (node.type !== 'ImportDeclaration') continue;
    for (const one of node.specifiers) {
      if (node.importKind === 'type' || (one.type === 'ImportSpecifier' && one.importKind === 'type'))
        names.add(one.local.name);
    }
  }
  return names;
}
