import { childOf, parsePhp, textOf, type Php } from '../formats/php/document.ts';
import { DECLARING, KINDS, LISTS, NAMING, PARTS, STAYING } from './php-kinds.ts';
import type { Shape } from './shape.ts';

const PUNCTUATION = /^\W+$/;
// What tools and lawyers read stays with every file.
// And what frameworks read (`@Route(...)`) is code.
const LASTING = /copyright|licen[cs]e|phpcs|phpstan|psalm|@\w+\(/i;
const OPENING = '<?php ';

/** The shape of a PHP file, or of statements of one; undefined where it cannot be read, or has words of a page around its code. */
export function phpShape(text: string): Shape | undefined {
  const isWhole = text.includes('<?');
  const source = isWhole ? text : OPENING + text;
  const program = parsePhp(source);
  if ('reason' in program || program.children.some(({ kind }) => kind === 'text' || kind === 'text_interpolation'))
    return undefined;
  const shape = new Reading(source, isWhole ? 0 : -OPENING.length).shapeOf(program, undefined);
  return { ...shape, start: 0, end: text.length, stays: true };
}

class Reading {
  readonly #text: string;
  readonly #shift: number;

  constructor(text: string, shift: number) {
    this.#text = text;
    this.#shift = shift;
  }

  shapeOf(node: Php, parent: Php | undefined): Shape {
    const list = LISTS[node.kind];
    // A method that only takes what it keeps is nothing without that.
    const isKeeping = node.kind === 'formal_parameters' && this.#onlyKeeps(parent);
    const members = list && this.#membersOf(node);
    const isLeaf = node.children.length === 0 || node.kind === 'variable_name' || this.#isPlainString(node);
    return {
      kind: list?.kind ?? KINDS[node.kind] ?? node.kind,
      start: node.start + this.#shift,
      end: node.end + this.#shift,
      label: this.#labelOf(node),
      slots: isLeaf || list ? [] : this.#slotsOf(node),
      ...(members ? { members } : {}),
      ...(node.kind === 'arguments' ? this.#argumentsOf(node) : {}),
      ...(list?.parted ? { parted: list.parted } : {}),
      ...(list?.hollow || isKeeping ? { hollow: true } : {}),
      ...(STAYING.has(node.kind) ? { stays: true } : {}),
      ...this.#namesOf(node, parent),
    };
  }

  #onlyKeeps(method: Php | undefined): boolean {
    const body = childOf(method, 'body');
    return (
      this.#code(childOf(method, 'name')) === '__construct' &&
      body?.children.every(({ kind }) => PUNCTUATION.test(kind)) === true
    );
  }

  #code(node: Php | undefined): string {
    return textOf({ text: this.#text }, node);
  }

  #isPlainString({ kind, children }: Php): boolean {
    return /^(string|encapsed_string)$/.test(kind) && children.every((one) => /string_content|^\W+$/.test(one.kind));
  }

  /** A comment right above a member belongs to it; others are members themselves. */
  #membersOf(node: Php): Shape[] {
    const members: Shape[] = [];
    let above: Php[] = [];
    const free = (): void => {
      members.push(...above.map((one) => this.#comment(one)));
      above = [];
    };
    for (const child of node.children) {
      if (child.kind === 'comment') {
        const before = above.at(-1);
        if (before && this.#isParted(before, child)) free();
        above.push(child);
        continue;
      }
      if (PUNCTUATION.test(child.kind) || /^(php_tag|php_end_tag|array)$/.test(child.kind)) continue;
      const last = above.at(-1);
      if (last && this.#isParted(last, child)) free();
      const shape = this.shapeOf(child, node);
      members.push(above.length > 0 ? this.#commented(shape, above) : shape);
      above = [];
    }
    free();
    return members;
  }

  #isParted(before: Php, behind: Php): boolean {
    return /\n[ \t]*\r?\n/.test(this.#text.slice(before.end, behind.start));
  }

  #comment(node: Php): Shape {
    const code = this.#code(node);
    const stays = LASTING.test(code);
    const uses = [...code.matchAll(/@([A-Z]\w*)/g)].map(([, name = '']) => name);
    return {
      kind: 'comment',
      start: node.start + this.#shift,
      end: node.end + this.#shift,
      slots: [],
      uses,
      ...(stays ? { stays } : {}),
    };
  }

  #commented(shape: Shape, comments: readonly Php[]): Shape {
    const all = comments.map((one) => this.#comment(one));
    const start = all[0]?.start ?? shape.start;
    const slot: Shape = {
      kind: 'comments',
      part: 'decorators',
      start,
      end: all.at(-1)?.end ?? start,
      slots: [],
      members: all,
    };
    return { ...shape, start, slots: [slot, ...shape.slots] };
  }

  /** The parts of a node that are in no list, by their names. */
  #slotsOf(node: Php): Shape[] {
    const seen = new Map<string, number>();
    return node.children.flatMap((child): Shape[] => {
      if (PUNCTUATION.test(child.kind) || child.kind === 'comment') return [];
      const name = PARTS[child.kind] ?? (child.field === 'return_type' ? 'returnType' : (child.field ?? child.kind));
      const count = seen.get(name) ?? 0;
      seen.set(name, count + 1);
      const isOptional = child.kind in PARTS || name === 'returnType';
      return [{ ...this.shapeOf(child, node), part: isOptional ? name : `${name} ${count}` }];
    });
  }

  /** What is given besides the first ones: by name, or as a list, each can be left out. */
  #argumentsOf(node: Php): Pick<Shape, 'slots' | 'members' | 'parted'> {
    const all = node.children.filter(({ kind }) => kind === 'argument');
    const isFree = (one: Php, at: number): boolean =>
      childOf(one, 'name') !== undefined || (at > 0 && one.children[0]?.kind === 'array_creation_expression');
    const from = all.findIndex((one, at) => all.slice(at).every((each, next) => isFree(each, at + next)));
    const firm = from === -1 ? all : all.slice(0, from);
    return {
      slots: firm.map((one, at) => ({ ...this.shapeOf(one, node), part: `argument ${at}` })),
      members: from === -1 ? [] : all.slice(from).map((one) => this.shapeOf(one, node)),
      parted: 'comma',
    };
  }

  /** What a node is told by among its neighbours. */
  #labelOf(node: Php): string | undefined {
    switch (node.kind) {
      case 'class_declaration':
      case 'method_declaration':
      case 'function_definition':
        return this.#code(childOf(node, 'name'));
      case 'namespace_use_declaration':
      case 'namespace_use_clause':
      case 'use_declaration':
        return this.#code(node).replace(/^use\s+|;$/g, '');
      case 'property_declaration':
        return this.#code(node.children.find(({ kind }) => kind === 'property_element')).split(/[\s=]/)[0];
      case 'simple_parameter':
      case 'property_promotion_parameter':
        return this.#code(childOf(node, 'name'));
      case 'argument':
        return this.#code(childOf(node, 'name'));
      case 'array_element_initializer':
        return node.children.some(({ kind }) => kind === '=>')
          ? this.#code(node.children[0]).replace(/^(['"])(.*)\1$/s, '$2')
          : this.#code(node);
      case 'attribute_group':
        return this.#code(node.children.find(({ kind }) => kind === 'attribute')?.children[0]);
      case 'expression_statement':
        return this.#actOf(node.children[0]);
      default:
        return undefined;
    }
  }

  /** What an expression does, without what it does that with: `Route::get->name`. */
  #actOf(node: Php | undefined): string | undefined {
    if (node?.kind === 'assignment_expression') return this.#code(childOf(node, 'left'));
    if (!node || !childOf(node, 'arguments')) return undefined;
    const on = childOf(node, 'object') ?? childOf(node, 'scope');
    return `${this.#actOf(on) ?? this.#code(on)}->${this.#code(childOf(node, 'name') ?? childOf(node, 'function'))}`;
  }

  #namesOf(node: Php, parent: Php | undefined): Pick<Shape, 'declares' | 'uses'> {
    switch (node.kind) {
      case 'namespace_use_declaration':
        return {
          declares: node.children
            .filter(({ kind }) => kind === 'namespace_use_clause')
            .map((one) => this.#localOf(one)),
        };
      case 'namespace_use_clause':
        return parent?.kind === 'namespace_use_group' ? { declares: [this.#localOf(node)] } : {};
      case 'method_declaration':
        return { declares: [`->${this.#code(childOf(node, 'name'))}()`] };
      case 'property_declaration':
        return { declares: [`->${(this.#labelOf(node) ?? '').replace('$', '')}`] };
      case 'simple_parameter':
        return { declares: [this.#code(childOf(node, 'name'))] };
      case 'property_promotion_parameter': {
        const name = this.#code(childOf(node, 'name'));
        return { declares: [name, `->${name.slice(1)}`] };
      }
      case 'expression_statement': {
        const [first] = node.children;
        const left = first?.kind === 'assignment_expression' ? childOf(first, 'left') : undefined;
        return left?.kind === 'variable_name' ? { declares: [this.#code(left)] } : {};
      }
      case 'variable_name':
      case 'name':
        return this.#useOf(node, parent);
      default:
        return {};
    }
  }

  #localOf(clause: Php): string {
    const name = this.#code(childOf(clause, 'alias')) || this.#code(clause);
    return name.slice(name.lastIndexOf('\\') + 1).trim();
  }

  #useOf(node: Php, parent: Php | undefined): Pick<Shape, 'uses'> {
    const code = this.#code(node);
    if (node.kind === 'variable_name')
      return code === '$this' ||
        (parent?.kind === 'assignment_expression' && node.field === 'left') ||
        DECLARING.has(parent?.kind ?? '')
        ? {}
        : { uses: [code] };
    if (node.field === 'name' && parent) {
      if (!/^member_(access|call)_expression$/.test(parent.kind) || this.#code(childOf(parent, 'object')) !== '$this')
        return {};
      return { uses: [parent.kind === 'member_call_expression' ? `->${code}()` : `->${code}`] };
    }
    return NAMING.has(parent?.kind ?? '') && parent?.children.indexOf(node) === NAMING.get(parent?.kind ?? '')
      ? { uses: [code] }
      : {};
  }
}
