import { childrenOf, isFunction, walk, type Node, type NodeOf, type Script } from './syntax.ts';

/** The statements in which a name is looked up, innermost first. */
export interface Scope {
  statements: readonly Node[];
  parameters: readonly string[];
  outer: Scope | undefined;
}

/** The scope of a script's own top level. */
export function moduleScope(script: Script): Scope {
  return { statements: script.program.body, parameters: [], outer: undefined };
}

/** The nodes around a node, outermost first, itself last. */
export function ancestorsOf(script: Script, target: Node): Node[] {
  const path: Node[] = [];
  let at: Node | undefined = script.program;
  while (at) {
    path.push(at);
    if (at === target) break;
    const children: Node[] = childrenOf(at).filter((child) => child.start <= target.start && child.end >= target.end);
    // Of several that span the same text (a shorthand's key and value) the one that leads to the target counts.
    at = children.length > 1 ? (children.find((child) => holds(child, target)) ?? children[0]) : children[0];
  }
  return path;
}

/** The scope in which a node stands. */
export function scopeOf(script: Script, node: Node): Scope {
  let scope = moduleScope(script);
  for (const one of ancestorsOf(script, node).slice(1, -1)) {
    if (isFunction(one)) {
      const parameters = one.params.flatMap((parameter) => boundNames(parameter));
      scope = { statements: [], parameters, outer: scope };
    } else if (one.type === 'BlockStatement') {
      scope = { statements: one.body, parameters: [], outer: scope };
    }
  }
  return scope;
}

function holds(root: Node, target: Node): boolean {
  let found = false;
  walk(root, (node) => {
    if (node === target) found = true;
    return !found && node.start <= target.start && node.end >= target.end;
  });
  return found;
}

/** The names that a pattern declares. */
export function boundNames(pattern: Node): string[] {
  return boundNodes(pattern).map(({ name }) => name);
}

/** The identifiers in a pattern that declare something. */
export function boundNodes(pattern: Node): NodeOf<'Identifier'>[] {
  const nodes: NodeOf<'Identifier'>[] = [];
  walk(pattern, (node, parent) => {
    if (parent?.type === 'AssignmentPattern' && parent.right === node) return false;
    if (parent?.type === 'Property' && parent.key === node && !parent.shorthand) return false;
    if (node.type === 'TSTypeAnnotation') return false;
    if (node.type === 'Identifier') nodes.push(node);
    return true;
  });
  return nodes;
}
