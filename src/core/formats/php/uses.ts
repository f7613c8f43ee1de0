import { lineBreakOf } from '../../text/code-style.ts';
import { cutWithLine } from '../../text/own-line.ts';
import { lineStart } from '../../text/positions.ts';
import type { Splice } from '../../text/splices.ts';
import { edited, refused, type Outcome, type Surroundings } from '../format.ts';
import { childrenOf, importsOf, lastPart, nameOf, type Php, type PhpScript } from './document.ts';

export interface UseOperation {
  op: 'use';
  /** The full name, without a leading backslash. */
  name: string;
  as?: string | undefined;
}

/** What takes the `use` out that imports one class and nothing else; undefined where there is none. */
export function cutUse(script: PhpScript, operation: UseOperation): Splice | undefined {
  const found = findUse(script, operation);
  return found && cutWithLine(script.text, found.start, found.end);
}

/** The `use` that imports one class and nothing else. */
function findUse(script: PhpScript, { name }: UseOperation): Php | undefined {
  return script.statements.find((node) => {
    const [only, ...more] = node.kind === 'namespace_use_declaration' ? importsOf(script.text, node) : [];
    return more.length === 0 && only?.name === name && childrenOf(node, 'namespace_use_clause').length === 1;
  });
}

const DECLARES = new Set(['class_declaration', 'interface_declaration', 'trait_declaration', 'enum_declaration']);

/** Imports a class, in order where the imports are. A short name that stands for another class is a refusal. */
export function addUse(script: PhpScript, operation: UseOperation, around: Surroundings, handwork: string): Outcome {
  const { text } = script;
  const short = operation.as ?? lastPart(operation.name);
  const taken = [...script.uses].find(([name]) => name.toLowerCase() === short.toLowerCase());
  const imports = script.statements.filter(({ kind }) => kind === 'namespace_use_declaration');
  if (taken?.[0] === short && taken[1] === operation.name) return { kind: 'already', at: imports[0]?.start ?? 0 };
  if (taken) return refused(text, imports[0]?.start, `${taken[0]} means ${taken[1]} in this file`, handwork);
  const own = script.statements.find(
    (node) => DECLARES.has(node.kind) && nameOf(script, node)?.toLowerCase() === short.toLowerCase(),
  );
  if (own) return refused(text, own.start, `the file has a class ${short} of its own`, handwork);
  if (script.uses.size === 0 && !script.namespace && !/^\s*(?:#![^\n]*\n)?<\?php\s/.test(text.replace('\uFEFF', '')))
    return refused(text, 0, 'the file begins with HTML', handwork);
  const eol = lineBreakOf(text) ?? around.style.eol;
  const line = `use ${operation.name}${operation.as ? ` as ${operation.as}` : ''};`;
  return edited(text, [placeUse(script, imports, operation.name, line, eol)]);
}

function placeUse(script: PhpScript, imports: readonly Php[], name: string, line: string, eol: string): Splice {
  const { text, statements, namespace, top } = script;
  const plain = imports.filter(
    (node) => importsOf(text, node).length === 1 && !/\{/.test(text.slice(node.start, node.end)),
  );
  const sorted = orderOf(plain.map((node) => importsOf(text, node)[0]?.name ?? ''));
  const next = sorted && plain.find((node) => sorted(name, importsOf(text, node)[0]?.name ?? '') < 0);
  if (next && startsLine(text, next.start)) return { at: next.start, removed: '', inserted: line + eol };
  const last = (plain.length > 0 ? plain : imports).at(-1);
  if (last) return { at: last.end, removed: '', inserted: eol + line };
  const declared = top.findLast(({ kind }) => kind === 'declare_statement');
  const head = namespace
    ? text.indexOf(namespace.children.some(({ field }) => field === 'body') ? '{' : ';', namespace.start) + 1
    : (declared?.end ?? text.indexOf('<?php') + '<?php'.length);
  const [first] = statements.filter(({ kind }) => kind !== 'declare_statement');
  const gap = first && text.slice(head, first.start).split('\n').length <= 2 ? eol : '';
  return { at: head, removed: '', inserted: eol + eol + line + gap };
}

type Compare = (a: string, b: string) => number;

const lowered = (name: string): string => name.toLowerCase();
// What code style tools sort by: letters as they are, letters whatever their case, or namespaces before names.
const ORDERS: readonly Compare[] = [
  (a, b) => (a < b ? -1 : Number(a > b)),
  (a, b) => (lowered(a) < lowered(b) ? -1 : Number(lowered(a) > lowered(b))),
  (a, b) => {
    const [one, other] = [a, b].map((name) => lowered(name).replaceAll('\\', ' ')) as [string, string];
    return one < other ? -1 : Number(one > other);
  },
  (a, b) => a.length - b.length,
];

/** The order that imports are in; undefined where they are in none. */
function orderOf(names: readonly string[]): Compare | undefined {
  if (names.length === 0) return undefined;
  return ORDERS.find((compare) => names.every((name, at) => at === 0 || compare(names[at - 1] ?? '', name) <= 0));
}

function startsLine(text: string, at: number): boolean {
  return text.slice(lineStart(text, at), at).trim() === '';
}
