import { wayTo } from '../path-names.ts';
import { importText } from '../formats/script/import-text.ts';
import { type Circumstances } from './circumstances.ts';
import { fillFragments } from '../definition/fill.ts';
import type { ProofSpec, Way } from '../definition/definition.ts';
import { proofOn, type ProofKinds, type ProvedSide } from '../definition/proof-kind.ts';
import type { WayFile } from '../definition/way.ts';
import type { Traits } from '../joints/traits.ts';
import type { Condition } from '../definition/conditions.ts';
import { isRecord } from '../records.ts';
import { aliasesImport } from './aliases.ts';
import { classList } from '../formats/php/class-list.ts';
import { holds } from './conditions.ts';
import { clientLine, factValues } from './values.ts';

/** A way with only what is meant for a workspace: its conditions looked up. */
export function settleWay(way: Way, at: Circumstances): Way {
  return {
    ...way,
    packages: Object.fromEntries(Object.entries(way.packages).filter(([, need]) => holds(need.when, at))),
    ties: way.ties.filter((tie) => holds(tie.when, at)),
    files: way.files && settleFiles(way.files, at, way.fragments),
    ...(way.commands ? { commands: way.commands.filter((command) => holds(command.when, at)) } : {}),
  };
}

/** Files with only what is meant for a workspace, and with fragments in their places. */
export function settleFiles(files: readonly WayFile[], at: Circumstances, fragments: Way['fragments'] = {}): WayFile[] {
  return files
    .filter((file) => holds(file.when, at))
    .map((file) => ({
      ...file,
      text: withPublicNames(withFragments(file.text ?? '', fragments, at), at.stack.traits),
      ...(file.merge ? { merge: file.merge.filter(({ when }) => holds(when, at)) } : {}),
    }));
}

/** A text with fragments in their places: of each the first variant whose condition holds. */
function withFragments(text: string, fragments: NonNullable<Way['fragments']>, at: Circumstances): string {
  return fillFragments(
    text,
    (name) =>
      IMPORTS[name]?.(at.stack.traits) ??
      (fragments[name] && (fragments[name].find(({ when }) => holds(when, at))?.text ?? '')),
  );
}

/** Facts that take a line of their own with them where they are empty. */
const IMPORTS: Record<string, (traits: Traits) => string> = {
  'public.import': publicImport,
  'aliases.import': aliasesImport,
  'elements.import': ({ elementsImport = '' }) => elementsImport,
  client: clientLine,
};

/** The import that the code needs by which sources of the browser get variables; empty where it needs none. */
function publicImport({ publicEnvironment, folder }: Traits): string {
  if (!publicEnvironment?.import) return '';
  const { name, file } = publicEnvironment.import;
  return importText(undefined, { from: wayTo(folder, file), named: { [name]: name } });
}

/** A text with the code for each variable that browsers get in the place of its name. */
function withPublicNames(text: string, { publicEnvironment }: Traits): string {
  return text.replaceAll(
    /\{\{\s*public\.env\s*\}\}([A-Z][A-Z0-9_]*)/g,
    (_, name: string) => publicEnvironment?.code(name) ?? `process.env.${name}`,
  );
}

/** The proofs that are meant for a workspace, filled with its facts; choices and random values are filled when it is proved. */
export function settleProofs({ proofs }: Pick<Way, 'proofs'>, at: Circumstances, kinds: ProofKinds): ProofSpec[] {
  const facts = factValues(at);
  const side = provedSide(at.stack.traits);
  return proofs
    .filter((spec) => holds(spec.when, at))
    .map((spec) => {
      const settled = { ...proofOn(kinds, spec, side) };
      delete settled.when;
      return fillFacts(onlyMeant(settled, at), facts);
    });
}

/** A proof with only those members of its lists whose conditions hold. */
function onlyMeant(spec: ProofSpec, at: Circumstances): ProofSpec {
  const meant = (value: unknown): unknown => {
    if (!Array.isArray(value)) return value;
    return value
      .filter((one: unknown) => !isRecord(one) || holds(one.when as Condition | undefined, at))
      .map((one: unknown) => (isRecord(one) ? omitWhen(one) : one));
  };
  return Object.fromEntries(Object.entries(spec).map(([key, value]) => [key, meant(value)])) as ProofSpec;
}

function omitWhen(record: Record<string, unknown>): Record<string, unknown> {
  const rest = { ...record };
  delete rest.when;
  return rest;
}

function provedSide({ runtime, shownBy }: Traits): ProvedSide {
  return { shows: runtime === 'server' ? 'server' : (shownBy ?? 'module') };
}

/** What the texts of a definition are filled with. */
export function valuesFor(at: Circumstances): Record<string, string> {
  return { ...factValues(at), ...at.choices, ...asCode(at.choices) };
}

/** Answers that are classes of PHP, as the code of a list. */
function asCode(choices: Readonly<Record<string, string>>): Record<string, string> {
  return Object.fromEntries(
    Object.entries(choices).flatMap(([key, value]) => {
      const code = classList(value);
      return code === undefined ? [] : [[`${key}.code`, code]];
    }),
  );
}

/** Fills in the facts alone: every other placeholder stays. */
function fillFacts<Value>(value: Value, facts: Readonly<Record<string, string>>): Value {
  if (typeof value === 'string')
    return value.replace(/\{\{\s*([\w.-]+)\s*\}\}/g, (whole, name: string) => facts[name] ?? whole) as Value;
  if (Array.isArray(value)) return value.map((item: unknown) => fillFacts(item, facts)) as Value;
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, item]) => [fillFacts(key, facts), fillFacts(item as unknown, facts)]),
  ) as Value;
}
