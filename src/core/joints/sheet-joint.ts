import type { Edit } from '../edits/edit.ts';
import { wayTo } from '../path-names.ts';
import path from 'node:path';
import { importedSiblings } from '../uses/imported-siblings.ts';
import type { Ground } from './ground.ts';
import type { Joint } from './joint.ts';

/** Where the global style sheet of a workspace is, or would be. */
export interface SheetPlace {
  ground: Ground;
  /** The plain sheet that is loaded already, host-relative. */
  sheet: string | undefined;
  /** That sheet, or the new one. */
  target: string;
  /** The edits by which a new one is loaded. */
  load: readonly Edit[];
  /** What loads it. */
  by: string;
  /** Sheets that are loaded before it and are not the app's own, in words. */
  passedOver?: readonly string[];
}

/** The joint "the global style sheet". */
export function sheetJoint({ ground, sheet, target, load, by, passedOver = [] }: SheetPlace): Joint {
  const others = passedOver.length === 0 ? '' : ` (${passedOver.join(', ')})`;
  return {
    name: 'styles.global',
    state: sheet === undefined ? 'makeable' : 'present',
    file: target,
    line: sheet === undefined ? undefined : 1,
    detail: (sheet === undefined ? `a new sheet, loaded by ${by}` : 'loaded by the app') + others,
    tie(tie) {
      const here = path.posix.dirname(target);
      // A sheet of the workspace's own is named by the way to it.
      const fromHere = (source: string): string =>
        source.startsWith('~/') ? wayTo(here, ground.inHost(source.slice(2))) : source;
      const { load: source, options, instead, rules = [], beside } = tie;
      const imported =
        source === undefined ? [] : [{ op: 'import' as const, source: fromHere(source), options, instead }];
      const stated = rules.map((rule) => {
        const [name = '', ...params] = rule.split(' ');
        return { op: 'at-rule' as const, name, params: params.join(' ') };
      });
      const siblings = beside === undefined ? [] : importedSiblings(ground.reader, ground.root, ground.workspace);
      const quote = ground.workspace.style.quotes === 'single' ? "'" : '"';
      const named = siblings.map((folder) => ({
        op: 'at-rule' as const,
        name: beside ?? '',
        params: quote + path.posix.relative(here, folder) + quote,
      }));
      return [
        ...load,
        ...[...imported, ...stated, ...named].map((operation): Edit => ({
          file: target,
          format: 'style',
          operation,
          ...(sheet === undefined ? { seed: '' } : {}),
        })),
      ];
    },
  };
}
