import { chainOf, textGiven, type Called } from '../../formats/php/chains.ts';
import {
  childOf,
  lastPart,
  readPhp,
  statementsIn,
  textOf,
  type Php,
  type PhpScript,
} from '../../formats/php/document.ts';
import type { Ground } from '../../joints/ground.ts';
import type { Standing, Stretch } from '../../joints/growth.ts';
import { ownClassFile, useOf } from '../../joints/php-names.ts';

/** A route that a file of routes lists at an address of its own. */
export interface Route {
  file: string;
  address: string;
  entry: Stretch;
  below: string;
  list: number;
  /** The class that answers, by its full name, with its method; undefined where a function or a view does. */
  by: { name: string; action: string } | undefined;
  /** The view that it shows itself. */
  view: string | undefined;
  /** Its name, with what the groups around it begin names with. */
  called: string | undefined;
  /** What the groups around it begin names with. */
  named: string;
  /** It answers at more than its own address, or to more than requests for a page. */
  isWide: boolean;
}

/** What stands around some routes: the first parts of their addresses and of their names. */
interface Around {
  file: string;
  prefix: string;
  named: string;
  list: number;
}

const FACADE = 'Route';

/** The routes of a file (Laravel's docs, "Routing"), those in groups too; `prefix` is what all of them begin with. */
export function routesIn(ground: Ground, file: string, prefix: string): Route[] {
  const script = readPhp(ground.text(file) ?? '');
  if ('reason' in script) return [];
  return inBlock(script, script.statements, { file, prefix, named: '', list: 0 });
}

function inBlock(script: PhpScript, statements: readonly Php[], around: Around): Route[] {
  return statements.flatMap((statement) => {
    const chain = statement.kind === 'expression_statement' ? routeCalls(script, statement.children[0]) : [];
    const [first] = chain;
    if (!first) return [];
    const grouped = callOf(chain, 'group')?.given ?? [];
    // Groups say what is before their routes by a call, or in a list as before Laravel 5.4.
    const [, inList] = /['"]prefix['"]\s*=>\s*['"]([^'"]*)['"]/.exec(textOf(script, grouped.at(-2))) ?? [];
    const prefix = around.prefix + addressed(textGiven(script, callOf(chain, 'prefix')?.given[0]) ?? inList ?? '');
    const group = grouped.at(-1);
    const [, asInList] = /['"]as['"]\s*=>\s*['"]([^'"]*)['"]/.exec(textOf(script, grouped.at(-2))) ?? [];
    if (group) {
      const own = textGiven(script, (callOf(chain, 'name') ?? callOf(chain, 'as'))?.given[0]);
      const named = around.named + (own ?? asInList ?? '');
      const body = childOf(group, 'body');
      return body ? inBlock(script, statementsIn(body), { ...around, prefix, named, list: body.start }) : [];
    }
    return routeIn(script, statement, chain, { ...around, prefix });
  });
}

function routeIn(
  script: PhpScript,
  statement: Php,
  chain: readonly Called[],
  { file, prefix, named, list }: Around,
): Route[] {
  const [first] = chain;
  if (!first) return [];
  const { name, given } = first;
  const own = textGiven(script, callOf(chain, 'name')?.given[0]);
  const path = textGiven(script, given[0]);
  if (
    path === undefined ||
    !/^(get|view|inertia|any|match|post|put|patch|delete|resource|apiResource|redirect)$/.test(name)
  )
    return [];
  const address = (prefix + addressed(path)).replace(/(.)\/$/, '$1') || '/';
  if (/[{}]/.test(address)) return [];
  return [
    {
      file,
      address,
      entry: { start: statement.start, end: statement.end },
      below: prefix === '' ? '/' : prefix,
      list,
      by: actionIn(script, given.at(-1)),
      view: name === 'view' ? textGiven(script, given[1]) : viewIn(script, given.at(-1)),
      called: own === undefined ? undefined : named + own,
      named,
      isWide: !/^(get|view|inertia)$/.test(name),
    },
  ];
}

/** A path as the first parts of an address: `/plots`, or nothing. */
export function addressed(path: string): string {
  const plain = path.replaceAll(/^\/+|\/+$/g, '');
  return plain === '' ? '' : `/${plain}`;
}

/** The first call of a chain by its name. */
export function callOf(chain: readonly Called[], name: string): Called | undefined {
  return chain.find((one) => one.name === name);
}

/** The calls of a chain on the routes' facade; none where it is another chain. */
export function routeCalls(script: PhpScript, node: Php | undefined): Called[] {
  const chain = chainOf(script, node);
  return chain && lastPart(textOf(script, chain.root)) === FACADE ? chain.calls : [];
}

/** `[PlotController::class, 'index']`, or a class that is called itself. */
function actionIn(script: PhpScript, node: Php | undefined): Route['by'] {
  const code = textOf(script, node);
  const [, local, action] = /^\[\s*([\w\\]+)::class\s*,\s*['"](\w+)['"]\s*,?\s*\]$/.exec(code) ?? [];
  const [, only] = /^([\w\\]+)::class$/.exec(code) ?? [];
  const named = local ?? only;
  if (named === undefined) return undefined;
  const name = script.uses.get(named) ?? named.replace(/^\\/, '');
  return { name, action: action ?? '__invoke' };
}

/** The view that a function shows. */
function viewIn(script: PhpScript, node: Php | undefined): string | undefined {
  const isFunction = /^(anonymous_function|arrow_function)/.test(node?.kind ?? '');
  return isFunction ? /\bview\(\s*['"]([\w./-]+)['"]/.exec(textOf(script, node))?.[1] : undefined;
}

/** A route as a part that stands: by the class that answers, else by the view that it shows; undefined where neither can be told. */
export function standingOf(
  ground: Ground,
  { file, address, entry, below, list, by, view, called }: Route,
): Standing | undefined {
  const listed = { file, entry, below, list, form: 'statement' as const };
  if (by) {
    const own = ownClassFile(ground, by.name);
    if (!own?.isThere) return undefined;
    return {
      address,
      file: own.file,
      name: lastPart(by.name),
      called,
      listed: { ...listed, brought: broughtBy(ground, file, by.name) },
    };
  }
  const shown = view === undefined ? undefined : viewFile(ground, view);
  if (shown === undefined || view === undefined) return undefined;
  const parts = view.split(/[./]/);
  const last = parts.at(-1) ?? view;
  return { address, file: shown, name: last === 'index' ? (parts.at(-2) ?? last) : last, called, listed };
}

/** The file of a view by its name (Laravel's docs, "Views", "Nested View Directories"). */
export function viewFile(ground: Ground, view: string): string | undefined {
  return ground.first([ground.inHost(`resources/views/${view.replaceAll('.', '/')}.blade.php`)]);
}

function broughtBy(ground: Ground, file: string, name: string): Stretch | undefined {
  const script = readPhp(ground.text(file) ?? '');
  return 'reason' in script ? undefined : useOf(script, name);
}
