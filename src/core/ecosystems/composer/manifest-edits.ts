import path from 'node:path';
import type { Edit } from '../../edits/edit.ts';
import { joinPointer } from '../../formats/json-pointer.ts';
import type { ChosenPackage } from '../work.ts';
import { MANIFEST } from './manifest.ts';

const BEHIND = ['require', 'license', 'type', 'description', 'name'];

/** The edits by which chosen packages get into composer.json, each at its place where the section is in order. */
export function manifestEdits(packages: readonly ChosenPackage[], move: boolean): Edit[] {
  // By name: which of them came first must not show.
  const sorted = [...packages].sort((a, b) => (a.name < b.name ? -1 : 1));
  return sorted.flatMap((one) => editsFor(one, move));
}

function editsFor(
  { name, range, section, workspace, raisedFrom, misplaced, declared }: ChosenPackage,
  move: boolean,
): Edit[] {
  const file = path.posix.normalize(path.posix.join(workspace, MANIFEST));
  const set = (into: string, how: { any: true } | { replace: string }): Edit => ({
    file,
    format: 'json',
    operation: { op: 'set', pointer: joinPointer([into, name]), value: range, ...how, sorted: true, behind: BEHIND },
  });
  if (move && misplaced !== undefined && declared) {
    const from = joinPointer([misplaced, name]);
    return [
      { file, format: 'json', operation: { op: 'drop', pointer: from, was: raisedFrom ?? range } },
      set('require', { any: true }),
    ];
  }
  return [set(section, raisedFrom === undefined ? { any: true } : { replace: raisedFrom })];
}
