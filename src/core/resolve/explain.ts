import type { Chosen, NoSolution, Question, Solution } from './question.ts';
import type { Fact, Rules } from './rules.ts';

/** Why a version was chosen, in words: "newest that accepts vite 4.5.14 (4.3.5 requires vite ^5 || ^6)". */
export function reasonFor<Asked extends Question, Document, Meta>(
  one: Chosen<Meta>,
  { refused }: Solution<Meta>,
  question: Asked,
  rules: Rules<Asked, Document, Meta>,
): string {
  const by = one.broughtBy ? `${one.broughtBy.name} requires it (${one.broughtBy.range}); ` : '';
  const preferred = question.preferred.get(one.name);
  if (preferred?.version === one.version) return `${by}${preferred.words}`;
  const [first] = [...(refused.get(one.name) ?? [])].filter(
    ([version]) => rules.compare(version, one.version) > 0 || version === preferred?.version,
  );
  const own = rules.isDeprecated(one.meta) ? 'deprecated, but nothing else fits' : undefined;
  if (own) return `${by}${own}`;
  if (first) return `${by}newest that ${first[1].lacking} (${first[0]} ${first[1].words})`;
  const range = question.wants.find(({ name }) => name === one.name)?.range;
  return `${by}newest${range === undefined || range === '*' ? '' : ` of ${range}`}`;
}

/** The facts of a question that objections speak of, those that are likeliest to be changed last. */
export function factsOf<Asked extends Question, Document, Meta>(
  question: Asked,
  { refused }: NoSolution,
  rules: Rules<Asked, Document, Meta>,
): Fact[] {
  const spoken = new Set(
    [...refused.values()].flatMap((versions) => [...versions.values()].flatMap(({ asks }) => asks ?? [])),
  );
  const wants = question.wants.map(({ name, range, by }) => ({
    id: `want ${name} ${by}`,
    words: `${by} requires ${name} ${range}`,
  }));
  const present = [...question.present.values()]
    .filter(({ name }) => spoken.has(`present ${name}`))
    .map(({ name, version, range, holder }) => ({
      id: `present ${name}`,
      words: `${holder} has ${name} ${version ?? range}`,
    }));
  const { before, after } = rules.facts(question, spoken);
  return [...wants, ...before, ...present, ...after];
}

/** The question without one of its facts. */
export function without<Asked extends Question, Document, Meta>(
  question: Asked,
  id: string,
  rules: Rules<Asked, Document, Meta>,
): Asked {
  const own = rules.without(question, id);
  if (own) return own;
  if (id.startsWith('present ')) {
    const present = new Map(question.present);
    present.delete(id.slice('present '.length));
    return { ...question, present };
  }
  return { ...question, wants: question.wants.filter(({ name, by }) => `want ${name} ${by}` !== id) };
}

/** What would resolve a clash if one fact were otherwise, given the answer without it; undefined where nothing is to be said. */
export function remedy<Asked extends Question, Document, Meta>(
  id: string,
  question: Asked,
  solution: Solution<Meta>,
  rules: Rules<Asked, Document, Meta>,
): string | undefined {
  if (!id.startsWith('present ')) return rules.remedy(id, solution);
  const name = id.slice('present '.length);
  const here = question.present.get(name);
  const asked = [...solution.chosen.values()]
    .flatMap(({ meta }) => rules.requires(meta, name) ?? [])
    .filter((range) => here?.version === undefined || !rules.satisfies(here.version, range));
  const chosen = solution.chosen.get(name);
  if (asked.length > 0)
    return `have ${name} ${[...new Set(asked)].join(' and ')}${chosen ? ` (${chosen.version} would do)` : ''}`;
  return `update ${name}, or take it out`;
}

/** What spoke against each package's best version, one line each. */
export function objections({ empty, refused }: NoSolution): string[] {
  const lines = [...refused].flatMap(([name, versions]) => {
    const [first] = versions;
    return first && !empty.has(name) ? [`${name} ${first[0]} ${first[1].words}`] : [];
  });
  return [...empty.values(), ...lines];
}
