import { callsExport } from './config-root.ts';
import { bare, keyName, type Node, type NodeOf, type Script } from './syntax.ts';
import type { ExportName } from './values.ts';

type Arrow = NodeOf<'ArrowFunctionExpression'>;
type Call = NodeOf<'CallExpression'>;

/** A component without a file: `{ render: () => h(Outer, () => h(Inner)) }`, its calls from the outermost to the innermost. */
export interface Layers {
  object: Node;
  calls: readonly [Call, ...Call[]];
}

/** The function by which a library of the same package as `app` makes what is shown of a component (Vue, "Render Functions & JSX"). */
export function makerOf(app: ExportName): ExportName {
  return { from: app.from, name: 'h' };
}

/** The layers of what an app is given; undefined where it is something else, or has more in it. */
export function layersOf(script: Script, given: Node, app: ExportName): Layers | undefined {
  const object = bare(given);
  if (object.type !== 'ObjectExpression') return undefined;
  const [render, other] = object.properties;
  if (other || render?.type !== 'Property' || keyName(render.key, render.computed) !== 'render') return undefined;
  const calls: Call[] = [];
  for (let body = bodyOf(render.value); body; body = slotOf(body)) {
    const call = bare(body);
    if (call.type !== 'CallExpression' || !callsExport(script, call, makerOf(app))) return undefined;
    calls.push(call);
  }
  const [outermost, ...rest] = calls;
  return outermost && { object, calls: [outermost, ...rest] };
}

/** A component that is shown, with what it is given: from the one to the other in the text. */
export interface ShownComponent {
  component: NodeOf<'Identifier'>;
  properties: Node | undefined;
  start: number;
  end: number;
}

/** The component that an app shows, however many are around it. */
export function shownIn(script: Script, given: readonly Node[], app: ExportName): ShownComponent | undefined {
  const [first] = given;
  const node = first && bare(first);
  if (node?.type === 'Identifier') return fromArguments(given);
  const innermost = node && layersOf(script, node, app)?.calls.at(-1);
  return innermost && given.length === 1 ? fromArguments(innermost.arguments) : undefined;
}

function fromArguments([component, properties, more]: readonly Node[]): ShownComponent | undefined {
  if (component?.type !== 'Identifier' || more) return undefined;
  return { component, properties, start: component.start, end: (properties ?? component).end };
}

/** What stands in a layer: the value of the function that is its last argument. */
export function slotOf(call: Node): Node | undefined {
  const node = bare(call);
  if (node.type !== 'CallExpression' || node.arguments.length < 2) return undefined;
  const last = node.arguments.at(-1);
  return last && bodyOf(last);
}

function bodyOf(value: Node): Node | undefined {
  const arrow = bare(value);
  const isPlain = arrow.type === 'ArrowFunctionExpression' && arrow.params.length === 0;
  const { body } = arrow as Arrow;
  return isPlain && body.type !== 'BlockStatement' ? body : undefined;
}
