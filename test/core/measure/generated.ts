import type { Random } from '../../support/mutate.ts';

/** A program of statements as people write them, made up from a random source: for formatters to lay out. */
export function generatedSource(random: Random, statements: number, elements: boolean): string {
  const make = new Maker(random);
  const head = make.repeat(1, 3, () => make.importing());
  const body = make.repeat(statements, statements + 4, () => make.statement(elements));
  return `${[...head, ...body].join('\n\n')}\n`;
}

const WORDS =
  'account address amount basket border branch button calendar chapter circle column counter customer delivery detail drawer element entry factor filter folder garage header history image invoice item journal label layout ledger letter margin marker measure member message method module monitor number object option order panel parent partner pattern picture planner player pointer policy portal preset profile project prompt query record region report request result review sample schedule screen section service session setting shadow signal source status student summary supplier symbol target template theme ticket token track update value vector version visitor volume window worker'.split(
    ' ',
  );

class Maker {
  readonly #random: Random;

  constructor(random: Random) {
    this.#random = random;
  }

  repeat<Made>(from: number, to: number, make: () => Made): Made[] {
    return Array.from({ length: from + this.#below(to - from + 1) }, make);
  }

  importing(): string {
    const names = this.repeat(1, 5, () => this.#name());
    return `import { ${[...new Set(names)].join(', ')} } from './${this.#word()}';`;
  }

  statement(elements: boolean): string {
    const kinds = [
      () => `const ${this.#name()} = ${this.#expression(3)};`,
      () => `export function ${this.#name()}(${this.#parameters()}) {\n${this.#body(elements)}\n}`,
      () => `const ${this.#name()} = (${this.#parameters()}) => {\n${this.#body(false)}\n};`,
      () =>
        `const ${this.#name()} = ${this.#name()}.map(${this.#arrow()}).filter(${this.#arrow()}).reduce((one, other) => one + other, ${this.#digit()});`,
      () =>
        `class ${this.#type()} {\n${this.#name()} = ${this.#expression(1)};\n\n${this.#name()}(${this.#parameters()}) {\n${this.#body(false)}\n}\n}`,
      () => `if (${this.#condition()}) {\n${this.#body(false)}\n} else {\n${this.#body(false)}\n}`,
      () => `${this.#name()}.${this.#name()}(${this.repeat(1, 4, () => this.#expression(2)).join(', ')});`,
      () =>
        `const ${this.#name()} = ${this.#condition()} ? ${this.#expression(2)} : ${this.#condition()} ? ${this.#expression(1)} : ${this.#expression(2)};`,
      () => `const { ${this.repeat(1, 5, () => this.#name()).join(', ')} } = ${this.#name()};`,
    ];
    if (elements) kinds.push(() => `export const ${this.#type()} = () => (\n${this.#element(3)}\n);`);
    return this.#pick(kinds)();
  }

  #body(elements: boolean): string {
    const rows = this.repeat(1, 3, () => `const ${this.#name()} = ${this.#expression(2)};`);
    return [
      ...rows,
      elements && this.#below(2) === 0 ? `return (\n${this.#element(2)}\n);` : `return ${this.#expression(2)};`,
    ].join('\n');
  }

  #expression(depth: number): string {
    const plain = [
      () => this.#text(),
      () => this.#digit(),
      () => this.#name(),
      () => `${this.#name()}.${this.#name()}`,
      () => `\`${this.#word()} \${${this.#name()}}\``,
    ];
    if (depth === 0) return this.#pick(plain)();
    const deep = [
      () => this.#object(depth),
      () => `[${this.repeat(1, 6, () => this.#expression(depth - 1)).join(', ')}]`,
      () => `${this.#name()}(${this.repeat(0, 4, () => this.#expression(depth - 1)).join(', ')})`,
      () => this.#arrow(),
      () => `${this.#name()} + (${this.#expression(depth - 1)}) - ${this.#name()} * ${this.#digit()}`,
      () => `${this.#name()} && ${this.#name()} && ${this.#condition()}`,
      () => `${this.#name()}({ ${this.#name()}: ${this.#expression(depth - 1)} })`,
    ];
    return this.#pick([...plain, ...deep, ...deep])();
  }

  #object(depth: number): string {
    const members = this.repeat(1, 5, () => {
      const key = this.#pick([() => this.#name(), () => this.#name(), () => `'${this.#word()}-${this.#word()}'`])();
      return `${key}: ${this.#expression(depth - 1)}`;
    });
    return this.#below(3) === 0 ? `{\n${members.join(',\n')}\n}` : `{ ${members.join(', ')} }`;
  }

  #arrow(): string {
    const name = this.#name();
    return this.#pick([
      () => `(${name}) => ${name}.${this.#name()}`,
      () => `(${name}) => ({ ${this.#name()}: ${name} })`,
      () => `(${name}, ${this.#name()}2) => ${name} > ${this.#digit()}`,
    ])();
  }

  #element(depth: number): string {
    const tag = this.#pick(['div', 'section', 'ul', 'p', 'button', 'label']);
    const given = this.repeat(0, 4, () =>
      this.#pick([
        () => `${this.#name()}="${this.#word()}"`,
        () => `${this.#name()}={${this.#name()}}`,
        () => `on${this.#type()}={() => ${this.#name()}(${this.#text()})}`,
      ])(),
    );
    const open = [tag, ...new Set(given)].join(' ');
    if (depth === 0 || this.#below(4) === 0) return `<${open} />`;
    const children = this.repeat(1, 3, () =>
      this.#pick([() => this.#element(depth - 1), () => `{${this.#name()}}`, () => this.#word()])(),
    );
    return `<${open}>\n${children.join('\n')}\n</${tag}>`;
  }

  #condition(): string {
    return `${this.#name()} ${this.#pick(['===', '>', '<', '!=='])} ${this.#expression(0)}`;
  }

  #parameters(): string {
    return [...new Set(this.repeat(0, 4, () => this.#name()))].join(', ');
  }

  #name(): string {
    return this.#word() + (this.#below(2) === 0 ? '' : this.#type());
  }

  #type(): string {
    const word = this.#word();
    return word.slice(0, 1).toUpperCase() + word.slice(1);
  }

  #text(): string {
    return `'${this.repeat(1, 4, () => this.#word()).join(' ')}'`;
  }

  #digit(): string {
    return String(this.#below(1000));
  }

  #word(): string {
    return this.#pick(WORDS);
  }

  #pick<Item>(items: readonly Item[]): Item {
    return items[this.#below(items.length)] as Item;
  }

  #below(limit: number): number {
    return Math.floor(this.#random() * limit);
  }
}
