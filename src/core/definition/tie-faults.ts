import { parseExpression } from '../formats/script/same-code.ts';
import { parseScript, walk, type Node } from '../formats/script/syntax.ts';
import { FACT_NAMES } from './facts.ts';
import type { Fault } from './faults.ts';
import { fillAll } from './fill.ts';
import { didYouMean } from './nearest.ts';
import type { Definition } from './definition.ts';
import { tie, type Tie, type TieImport } from './ties.ts';

type Path = readonly PropertyKey[];

export const PLACEHOLDER = /\{\{\s*([\w.-]+)\s*\}\}/g;

export interface TieSurroundings {
  choices: NonNullable<Definition['choices']>;
  /** Packages that the definition brings or asks for. */
  known: ReadonlySet<string>;
}

/** What is wrong with a tie: names that lead nowhere, and code that is none. */
export function tieFaults(one: Tie, path: Path, { choices, known }: TieSurroundings): Fault[] {
  const faults: Fault[] = [];
  const always = Object.entries(choices).filter(
    ([, choice]) =>
      choice.kind === 'one-of' || (choice.kind === 'text' && (choice.form === 'name' || choice.form === 'path')),
  );
  const values = Object.fromEntries([
    ...FACT_NAMES.map((name) => [name, 'x'] as const),
    ...always.map(([name, choice]) => [name, choice.kind === 'text' && choice.form === 'path' ? '/x' : 'x'] as const),
  ]);
  if (!tie.safeParse(fillAll(one, values)).success)
    faults.push({ path, what: `the tie at ${one.at} has a placeholder that can stay empty` });
  if (one.at === 'environment.file')
    for (const [name, { secret }] of Object.entries(one.variables))
      if (secret !== undefined && choices[secret]?.kind !== 'secret')
        faults.push({
          path: [...path, 'variables', name, 'secret'],
          what: `"${secret}" is not a choice that asks for a secret${didYouMean(secret, Object.keys(choices))}`,
        });
  const imports: TieImport[] = 'imports' in one ? one.imports : [];
  return [...faults, ...importFaults(imports, path, known), ...codeFaults(one, path, imports.flatMap(localsOf))];
}

/** Packages that are imported are the definition's own, or some that it asks for. */
export function importFaults(imports: readonly TieImport[], path: Path, known: ReadonlySet<string>): Fault[] {
  return imports.flatMap((one, index): Fault[] => {
    const name = 'from' in one ? packageOf(one.from) : undefined;
    // What Node.js brings is there (its docs: "node: imports").
    if (name === undefined || name.startsWith('node:') || known.has(name)) return [];
    const what = `${name} is not a package of this definition${didYouMean(name, [...known])}`;
    return [{ path: [...path, 'imports', index], atKey: true, what }];
  });
}

function localsOf({ default: whole, named = {}, namespace }: TieImport): string[] {
  return [whole, namespace, ...Object.values(named)].filter((name) => name !== undefined);
}

/** What a tie says in code must be code, and its names must be imported. */
function codeFaults(one: Tie, path: Path, locals: readonly string[]): Fault[] {
  const members = one as unknown as Record<string, unknown>;
  const code = ['use', 'call', 'item', 'handler'].filter((name) => typeof members[name] === 'string');
  const faults = code.flatMap((name): Fault[] => {
    const text = String(members[name]);
    const node = parseExpression(filled(text), 'code.tsx');
    if (!node) return [{ path: [...path, name], what: `"${text}" is not an expression` }];
    const unknown = rootsOf(node).find((root) => !locals.includes(root) && !GLOBALS.has(root));
    return unknown === undefined
      ? []
      : [{ path: [...path, name], what: `"${unknown}" is not imported${didYouMean(unknown, locals)}` }];
  });
  const { component, properties = {} } = members as { component?: unknown; properties?: Record<string, string> };
  const named = [
    ...(typeof component === 'string' ? [{ name: component, at: ['component'] }] : []),
    ...Object.entries(properties).map(([key, name]) => ({ name, at: ['properties', key] })),
  ];
  for (const { name, at } of named)
    if (!locals.includes(name))
      faults.push({ path: [...path, ...at], what: `"${name}" is not imported${didYouMean(name, locals)}` });
  return faults;
}

const GLOBALS = new Set([
  'x',
  'process',
  'undefined',
  'console',
  'Object',
  'Array',
  'String',
  'Number',
  'Boolean',
  'URL',
  'JSON',
  'Math',
  'import',
]);

/** The names in an expression that it takes from around it; those of its own functions' parameters are left out. */
function rootsOf(node: Node): string[] {
  const found: string[] = [];
  const own = new Set<string>();
  walk(node, (one, parent) => {
    if (one.type !== 'Identifier') return;
    if (parent && /Function/.test(parent.type)) own.add(one.name);
    const isKey =
      (parent?.type === 'MemberExpression' && parent.property === one && !parent.computed) ||
      (parent?.type === 'Property' && parent.key === one && !parent.computed && !parent.shorthand);
    if (!isKey) found.push(one.name);
  });
  return found.filter((name) => !own.has(name));
}

/** What keeps a text from being TypeScript; undefined where nothing does. */
export function faultOfCode(text: string): string | undefined {
  const plain = text.replaceAll(/^[ \t]*\{\{[\w.-]+\}\}[ \t]*$/gm, '');
  const parsed = parseScript(filled(plain), 'file.tsx');
  return 'fault' in parsed ? parsed.fault.message : undefined;
}

/** A text with a name in the place of each placeholder. */
export function filled(text: string): string {
  return text.replaceAll(PLACEHOLDER, 'x');
}

/** The package that an import is from, whatever module of it. */
export function packageOf(from: string): string {
  return from.split('/', from.startsWith('@') ? 2 : 1).join('/');
}
