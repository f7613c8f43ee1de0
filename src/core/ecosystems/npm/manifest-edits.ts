import type { ChosenPackage, HostPackages } from '../work.ts';
import type { Edit } from '../../edits/edit.ts';
import path from 'node:path';
import { joinPointer } from '../../formats/json-pointer.ts';

const SECTIONS_BEFORE = ['dependencies', 'scripts', 'type', 'version', 'name'];

/** The edits by which a way's packages get into the manifests, and into the manager's catalog where the host lives by it. */
export function manifestEdits(
  context: HostPackages,
  packages: readonly ChosenPackage[],
  { move, others }: { move: boolean; others: readonly Edit[] },
): Edit[] {
  // By name: which of them came first must not show.
  const sorted = [...packages].sort((a, b) => (a.name < b.name ? -1 : 1));
  return sorted.flatMap((one) => [...catalogEdits(context, one, others), ...sectionEdits(context, one, move)]);
}

function sectionEdits(context: HostPackages, one: ChosenPackage, move: boolean): Edit[] {
  const file = path.posix.normalize(path.posix.join(one.workspace, 'package.json'));
  const facts = context.facts.workspaces.find(({ folder }) => folder === one.workspace);
  const declared = facts?.packages.find((fact) => fact.name === one.name);
  const moves = move && one.misplaced !== undefined && declared !== undefined;
  const section = moves ? one.section : (declared?.section ?? one.section);
  const pointer = joinPointer([section, one.name]);
  const set: Edit = {
    file,
    format: 'json',
    operation: { op: 'set', pointer, value: one.range, any: true, sorted: true, behind: SECTIONS_BEFORE },
  };
  if (!moves) return [set];
  const from = joinPointer([declared.section, one.name]);
  return [{ file, format: 'json', operation: { op: 'drop', pointer: from, was: declared.written } }, set];
}

/** An entry that another attached integration brought into the catalog is one that this one needs as well. */
function catalogEdits(context: HostPackages, { name, catalog }: ChosenPackage, others: readonly Edit[]): Edit[] {
  if (!catalog) return [];
  const file = 'pnpm-workspace.yaml';
  const pointer = joinPointer(catalog.name === 'default' ? ['catalog', name] : ['catalogs', catalog.name, name]);
  const shared = others.some(
    (edit) => edit.file === file && 'pointer' in edit.operation && edit.operation.pointer === pointer,
  );
  const value = catalog.adds ?? (shared ? context.host.catalogs[catalog.name]?.[name] : undefined);
  if (value === undefined) return [];
  return [{ file, format: 'yaml', operation: { op: 'set', pointer, value, any: true, sorted: true } }];
}
