// Mutations of texts and of trees, driven by numbers from 0 to 1 so that a seed gives the same ones again.
export type Random = () => number;

/** What somebody would write who means harm, or whose disk has gone bad. */
export const HOSTILE: readonly string[] = [
  '../../outside/taken',
  '../outside',
  '/outside/taken',
  'way-out/taken',
  'C:\\outside',
  '..\\..\\outside',
  'file:///outside/taken',
  'con',
  'nul.txt',
  'a:b',
  '.git/config',
  '__proto__',
  'constructor',
  'prototype',
  'toString',
  '\u001b]0;title\u0007',
  '\u001b[2J',
  '\u0000',
  '\u202e',
  '\ufeff',
  '\ud800',
  '{{',
  '{{number}}',
  '{{prefix}}{{prefix}}',
  '${process.exit()}',
  '$(touch /outside/taken)',
  '; touch /outside/taken',
  '`',
  "'",
  '"',
  '\\',
  '(a+)+$',
  'a'.repeat(3000),
  '*'.repeat(200),
  '['.repeat(400),
  '{"a":'.repeat(300),
  '&a [*a, *a]',
  '!!js/function x',
  '<<: *all',
  '\r\n',
  '\t',
  '',
  '-1',
  '1e999',
  '~1~0',
  '/'.repeat(50),
];

const VALUES: readonly unknown[] = [
  null,
  true,
  -1,
  1e308,
  0.5,
  '',
  [],
  {},
  [[]],
  [null],
  { a: { b: {} } },
  'x',
  Array(50).fill('x'),
];

export function pick<Value>(random: Random, values: readonly Value[]): Value {
  const value = values[Math.floor(random() * values.length)];
  if (value === undefined && values.length === 0) throw new RangeError('nothing to pick from');
  return value as Value;
}

/** A text with one to four things wrong. */
export function mutateText(text: string, random: Random): string {
  let current = text;
  for (let times = 1 + Math.floor(random() * 4); times > 0; times -= 1) {
    const at = Math.floor(random() * current.length);
    const end = Math.min(current.length, at + 1 + Math.floor(random() * 40));
    const [head, middle, tail] = [current.slice(0, at), current.slice(at, end), current.slice(end)];
    current = pick(random, [
      () => head + tail,
      () => head + middle + middle + tail,
      () => head + pick(random, HOSTILE) + middle + tail,
      () => head + pick(random, HOSTILE) + tail,
      () => head,
      () => middle + head + tail,
      () => head + String.fromCharCode(Math.floor(random() * 256)) + current.slice(at + 1),
      () => swapLines(current, random),
    ])();
  }
  return current;
}

function swapLines(text: string, random: Random): string {
  const lines = text.split('\n');
  const [a, b] = [Math.floor(random() * lines.length), Math.floor(random() * lines.length)];
  [lines[a], lines[b]] = [lines[b] ?? '', lines[a] ?? ''];
  return lines.join('\n');
}

/** A tree as JSON has it, with one to three members or values changed for others. */
export function mutateTree(value: unknown, random: Random): unknown {
  const copy: unknown = structuredClone(value);
  for (let times = 1 + Math.floor(random() * 3); times > 0; times -= 1) {
    const places: [Record<string, unknown>, string][] = [];
    const visit = (node: unknown): void => {
      if (typeof node !== 'object' || node === null) return;
      for (const key of Object.keys(node)) {
        places.push([node as Record<string, unknown>, key]);
        visit((node as Record<string, unknown>)[key]);
      }
    };
    visit(copy);
    if (places.length === 0) return pick(random, VALUES);
    const [holder, key] = pick(random, places);
    // Never by assignment: that of `__proto__` would change the object itself.
    const put = (name: string, one: unknown): void => {
      const property = { value: structuredClone(one), enumerable: true, writable: true, configurable: true };
      Object.defineProperty(holder, name, property);
    };
    pick(random, [
      () => put(key, pick(random, HOSTILE)),
      () => put(key, pick(random, HOSTILE)),
      () => put(key, pick(random, VALUES)),
      () => put(key, pick(random, places)[0]),
      () => void Reflect.deleteProperty(holder, key),
      () => put(pick(random, HOSTILE), holder[key]),
      () => {
        if (Array.isArray(holder)) (holder as unknown[]).push(...(structuredClone(holder) as unknown[]));
      },
    ])();
  }
  return copy;
}
