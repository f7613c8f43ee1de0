import { builtinModules } from 'node:module';
import type { CodeStyle } from '../../text/code-style.ts';
import { lineEnd, lineStart } from '../../text/positions.ts';
import type { Splice } from '../../text/splices.ts';
import { afterLineComment } from '../members.ts';
import { originOf, requiredModule } from './bindings.ts';
import type { ImportSpec } from './import-spec.ts';
import { aboveComments, closed, guarded } from './layout.ts';
import type { Node, NodeOf, Script } from './syntax.ts';

type Import = NodeOf<'ImportDeclaration'>;

/** Where a new import goes: among those of its kind; else behind the last one; else before the first statement. */
export function placeImport(
  script: Script,
  { from, first = false }: Pick<ImportSpec, 'from' | 'first'>,
  forEffect: boolean,
  text: string,
  style: CodeStyle,
): Splice {
  const leading = first ? firstImport(script) : undefined;
  if (leading) return { at: leading.start, removed: '', inserted: text + style.eol };
  const place = forEffect ? undefined : placeAmong(script, from);
  if (place && 'before' in place) return { at: place.before.start, removed: '', inserted: text + style.eol };
  const last = place?.behind ?? lastImport(script);
  return last ? behind(script, last, text, style) : atTop(script, text, style);
}

function behind(script: Script, last: Node, statement: string, style: CodeStyle): Splice {
  const { text } = script;
  const at = afterLineComment(text, last.end);
  const rest = text.slice(at, lineEnd(text, at));
  if (rest.trim() !== '') return { at, removed: '', inserted: style.eol + closed(statement) + style.eol };
  return { at, removed: '', inserted: style.eol + guarded(statement, text, at) };
}

/** Before the first statement, below header and directives. */
function atTop(script: Script, statement: string, style: CodeStyle): Splice {
  const { text } = script;
  const first = script.program.body.find((node) => !('directive' in node && node.directive));
  if (!first) {
    const body = text.trimEnd();
    const lead = body === '' ? '' : style.eol;
    const tail = text.length === body.length ? style.eol : '';
    return { at: body.length, removed: '', inserted: lead + statement + tail };
  }
  const at = aboveComments(script, first.start);
  const ownLine = text.slice(lineStart(text, at), at).trim() === '' || at <= 1;
  if (!ownLine) return { at, removed: '', inserted: `${closed(statement)} ` };
  return { at, removed: '', inserted: guarded(statement, text, at) + style.eol + style.eol };
}

/**
 * Where the imports are grouped by kind (packages, then the host's own files), the last group of that kind; where that
 * group is sorted, the place in its order. Undefined where no order shows.
 */
function placeAmong(script: Script, from: string): { before: Node } | { behind: Node } | undefined {
  const imports = script.program.body.filter((node): node is Import => node.type === 'ImportDeclaration');
  const kinds = imports.map((node) => kindOf(node.source.value));
  const grouped = kinds.every(
    (kind, index) => index === 0 || kinds[index - 1] === kind || !kinds.slice(0, index).includes(kind),
  );
  const group = imports.filter((_, index) => kinds[index] === kindOf(from));
  const last = group.at(-1);
  if (!grouped || !last) return undefined;
  const sources = group.map((node) => node.source.value.toLowerCase());
  const sorted = group.length > 2 && sources.every((one, index) => index === 0 || (sources[index - 1] ?? '') <= one);
  const next = sorted ? group[sources.findIndex((one) => one > from.toLowerCase())] : undefined;
  return next && startsLine(script.text, next) ? { before: next } : { behind: last };
}

function startsLine(text: string, node: Node): boolean {
  return text.slice(lineStart(text, node.start), node.start).replace('\uFEFF', '') === '';
}

function kindOf(source: string): 'builtin' | 'package' | 'own' {
  if (source.startsWith('node:') || builtinModules.includes(source)) return 'builtin';
  return /^(\.{0,2}\/|\.|[@~#]\/|~|#)/.test(source) ? 'own' : 'package';
}

/** The import that is there before all others, where it has a line of its own. */
function firstImport(script: Script): Node | undefined {
  const found = script.program.body.find((node) =>
    script.moduleFormat === 'esm' ? node.type === 'ImportDeclaration' : isRequire(script, node),
  );
  return found && startsLine(script.text, found) ? found : undefined;
}

function isRequire(script: Script, node: Node): boolean {
  return (
    node.type === 'TSImportEqualsDeclaration' ||
    (node.type === 'VariableDeclaration' &&
      node.declarations.every(({ init }) => init && originOf(script, init) !== undefined)) ||
    (node.type === 'ExpressionStatement' && requiredModule(node.expression) !== undefined)
  );
}

/** `const log = require('debug')('app')`: what is required is made use of at once. */
function usesRequired(node: Node): boolean {
  return (
    node.type === 'VariableDeclaration' &&
    node.declarations.every(({ init }) => {
      let inner = init;
      while (inner && requiredModule(inner) === undefined)
        if (inner.type === 'CallExpression') inner = inner.callee;
        else if (inner.type === 'MemberExpression') inner = inner.object;
        else return false;
      return Boolean(inner);
    })
  );
}

function lastImport(script: Script): Node | undefined {
  const { body } = script.program;
  if (script.moduleFormat === 'esm') {
    const last = body.findLast((node) => node.type === 'ImportDeclaration');
    if (last) return last;
  }
  const start = body.findIndex((node) => isRequire(script, node));
  if (start === -1 || script.moduleFormat === 'esm') return undefined;
  const run = body.slice(start);
  const stop = run.findIndex((node) => !isRequire(script, node) && !usesRequired(node));
  return run[(stop === -1 ? run.length : stop) - 1];
}
