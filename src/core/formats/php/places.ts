import { isBlocked, methodBlock, type PhpBlocked } from './arrays.ts';
import { childOf, childrenOf, nameOf, statementsIn, textOf, valueOf, type Php, type PhpScript } from './document.ts';

/**
 * Where a statement goes: into the function that the file returns, into the one that a call of the file's chain is given
 * (`->withMiddleware(function …)`; with `chained`, as a link of the chain that this may be), or into a method; there, with `only`, into the `if` that asks for exactly these texts.
 */
export type PhpPlace =
  | 'returned'
  | { call: string; chained?: true | undefined }
  | { method: string; class?: string | undefined; only?: string[] | undefined };

/** Statements among which one goes; `close` is the offset of the bracket behind them, undefined at the file's own level. */
export interface Block {
  statements: Php[];
  close: number | undefined;
  /** Offset behind the bracket before them. */
  open: number | undefined;
}

/** The block that a place is. */
export function blockAt(script: PhpScript, place: PhpPlace | undefined): Block | PhpBlocked {
  if (place === undefined) return { statements: script.statements, close: undefined, open: undefined };
  if (place === 'returned') return returnedFunction(script);
  if ('call' in place) return givenFunction(script, place.call);
  const block = methodBlock(script, place);
  if (isBlocked(block)) return block;
  return place.only === undefined ? asBlock(block) : conditional(script, block, place.only);
}

function asBlock(block: Php): Block {
  return { statements: statementsIn(block), close: block.end - 1, open: block.start + 1 };
}

function returnedFunction(script: PhpScript): Block | PhpBlocked {
  const [value] = script.statements.filter(({ kind }) => kind === 'return_statement').map((node) => valueOf(node));
  const body = value?.kind === 'anonymous_function' ? childOf(value, 'body') : undefined;
  return body ? asBlock(body) : { blocked: 'it returns no function', at: value?.start ?? 0 };
}

/** The calls of a name in the file's own statements: in chains, in what is returned, in what is assigned. */
export function callsNamed(script: PhpScript, name: string): Php[] {
  return callsAmong(script, script.statements, name);
}

/** The calls of a name in some statements. */
export function callsAmong(script: PhpScript, statements: readonly Php[], name: string): Php[] {
  const found: Php[] = [];
  const look = (node: Php | undefined): void => {
    if (!node) return;
    if (/^(member|scoped|nullsafe_member)_call_expression$/.test(node.kind) && nameOf(script, node) === name)
      found.push(node);
    look(childOf(node, 'object'));
  };
  for (const statement of statements) {
    const value = statement.kind === 'expression_statement' ? statement.children[0] : valueOf(statement);
    look(value?.kind === 'assignment_expression' ? childOf(value, 'right') : value);
  }
  return found;
}

/** The links of a chain, the last first: the calls of one thing after the other. */
export function linksOf(chain: Php): Php[] {
  const before = childOf(chain, 'object');
  return chain.kind === 'member_call_expression' ? [chain, ...(before ? linksOf(before) : [])] : [];
}

/** The chain that is all that a function does which a call is given: `fn ($middleware) => $middleware->alias(…)->append(…)`. */
export function givenChain(script: PhpScript, name: string): Php | undefined {
  const given = argumentsOf(script, name);
  const own = isBlocked(given) ? undefined : given.find((one) => one.kind === 'arrow_function');
  const body = childOf(own, 'body');
  const root = body && childOf(linksOf(body).at(-1), 'object');
  const [first] = childOf(own, 'parameters')?.children.filter(({ kind }) => kind === 'simple_parameter') ?? [];
  return root && textOf(script, root) === nameOf(script, first ?? root) ? body : undefined;
}

function argumentsOf(script: PhpScript, name: string): Php[] | PhpBlocked {
  const [call, second] = callsNamed(script, name);
  if (!call) return { blocked: `it has no call of ${name}()`, at: 0 };
  if (second) return { blocked: `it calls ${name}() more than once`, at: second.start };
  const given = childrenOf(childOf(call, 'arguments'), 'argument').flatMap((one) => valueOf(one) ?? []);
  return given.length > 0 ? given : { blocked: `${name}() is given nothing`, at: call.start };
}

function givenFunction(script: PhpScript, name: string): Block | PhpBlocked {
  const given = argumentsOf(script, name);
  if (isBlocked(given)) return given;
  const body = childOf(
    given.find((one) => one.kind === 'anonymous_function'),
    'body',
  );
  return body ? asBlock(body) : { blocked: `${name}() is not given a function with a block`, at: given[0]?.start ?? 0 };
}

/** The block of the one `if` in a method whose condition has exactly these texts. */
function conditional(script: PhpScript, method: Php, texts: readonly string[]): Block | PhpBlocked {
  const found = statementsIn(method).filter((node) => {
    if (node.kind !== 'if_statement' || childOf(node, 'alternative')) return false;
    const said = textsIn(script, childOf(node, 'condition'));
    return said.length === texts.length && texts.every((one) => said.includes(one));
  });
  const [only, second] = found;
  const body = childOf(only, 'body');
  if (!only || body?.kind !== 'compound_statement')
    return { blocked: `it has no "if" for ${texts.join(' and ')} alone`, at: method.start };
  if (second) return { blocked: `it has more than one "if" for ${texts.join(' and ')}`, at: second.start };
  return isNegated(script, only)
    ? { blocked: `its "if" is for what is not ${texts.join(' or ')}`, at: only.start }
    : asBlock(body);
}

function isNegated(script: PhpScript, statement: Php): boolean {
  return /!/.test(textOf(script, childOf(statement, 'condition')));
}

function textsIn(script: PhpScript, node: Php | undefined): string[] {
  if (!node) return [];
  if (node.kind === 'string' || node.kind === 'encapsed_string') return [textOf(script, node).slice(1, -1)];
  return node.children.flatMap((one) => textsIn(script, one));
}
