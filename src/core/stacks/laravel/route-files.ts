import { argumentNamed } from '../../formats/php/arguments.ts';
import { textGiven } from '../../formats/php/chains.ts';
import { nameOf, readPhp, textOf, valueOf, type Php, type PhpScript } from '../../formats/php/document.ts';
import type { Ground } from '../../joints/ground.ts';
import { addressed, callOf, routeCalls } from './laravel-routes.ts';

/** A file of routes that the app loads. */
export interface RouteFile {
  file: string;
  /** What all its addresses begin with, as `/api`, or nothing. */
  prefix: string;
}

/** The files that the app's pages and the answers to programs are in; undefined where there is none. */
export interface RouteFiles {
  pages: RouteFile | undefined;
  programs: RouteFile | undefined;
}

interface Loaded extends RouteFile {
  group: 'web' | 'api';
  /** Nothing but the group stands around it. */
  isPlain: boolean;
}

// Where an app says which files of routes it loads: since Laravel 11 in its set-up, before that by a provider.
const TELLS = ['bootstrap/app.php', 'app/Providers/RouteServiceProvider.php'];

/**
 * The files of routes that the app's set-up names, else those that Laravel comes with (its docs, "Routing", "The Default Route Files"). Of
 * several it is the usual one, or the first whose addresses and names are as they are written.
 */
export function routeFiles(ground: Ground): RouteFiles {
  const loaded = TELLS.flatMap((file) => loadedBy(ground, ground.inHost(file)));
  const chosen = (group: Loaded['group'], usual: RouteFile): RouteFile | undefined => {
    const all = loaded.filter((one) => one.group === group);
    const plain = all.filter(({ isPlain }) => isPlain);
    const told = plain.find(({ file }) => file === usual.file) ?? plain[0];
    return told ?? (ground.has(usual.file) ? usual : undefined);
  };
  return {
    pages: chosen('web', { file: ground.inHost('routes/web.php'), prefix: '' }),
    programs: chosen('api', { file: ground.inHost('routes/api.php'), prefix: '/api' }),
  };
}

function loadedBy(ground: Ground, file: string): Loaded[] {
  const text = ground.text(file) ?? '';
  if (!/\bwithRouting\b|->group\s*\(/.test(text)) return [];
  const script = readPhp(text);
  if ('reason' in script) return [];
  const all = script.statements.flatMap((statement) => loadedIn(ground, script, statement));
  return all.filter((one) => ground.has(one.file));
}

function loadedIn(ground: Ground, script: PhpScript, node: Php): Loaded[] {
  const below = node.children.flatMap((child) => loadedIn(ground, script, child));
  if (node.kind !== 'member_call_expression') return below;
  const name = nameOf(script, node);
  if (name === 'withRouting') return [...below, ...byArguments(ground, script, node)];
  if (name !== 'group') return below;
  const chain = routeCalls(script, node);
  const named = textOf(script, callOf(chain, 'middleware')?.given[0]);
  const [, group] = /['"](web|api)['"]/.exec(named) ?? [];
  if (group !== 'web' && group !== 'api') return below;
  const given = callOf(chain, 'prefix')?.given[0];
  const prefix = given === undefined ? '' : addressed(textGiven(script, given) ?? '{}');
  const has = (...names: string[]): boolean => chain.some((one) => names.includes(one.name));
  // Where pages are guarded or below something, new ones would be as well.
  const isOpen = prefix === '' && !has('name', 'as') && /^\[?\s*['"]web['"]\s*,?\s*\]?$/.test(named);
  const isPlain = !has('domain', 'where') && (group === 'web' ? isOpen : !/[{}]/.test(prefix));
  const files = filesIn(ground, textOf(script, callOf(chain, 'group')?.given.at(-1)));
  return [...below, ...files.map((file) => ({ file, prefix, group, isPlain }) as const)];
}

/** What `withRouting(web: …, api: …, apiPrefix: …)` names. */
function byArguments(ground: Ground, script: PhpScript, call: Php): Loaded[] {
  const value = (name: string): Php | undefined => valueOf(argumentNamed(script, call, name));
  const own = value('apiPrefix');
  const api = own === undefined ? '/api' : addressed(textGiven(script, own) ?? '{}');
  const files = (name: 'web' | 'api', prefix: string): Loaded[] =>
    filesIn(ground, textOf(script, value(name))).map((file) => ({
      file,
      prefix,
      group: name,
      isPlain: !/[{}]/.test(prefix),
    }));
  return [...files('web', ''), ...files('api', api)];
}

/** The files that some code names by their paths from the app's root: `__DIR__.'/../routes/web.php'`, `base_path('routes/web.php')`. */
function filesIn(ground: Ground, code: string): string[] {
  return [...code.matchAll(/['"]([\w./-]+\.php)['"]/g)].flatMap(([, named = '']) => {
    const own = named.replace(/^(\/|\.\.\/)+/, '');
    return own.includes('..') ? [] : [ground.inHost(own)];
  });
}
