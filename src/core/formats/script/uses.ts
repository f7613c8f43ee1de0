import { edited, refused, type Outcome, type Surroundings } from '../format.ts';
import type { Splice } from '../../text/splices.ts';
import { originOf } from './bindings.ts';
import { removeImports } from './imports.ts';
import type { ImportSpec } from './import-spec.ts';
import { wantedNames } from './import-text.ts';
import { parseScript, walk, type Node, type Script } from './syntax.ts';

/** The first node below `root` that makes use of one of the imports, by whatever name it has here. */
export function findUse(script: Script, root: Node, imports: readonly ImportSpec[]): Node | undefined {
  let found: Node | undefined;
  walk(root, (node) => {
    if (!found && usesImport(script, node, imports)) found = node;
    return !found;
  });
  return found;
}

/** Whether a node is a call of one of the imports, or its name. */
export function usesImport(script: Script, node: Node, imports: readonly ImportSpec[]): boolean {
  if (imports.length === 0) return false;
  if (node.type === 'JSXIdentifier') {
    const local = node.name;
    return imports.some((spec) => wantedNames(spec).some(({ name }) => hasOrigin(script, local, spec.from, name)));
  }
  const called = node.type === 'CallExpression' || node.type === 'NewExpression' ? node.callee : node;
  if (called === node && node.type !== 'Identifier') return false;
  const origin = originOf(script, called);
  if (!origin) return false;
  return imports.some(
    (spec) =>
      origin.from === spec.from &&
      wantedNames(spec).some(({ name }) => name === origin.name || (name === 'default' && origin.name === '*')),
  );
}

function hasOrigin(script: Script, local: string, from: string, name: string): boolean {
  const origin = originOf(script, { type: 'Identifier', name: local } as Node);
  return origin?.from === from && origin.name === name;
}

/** The text without some parts, and then without the imports that nothing uses any more. */
export function cutWithImports(
  script: Script,
  splices: Splice[],
  imports: readonly ImportSpec[],
  around: Surroundings,
): Outcome {
  const { text } = script;
  const without = edited(text, splices);
  // Whether an import is still used shows once the use is gone.
  const rest = parseScript(without.text, around.file);
  if ('fault' in rest)
    return refused(text, splices[0]?.at, 'it cannot be taken apart safely', 'Take out by hand what was put in here.');
  const unused = removeImports(rest, imports);
  if (splices.length + unused.length === 0) return { kind: 'already', at: 0 };
  const after = edited(without.text, unused).text;
  return unused.length === 0
    ? without
    : { kind: 'edited', text: after, splices: [{ at: 0, removed: text, inserted: after }] };
}
