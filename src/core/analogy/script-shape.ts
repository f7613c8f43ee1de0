import { boundNames } from '../formats/script/scope.ts';
import { visitorKeys } from 'oxc-parser';
import { isFunction, keyName, parseScript, type Node } from '../formats/script/syntax.ts';
import type { Shape } from './shape.ts';

// The list of each kind of node whose members can be taken out one by one.
const LISTS: Record<string, { key: string; parted?: 'comma'; hollow?: true }> = {
  Program: { key: 'body' },
  BlockStatement: { key: 'body' },
  FunctionBody: { key: 'body' },
  ClassBody: { key: 'body' },
  TSInterfaceBody: { key: 'body', hollow: true },
  TSTypeLiteral: { key: 'members', hollow: true },
  ObjectExpression: { key: 'properties', parted: 'comma', hollow: true },
  ObjectPattern: { key: 'properties', parted: 'comma', hollow: true },
  ArrayExpression: { key: 'elements', parted: 'comma', hollow: true },
  ImportDeclaration: { key: 'specifiers', parted: 'comma', hollow: true },
  ExportNamedDeclaration: { key: 'specifiers', parted: 'comma' },
  JSXElement: { key: 'children', hollow: true },
  JSXFragment: { key: 'children', hollow: true },
  JSXOpeningElement: { key: 'attributes' },
};

/** The shape of a script that stands in a file from `shift` on; undefined where it cannot be read. */
export function scriptShape(text: string, file: string, shift = 0): Shape | undefined {
  const script = parseScript(text, file);
  if ('fault' in script) return undefined;
  const root = shapeOf(script.program, undefined, text, shift);
  return { ...root, start: shift, end: shift + text.length, stays: true };
}

function shapeOf(node: Node, parent: Node | undefined, text: string, shift: number): Shape {
  const list = LISTS[node.type];
  const listed = list ? ((node as unknown as Record<string, unknown>)[list.key] as (Node | null)[]) : [];
  const below = (child: Node): Shape => shapeOf(child, node, text, shift);
  const members = listed.flatMap((child) => (child === null || isBlank(child) ? [] : [below(child)]));
  const isShown = node.type === 'JSXElement' || node.type === 'JSXFragment';
  const isRoot = isShown && parent?.type !== 'JSXElement' && parent?.type !== 'JSXFragment';
  return {
    kind: node.type,
    start: node.start + shift,
    end: node.end + shift,
    label: labelOf(node, text),
    slots: isPlainTemplate(node) ? [] : slotsOf(node, list?.key, text, shift),
    ...(list && (node.type !== 'ExportNamedDeclaration' || members.length > 0)
      ? { members, ...(list.parted ? { parted: list.parted } : {}) }
      : {}),
    ...(list?.hollow && !isRoot ? { hollow: true } : {}),
    ...((isRoot && parent?.type !== 'JSXExpressionContainer') || node.type === 'ExportDefaultDeclaration'
      ? { stays: true }
      : {}),
    ...namesOf(node, parent),
  };
}

function isPlainTemplate(node: Node): boolean {
  return node.type === 'TemplateLiteral' && node.expressions.length === 0;
}

/** The parts of a node that are in no list, by their names; the parameters of a function are one part, whose members may go. */
function slotsOf(node: Node, listKey: string | undefined, text: string, shift: number): Shape[] {
  const values = node as unknown as Record<string, unknown>;
  // Of a shorthand (`{ name }`) key and value are one node: it is looked at once.
  const keys = (visitorKeys[node.type] ?? []).filter(
    (key) => key !== listKey && !(key === 'key' && node.type === 'Property' && node.shorthand),
  );
  const slots = keys.flatMap((key): Shape[] => {
    const value = values[key];
    if (key === 'params' && Array.isArray(value)) return [parameters(value as Node[], node, text, shift)];
    const all = Array.isArray(value) ? (value as (Node | null)[]) : [value as Node | null | undefined];
    return all.flatMap((one, at) => {
      if (!one) return [];
      const shape = { ...shapeOf(one, node, text, shift), part: Array.isArray(value) ? `${key} ${at}` : key };
      // What a call is given to do is nothing without what it does.
      if (node.type === 'CallExpression' && isFunction(one))
        for (const slot of shape.slots) if (slot.part === 'body' && slot.members) slot.hollow = true;
      return [shape];
    });
  });
  return [...asyncWord(node, text, shift), ...slots].sort((a, b) => a.start - b.start);
}

/** The word that lets a function wait: it goes with the last that it waits for. */
function asyncWord(node: Node, text: string, shift: number): Shape[] {
  if (!isFunction(node) || !node.async) return [];
  const at = text.indexOf('async', node.start);
  const start = at + shift;
  const end = start + (/^async\s*/.exec(text.slice(at))?.[0].length ?? 0);
  const word: Shape = { kind: 'word', start, end, slots: [], declares: ['await'] };
  return [{ kind: 'async', part: 'async', start, end, slots: [], members: [word] }];
}

function parameters(params: readonly Node[], node: Node, text: string, shift: number): Shape {
  const start = (params[0]?.start ?? node.start) + shift;
  const members = params.map((one) => shapeOf(one, node, text, shift));
  return {
    kind: 'parameters',
    part: 'params',
    start,
    end: members.at(-1)?.end ?? start,
    slots: [],
    members,
    parted: 'comma',
  };
}

function isBlank(node: Node): boolean {
  return node.type === 'JSXText' && node.value.trim() === '';
}

/** What a node is told by among its neighbours. */
function labelOf(node: Node, text: string): string | undefined {
  switch (node.type) {
    case 'ImportDeclaration':
      return node.source.value;
    case 'ImportSpecifier':
    case 'ImportDefaultSpecifier':
    case 'ImportNamespaceSpecifier':
      return node.local.name;
    case 'VariableDeclaration':
      return node.declarations.flatMap(({ id }) => boundNames(id)).join();
    case 'FunctionDeclaration':
    case 'ClassDeclaration':
      return node.id?.name;
    case 'ExpressionStatement':
      return node.expression.type === 'CallExpression' ? textOf(node.expression.callee, text) : undefined;
    case 'Property':
    case 'PropertyDefinition':
    case 'MethodDefinition':
    case 'TSPropertySignature':
      return keyName(node.key, node.computed) ?? textOf(node.key, text);
    case 'JSXElement':
      return textOf(node.openingElement.name, text);
    case 'JSXAttribute':
      return textOf(node.name, text);
    case 'ExportNamedDeclaration':
      return node.declaration ? labelOf(node.declaration, text) : undefined;
    default:
      return undefined;
  }
}

function textOf({ start, end }: Node, text: string): string {
  return text.slice(start, end);
}

function namesOf(node: Node, parent: Node | undefined): Pick<Shape, 'declares' | 'uses'> {
  switch (node.type) {
    case 'ImportSpecifier':
    case 'ImportDefaultSpecifier':
    case 'ImportNamespaceSpecifier':
      return { declares: [node.local.name] };
    case 'VariableDeclarator':
      return { declares: boundNames(node.id) };
    case 'FunctionDeclaration':
    case 'ClassDeclaration':
      return { declares: node.id ? [node.id.name] : [] };
    case 'MemberExpression':
      return node.object.type === 'ThisExpression' && node.property.type === 'Identifier'
        ? { uses: [node.property.name] }
        : {};
    case 'AwaitExpression':
      return { uses: ['await'] };
    case 'Identifier':
    case 'JSXIdentifier':
      return isReference(node, parent) ? { uses: [node.name] } : {};
    default:
      return {};
  }
}

/** Whether an identifier stands for what has its name: not where it only names a member, or declares. */
function isReference(node: Node, parent: Node | undefined): boolean {
  switch (parent?.type) {
    case 'MemberExpression':
      return parent.object === node || parent.computed;
    case 'Property':
      return parent.shorthand || parent.value === node || parent.computed;
    case 'VariableDeclarator':
      return parent.init === node;
    case 'FunctionDeclaration':
    case 'ClassDeclaration':
    case 'ImportSpecifier':
    case 'ImportDefaultSpecifier':
    case 'ImportNamespaceSpecifier':
    case 'PropertyDefinition':
    case 'MethodDefinition':
    case 'JSXAttribute':
    case 'TSPropertySignature':
      return false;
    default:
      return true;
  }
}
