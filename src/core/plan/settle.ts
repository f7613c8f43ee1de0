import type { Definition, ProofSpec, Way } from '../definition/schema.ts';
import { holds, type Circumstances } from './conditions.ts';
import { factValues } from './values.ts';

/** A way with only what is meant for a workspace: its conditions looked up. */
export function settleWay(way: Way, at: Circumstances): Way {
  return {
    ...way,
    packages: Object.fromEntries(Object.entries(way.packages).filter(([, need]) => holds(need.when, at))),
    ties: way.ties.filter((tie) => holds(tie.when, at)),
    files: way.files
      ?.filter((file) => holds(file.when, at))
      .map((file) => ({ ...file, text: withFragments(file.text ?? '', way, at) })),
  };
}

/** A text with the fragments of its way in their places; one that is empty takes its line with it. */
function withFragments(text: string, { fragments = {} }: Way, at: Circumstances): string {
  return text.replaceAll(/^([ \t]*)\/\/ \{\{([\w.-]+)\}\}\r?\n/gm, (whole, indent: string, name: string) => {
    const variants = fragments[name];
    if (!variants) return whole;
    const fitting = variants.find(({ when }) => holds(when, at))?.text.trim() ?? '';
    return fitting === '' ? '' : `${fitting.replaceAll(/^(?=.)/gm, indent)}\n`;
  });
}

/** The proofs that are meant for a workspace, filled with its facts; choices and random values are filled when it is proved. */
export function settleProofs(definition: Pick<Definition, 'proofs'>, at: Circumstances): ProofSpec[] {
  const facts = factValues(at);
  return definition.proofs
    .filter((spec) => holds(spec.when, at))
    .map((spec) => {
      const settled = { ...spec };
      delete settled.when;
      return fillFacts(settled, facts);
    });
}

/** What the texts of a definition are filled with. */
export function valuesFor(at: Circumstances): Record<string, string> {
  return { ...factValues(at), ...at.choices };
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
