import { parseScript, type Node } from '../formats/script/syntax.ts';
import { COMPONENT_ENDINGS, ownModule } from './app-module.ts';
import type { Ground } from './ground.ts';
import type { Stretch } from './growth.ts';

/** A statement by which a module hands on what another one of the host has: `export { default as Card } from './Card.vue'`. */
export interface HandedOn extends Stretch {
  /** The module, and the one that it takes this from; relative to the host's root. */
  file: string;
  target: string;
  /** The names under which it hands on; undefined for all that are exported there. */
  names: string[] | undefined;
}

/** All statements by which a module hands things on. */
export function handedOnBy(ground: Ground, file: string): HandedOn[] {
  const script = parseScript(ground.text(file) ?? '', file);
  if ('fault' in script) return [];
  return script.program.body.flatMap((statement): HandedOn[] => {
    const isAll = statement.type === 'ExportAllDeclaration';
    if (!isAll && statement.type !== 'ExportNamedDeclaration') return [];
    const target = statement.source && ownModule(ground, file, statement.source.value, COMPONENT_ENDINGS);
    if (!target) return [];
    const names = isAll ? undefined : statement.specifiers.map(({ exported }) => nameOf(exported));
    return [{ file, target, names, start: statement.start, end: statement.end }];
  });
}

/** A name as imports and exports write it: an identifier, or any text in quotes (ECMA-262, "ModuleExportName"). */
export function nameOf(name: Node): string {
  return name.type === 'Identifier' ? name.name : name.type === 'Literal' ? String(name.value) : '';
}
