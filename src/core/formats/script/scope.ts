import { walk, type Node, type Script } from './syntax.ts';

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

/** The names that a pattern declares. */
export function boundNames(pattern: Node): string[] {
  const names: string[] = [];
  walk(pattern, (node, parent) => {
    if (parent?.type === 'AssignmentPattern' && parent.right === node) return false;
    if (parent?.type === 'Property' && parent.key === node && !parent.shorthand) return false;
    if (node.type === 'TSTypeAnnotation') return false;
    if (node.type === 'Identifier') names.push(node.name);
    return true;
  });
  return names;
}
