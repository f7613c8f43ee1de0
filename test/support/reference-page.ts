import fs from 'node:fs';
import path from 'node:path';
import type * as z from 'zod/mini';
import { projectRoot } from '../../demo/registry/open.ts';
import { condition } from '../../src/core/definition/conditions.ts';
import { FACT_NAMES, FACTS } from '../../src/core/definition/facts.ts';
import { JOINT_NAMES, JOINTS } from '../../src/core/definition/joints.ts';
import { writtenFrom, writtenPackages } from '../../src/core/definition/modules.ts';
import { writtenTie } from '../../src/core/definition/ties.ts';
import { wordsOf } from '../../src/core/definition/words.ts';
import { choice } from '../../src/core/definition/parts.ts';
import { writtenSchema } from '../../src/core/definition/written.ts';
import { file, packageNeed } from '../../src/core/definition/written-parts.ts';
import { bareSides } from '../../src/core/facts/bare.ts';
import { factValues } from '../../src/core/facts/values.ts';
import { PROOF_KINDS } from '../../src/core/prove/kinds.ts';
import { MemoryStackHost } from './stack-host.ts';

type Schema = z.ZodMiniType;
interface Def {
  type: string;
  shape?: Record<string, Schema>;
  innerType?: Schema;
  element?: Schema;
  valueType?: Schema;
  options?: readonly Schema[];
  entries?: Record<string, string>;
  values?: readonly unknown[];
  checks?: readonly { _zod: { def: { pattern?: RegExp } } }[];
}

// Shapes that are told once and named everywhere else.
const NAMED: [Schema, string][] = [
  [condition, '[a condition](#conditions)'],
  [writtenTie, '[a tie](#ties)'],
  [writtenFrom, '[imports](#imports)'],
  [writtenPackages, '[imports](#imports) of packages'],
  [choice, '[a choice](#choices)'],
  [packageNeed, '[a package](#packages)'],
  [file, '[a file](#files)'],
];

/** The page of docs with every member of a definition, every joint and every fact: made from what checks definitions and from the hosts of the tests. */
export async function referencePage(): Promise<string> {
  const written = writtenSchema(PROOF_KINDS);
  const proof = defOf(defOf(defOf(written).shape?.proofs as Schema).innerType as Schema).element as Schema;
  if (!NAMED.some(([one]) => one === proof)) NAMED.push([proof, '[a proof](#proofs)']);
  const stacks = await readStacks();
  const proofs = Object.entries(defOf(proof).shape ?? {});
  const ties = Object.entries(defOf(writtenTie).shape ?? {});
  return [
    '# What a definition may say',
    '',
    'Made by the tests (`UPDATE_DOCS=1 npm test`) from the schema that checks definitions; [definition-format.md](definition-format.md)',
    'tells how to write one. Members in **bold** must be there.',
    '',
    '## The definition',
    '',
    members(written),
    '',
    '## Choices',
    '',
    'A question, of one of three kinds. A secret is asked for without an echo, or given in the environment (`LIGAMENT_SECRET_<NAME>`) or in a file (`--secret-file NAME=PATH`); it is written into an environment file only.',
    ...(defOf(choice).options ?? []).flatMap((one) => ['', members(one)]),
    '',
    '## Packages',
    '',
    'A range alone (`vue: ^3.5.0`), for production, or',
    '',
    members(defOf(packageNeed).options?.at(-1) as Schema),
    '',
    '## Files',
    '',
    members(file),
    '',
    '## Imports',
    '',
    `${sentence(wordsOf(writtenFrom))} Under each module stands a list of names, or an object in which \`default\` is the default export and \`*\` the whole module: \`{ vue: [ref], axios: { default: axios }, ./http: [http] }\`. An empty list loads the module for its effect.`,
    '',
    '## Conditions',
    '',
    members(condition, (name) => /^(any\[\]|not)\./.test(name)),
    '',
    '## Ties',
    '',
    'A tie has one key, its joint. Every tie may have `when`, [a condition](#conditions); where `from` may stand so may `esm` (the packages in it can be loaded as ES modules only).',
    ...ties.flatMap(([name, schema]) => kind(name, schema, ['when', 'esm'])),
    '',
    '## Where each stack has a joint',
    '',
    jointTable(stacks),
    '',
    '## Proofs',
    '',
    'A proof has one key, its kind. Every proof may have `when`, [a condition](#conditions).',
    ...proofs.flatMap(([name, schema]) => kind(name, schema, ['when'])),
    '',
    '## Facts',
    '',
    'Texts have them as `{{name}}`. In proofs there are `{{number}}`, made anew for each, and `{{port}}` of the server, too. The values are those of the projects in `test/stacks/hosts`; those of `style` are read off the sources.',
    '',
    factTable(stacks),
    '',
  ].join('\n');
}

function kind(name: string, schema: Schema, without: readonly string[]): string[] {
  return [
    '',
    `### \`${name}\``,
    '',
    sentence(wordsOf(schema)),
    '',
    members(schema, (member) => without.includes(member)),
  ];
}

function sentence(words = ''): string {
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;
}

/** A table of all that an object may have, nested objects by their paths. */
function members(schema: Schema, isLeftOut: (name: string) => boolean = () => false): string {
  const rows = rowsOf(schema, '').filter(({ name }) => !isLeftOut(name));
  const lines = rows.map(
    ({ name, must, form, words }) => `| ${must ? `**\`${name}\`**` : `\`${name}\``} | ${form} | ${cell(words)} |`,
  );
  return ['| member | form | meaning |', '| --- | --- | --- |', ...lines].join('\n');
}

interface Row {
  name: string;
  must: boolean;
  form: string;
  words: string;
}

function rowsOf(schema: Schema, prefix: string): Row[] {
  const { shape = {} } = defOf(open(schema).schema);
  return Object.entries(shape).flatMap(([key, value]) => {
    const name = prefix + key;
    const { schema: inner, optional } = open(value);
    const row = { name, must: !optional, form: formOf(value), words: wordsOf(value) ?? wordsOf(inner) ?? '' };
    return [row, ...(isNamed(inner) ? [] : below(inner, name))];
  });
}

function below(schema: Schema, name: string): Row[] {
  if (isNamed(schema)) return [];
  const { type, element, valueType, options = [] } = defOf(schema);
  if (type === 'object') return rowsOf(schema, `${name}.`);
  if (type === 'array' && element) return below(open(element).schema, `${name}[]`);
  if (type === 'record' && valueType) return below(open(valueType).schema, `${name}.<name>`);
  return options.flatMap((one) => below(open(one).schema, name));
}

function isNamed(schema: Schema): boolean {
  return NAMED.some(([one]) => one === schema);
}

/** A schema without what only says that it may be absent. */
function open(schema: Schema): { schema: Schema; optional: boolean } {
  const named = NAMED.find(([one]) => one === schema);
  const { type, innerType } = defOf(schema);
  if (named || type !== 'optional' || !innerType) return { schema, optional: false };
  return { schema: open(innerType).schema, optional: true };
}

function formOf(value: Schema): string {
  const { schema } = open(value);
  const named = NAMED.find(([one]) => one === schema)?.[1];
  if (named !== undefined) return named;
  const { type, element, valueType, options = [], entries, values } = defOf(schema);
  if (type === 'string') return 'text';
  if (type === 'number') return 'number';
  if (type === 'boolean') return '`true` or `false`';
  if (type === 'literal') return (values ?? []).map((one) => `\`${String(one)}\``).join(', ');
  if (type === 'enum') {
    const all = Object.values(entries ?? {});
    return all.length === JOINT_NAMES.length ? 'a joint' : all.map((one) => `\`${one}\``).join(', ');
  }
  if (type === 'array' && element) return `list of ${plural(formOf(element))}`;
  if (type === 'record' && valueType) return `by name: ${formOf(valueType)}`;
  if (type === 'union') return [...new Set(options.map(formOf))].join(', or ');
  return type === 'object' ? 'members' : 'any value';
}

function plural(form: string): string {
  const known: Record<string, string> = { text: 'texts', members: 'members', 'a joint': 'joints' };
  return known[form] ?? form;
}

interface StackExample {
  id: string;
  joints: readonly string[];
  values: Record<string, string>;
}

/** What the hosts of the tests show of each stack. */
async function readStacks(): Promise<StackExample[]> {
  const ids = fs.readdirSync(path.join(projectRoot(), 'test/stacks/hosts')).sort();
  const found: StackExample[] = [];
  for (const host of ids) {
    const context = await new MemoryStackHost(host).open();
    for (const { folder } of context.facts.workspaces)
      for (const stack of await bareSides(context, folder)) {
        if (stack.side === 'tools') continue;
        const { workspace } = stack;
        const at = {
          workspace,
          style: workspace.style,
          stack,
          choices: {},
          hasPeople: false,
          reader: context.reader,
          root: context.host.root,
        };
        found.push({ id: stack.id, joints: stack.joints.map(({ name }) => name), values: factValues(at) });
      }
  }
  return found;
}

function jointTable(stacks: readonly StackExample[]): string {
  const ids = [...new Set(stacks.map(({ id }) => id))].sort();
  const rows = JOINT_NAMES.map((name) => {
    const has = (id: string): boolean => stacks.some((one) => one.id === id && one.joints.includes(name));
    return `| \`${name}\` | ${JOINTS[name].what} | ${ids.map((id) => (has(id) ? 'yes' : '')).join(' | ')} |`;
  });
  return [
    `| joint | what it is | ${ids.join(' | ')} |`,
    `| --- | --- | ${ids.map(() => '---').join(' | ')} |`,
    ...rows,
  ].join('\n');
}

function factTable(stacks: readonly StackExample[]): string {
  const rows = FACT_NAMES.map((name) => `| \`${name}\` | ${cell(FACTS[name])} | ${valuesOf(stacks, name)} |`);
  return ['| fact | what it says | values |', '| --- | --- | --- |', ...rows].join('\n');
}

/** Its values with the stacks that have them; what stands for nothing is left out. */
function valuesOf(stacks: readonly StackExample[], name: string): string {
  if (name.startsWith('style.') || name === 'workspace') return '';
  const by = new Map<string, Set<string>>();
  for (const { id, values } of stacks) {
    const value = values[name] ?? '';
    if (value === '') continue;
    const shown = value.length > 60 ? `${value.slice(0, 57)}…` : value;
    by.set(shown, (by.get(shown) ?? new Set()).add(id));
  }
  return [...by]
    .slice(0, 4)
    .map(([value, ids]) => `${code(value)} (${[...ids].sort().join(', ')})`)
    .join('; ');
}

function code(value: string): string {
  const text = value.replaceAll('\n', ' ⏎ ').replaceAll('|', '\\|');
  return text.includes('`') ? `\`\` ${text} \`\`` : `\`${text}\``;
}

function cell(words: string): string {
  return words.replaceAll('|', '\\|');
}

function defOf(schema: Schema): Def {
  return schema._zod.def as unknown as Def;
}
