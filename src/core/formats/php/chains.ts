import { childOf, childrenOf, nameOf, textOf, valueOf, type Php, type PhpScript } from './document.ts';

/** A call of a chain. */
export interface Called {
  name: string;
  given: Php[];
}

/** A chain of calls, from the first on, with the variable or the class that it begins with. */
export interface Chain {
  root: Php;
  calls: Called[];
}

/** The chain that an expression is: `$routes->import(…)->prefix(…)`, `Route::prefix(…)->group(…)`; undefined for anything else. */
export function chainOf(script: PhpScript, node: Php | undefined): Chain | undefined {
  if (node?.kind !== 'member_call_expression' && node?.kind !== 'scoped_call_expression') return undefined;
  const given = childrenOf(childOf(node, 'arguments'), 'argument').flatMap((one) => valueOf(one) ?? []);
  const own = { name: nameOf(script, node) ?? '', given };
  const on = childOf(node, node.kind === 'scoped_call_expression' ? 'scope' : 'object');
  const before = node.kind === 'scoped_call_expression' ? undefined : chainOf(script, on);
  if (before) return { root: before.root, calls: [...before.calls, own] };
  return on && /^(variable_name|name|qualified_name)$/.test(on.kind) ? { root: on, calls: [own] } : undefined;
}

/** A text that is written out, as it stands between its quotes. */
export function textGiven(script: PhpScript, node: Php | undefined): string | undefined {
  const text = textOf(script, node).slice(1, -1);
  if (node?.kind === 'encapsed_string') return /[$\\]/.test(text) ? undefined : text;
  return node?.kind === 'string' ? text : undefined;
}
