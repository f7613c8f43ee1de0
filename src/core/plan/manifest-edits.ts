import path from 'node:path';
import type { Context } from '../context.ts';
import { joinPointer } from '../formats/json-pointer.ts';
import type { Edit } from '../joints.ts';
import type { ChosenPackage } from '../resolve/packages.ts';
import type { AttachedPart } from './change-set.ts';

const SECTIONS_BEFORE = ['dependencies', 'scripts', 'type', 'version', 'name'];

/** The edits by which a way's packages get into the manifests, and into the manager's catalog where the host lives by it. */
export function manifestEdits(context: Context, packages: readonly ChosenPackage[], move: boolean): Edit[] {
  // By name: which of them came first must not show.
  const sorted = [...packages].sort((a, b) => (a.name < b.name ? -1 : 1));
  return sorted.flatMap((one) => [...catalogEdits(context, one), ...sectionEdits(context, one, move)]);
}

function sectionEdits(context: Context, one: ChosenPackage, move: boolean): Edit[] {
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
function catalogEdits(context: Context, { name, catalog }: ChosenPackage): Edit[] {
  if (!catalog) return [];
  const file = 'pnpm-workspace.yaml';
  const pointer = joinPointer(catalog.name === 'default' ? ['catalog', name] : ['catalogs', catalog.name, name]);
  const shared = context.ledgers.some(({ edits }) =>
    edits.some((edit) => edit.file === file && 'pointer' in edit.operation && edit.operation.pointer === pointer),
  );
  const value = catalog.adds ?? (shared ? context.host.catalogs[catalog.name]?.[name] : undefined);
  if (value === undefined) return [];
  return [{ file, format: 'yaml', operation: { op: 'set', pointer, value, any: true, sorted: true } }];
}

/** What is to be said of packages: those in the wrong section, and those whose scripts will not run. */
export function packageWarnings(parts: readonly AttachedPart[], moved: boolean): string[] {
  const warnings = new Set<string>();
  for (const { packages, workspaceName, title } of parts) {
    for (const { name, misplaced, section, scriptIgnored } of packages) {
      if (scriptIgnored)
        warnings.add(
          `${name} wants to run a script when it is installed, and the settings do not let it (ignore-scripts).`,
        );
      if (misplaced === undefined || moved) continue;
      const where = `${workspaceName} has ${name} in "${misplaced}"; for ${title} it belongs into "${section}"`;
      warnings.add(`${where}. --move-packages moves it.`);
    }
  }
  return [...warnings];
}
