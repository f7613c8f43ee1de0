import { NodeTypes, parse, type ElementNode, type RootNode, type TemplateChildNode } from '@vue/compiler-dom';
import { isTooDeep } from '../formats/component/blocks.ts';
import { isNested, rootShape, type Shape } from './shape.ts';

/** The shape of markup, as templates of components and pages have it; what stands in braces is one word to it. */
export function markupShape(text: string, shift = 0): Shape | undefined {
  if (isTooDeep(text)) return undefined;
  let root: RootNode;
  try {
    root = parse(masked(text), {
      parseMode: 'base',
      onError: () => undefined,
      comments: true,
      delimiters: ['\u0001', '\u0002'],
    });
  } catch {
    return undefined;
  }
  const shape = rootShape('markup', text, shift, childShapes(root, text, shift));
  return isNested(shape) ? shape : undefined;
}

/** The text with all that stands in braces made harmless to a parser of tags, at the same offsets. */
function masked(text: string): string {
  let depth = 0;
  let result = '';
  for (const one of text) {
    if (one === '{') depth += 1;
    const inside = depth > 0 && one !== '\n' && one !== '\r';
    result += inside && /[<>"'`=/&\s]/.test(one) ? '_'.repeat(one.length) : one;
    if (one === '}') depth = Math.max(0, depth - 1);
  }
  return result;
}

function childShapes(parent: RootNode | ElementNode, text: string, shift: number): Shape[] {
  return parent.children.flatMap((child) => childShape(child, text, shift));
}

function childShape(child: TemplateChildNode, text: string, shift: number): Shape[] {
  const { start, end } = child.loc;
  if (child.type === NodeTypes.ELEMENT) return [elementShape(child, text, shift)];
  const written = text.slice(start.offset, end.offset);
  const lead = written.length - written.trimStart().length;
  const content = written.trim();
  if (content === '') return [];
  const from = start.offset + lead + shift;
  const kind = child.type === NodeTypes.COMMENT ? 'comment' : 'text';
  const uses = [...content.matchAll(/\{+([^{}]*)\}+/g)].flatMap(([, code = '']) => namesIn(code));
  return [{ kind, start: from, end: from + content.length, slots: [], uses }];
}

function elementShape(element: ElementNode, text: string, shift: number): Shape {
  const { start, end } = element.loc;
  const opened = text.indexOf('>', element.props.at(-1)?.loc.end.offset ?? start.offset) + 1;
  const attributes = element.props.map((prop): Shape => {
    const written = text.slice(prop.loc.start.offset, prop.loc.end.offset);
    const [name = '', ...value] = written.split('=');
    const isCode = /^([:@#*[(]|v-|\w+:)/.test(name) || /^["']?\{/.test(value.join('='));
    return {
      kind: 'attribute',
      start: prop.loc.start.offset + shift,
      end: prop.loc.end.offset + shift,
      label: name,
      slots: [],
      uses: isCode ? namesIn(value.join('=')) : [],
    };
  });
  const tag: Shape = {
    kind: 'tag',
    start: start.offset + shift,
    end: opened + shift,
    slots: [],
    members: attributes,
    uses: [element.tag, pascal(element.tag)],
  };
  return {
    kind: 'element',
    start: start.offset + shift,
    end: end.offset + shift,
    label: element.tag,
    slots: [tag],
    members: childShapes(element, text, shift),
    hollow: true,
  };
}

function namesIn(code: string): string[] {
  return code.match(/(?<![\w$.])[A-Za-z_$][\w$]*/g) ?? [];
}

function pascal(tag: string): string {
  return tag.replaceAll(/(^|-)(\w)/g, (_, __, letter: string) => letter.toUpperCase());
}
