import pc from 'picocolors';
import { groupBy } from '../../../core/group-by.ts';
import { explain } from '../../../core/plan/attach/judge-ways.ts';
import { fitted } from '../../render/columns.ts';
import { printable } from '../../render/printable.ts';
import { screenWidth } from '../../render/screen.ts';
import { standingOf, takenWay, type Found, type Row, type Standing } from './judged.ts';

const COLOURS: Record<Standing, (text: string) => string> = {
  attached: pc.cyan,
  'set up': pc.cyan,
  fits: pc.green,
  'by hand': pc.yellow,
  no: pc.dim,
};

/** Integrations by kind, a line each: how each stands to the project, where, and by which way. Those that do not fit are counted. */
export function renderList(found: readonly Found[], { all, isSearch }: { all: boolean; isSearch: boolean }): string {
  const fitting = found.filter(({ rows }) => rows.some((row) => standingOf(row) !== 'no'));
  const shown = all || (isSearch && fitting.length === 0) ? found : fitting;
  const kinds = [...groupBy(shown, ({ definition }) => definition.kind)].sort(([a], [b]) => a.localeCompare(b));
  const cells = kinds.map(([, ones]) => ones.flatMap((one) => cellsOf(one)));
  // All kinds have their columns in the same places.
  const lines = fitted(cells.flat(), screenWidth());
  const blocks = kinds.map(([kind], index) =>
    [pc.bold(printable(kind)), ...lines.splice(0, cells[index]?.length ?? 0).flat()].join('\n'),
  );
  const rest = found.length - shown.length;
  const hints = [
    ...(rest > 0 ? [`${rest} ${rest === 1 ? 'does' : 'do'} not fit: ligament browse --all`] : []),
    'All about one: ligament browse NAME',
  ];
  return [...blocks, hints.map((one) => pc.dim(one)).join('\n')].join('\n\n');
}

/** A line for each standing that an integration has, with the workspaces that have it so. */
function cellsOf({ definition, rows }: Found): string[][] {
  const name = `  ${pc.bold(printable(definition.integration))}`;
  const fitting = rows.filter((row) => standingOf(row) !== 'no');
  if (rows.length === 0) return [[name, '', printable(definition.about)]];
  if (fitting.length === 0) return [[name, pc.dim('does not fit'), pc.dim(printable(whyNot(rows)))]];
  const groups = groupBy(fitting, (row) => `${standingOf(row)}\n${wayOf(row)}`);
  return [...groups.values()].map((alike, index) => {
    const [first] = alike;
    const standing = first ? standingOf(first) : 'no';
    const where = alike.map((row) => printable(row.name)).join(', ');
    return [
      index === 0 ? name : '',
      COLOURS[standing](`${WORDS[standing]} ${where}`),
      pc.dim(printable(first ? wayOf(first) : '')),
    ];
  });
}

const WORDS: Record<Standing, string> = {
  attached: 'attached to',
  'set up': 'set up by hand in',
  fits: 'fits',
  'by hand': 'only by hand in',
  no: 'does not fit',
};

function wayOf(row: Row): string {
  if (row.attached !== null) return `by the way "${row.attached}"`;
  if (row.setUp) return 'attach it to have it adopted';
  const taken = takenWay(row.ways);
  if (!taken) return '';
  return taken.verdict === 'blocked' ? explain(taken) : taken.way.title;
}

/** The first reason of the way that comes nearest, on the first workspace. */
function whyNot(rows: readonly Row[]): string {
  const near = rows.flatMap(({ ways }) => ways).toSorted((a, b) => reasons(a) - reasons(b))[0];
  return near ? (explain(near).split('; ')[0] ?? '') : '';
}

function reasons(one: Row['ways'][number]): number {
  return one.verdict === 'unfit' ? one.reasons.length + (one.isElsewhere ? 100 : 0) + (one.isForeign ? 1000 : 0) : 0;
}
