import semver from 'semver';
import { inRange } from './candidates.ts';
import type { Chosen, NoSolution, Question, Solution } from './question.ts';

/** Why a version was chosen, in words: "newest that accepts vite 4.5.14 (4.3.5 wants vite ^5 || ^6)". */
export function reasonFor(one: Chosen, { refused }: Solution, question: Question): string {
  const by = one.broughtBy ? `${one.broughtBy.name} wants it (${one.broughtBy.range}); ` : '';
  const preferred = question.preferred.get(one.name);
  if (preferred?.version === one.version) return `${by}${preferred.words}`;
  const [first] = [...(refused.get(one.name) ?? [])].filter(
    ([version]) => semver.gt(version, one.version) || version === preferred?.version,
  );
  const own = one.meta.deprecated ? 'deprecated, but nothing else fits' : undefined;
  if (own) return `${by}${own}`;
  if (first) return `${by}newest that ${first[1].lacking} (${first[0]} ${first[1].words})`;
  const range = question.wants.find(({ name }) => name === one.name)?.range;
  return `${by}newest${range === undefined || range === '*' ? '' : ` of ${range}`}`;
}

/** One fact that a clash consists of, and what would resolve it if it were otherwise. */
export interface Fact {
  id: string;
  words: string;
}

/** The facts of a question that objections speak of, those that are likeliest to be changed last. */
export function factsOf(question: Question, { refused }: NoSolution): Fact[] {
  const spoken = new Set(
    [...refused.values()].flatMap((versions) => [...versions.values()].flatMap(({ asks }) => asks ?? [])),
  );
  const facts: Fact[] = question.wants.map(({ name, range, by }) => ({
    id: `want ${name} ${by}`,
    words: `${by} wants ${name} ${range}`,
  }));
  if (question.overrides.length > 0)
    facts.push({ id: 'overrides', words: 'the root manifest puts other ranges in the place of some' });
  const { platform, engines, node } = question;
  if (platform && spoken.has('platform'))
    facts.push({ id: 'platform', words: `this machine is ${platform.os} on ${platform.cpu}` });
  for (const { name, version, range, holder } of question.present.values())
    if (spoken.has(`present ${name}`))
      facts.push({ id: `present ${name}`, words: `${holder} has ${name} ${version ?? range}` });
  if (engines && spoken.has('engines'))
    facts.push({ id: 'engines', words: `${engines.file} says that the project runs on Node ${engines.range}` });
  if (node !== undefined && spoken.has('node')) facts.push({ id: 'node', words: `Node ${node} runs here` });
  return facts;
}

/** The question without one of its facts. */
export function without(question: Question, id: string): Question {
  if (id === 'node') return { ...question, node: undefined };
  if (id === 'engines') return { ...question, engines: undefined };
  if (id === 'platform') return { ...question, platform: undefined };
  if (id === 'overrides') return { ...question, overrides: [] };
  if (id.startsWith('present ')) {
    const present = new Map(question.present);
    present.delete(id.slice('present '.length));
    return { ...question, present };
  }
  return { ...question, wants: question.wants.filter(({ name, by }) => `want ${name} ${by}` !== id) };
}

/** What would resolve a clash if one fact were otherwise, given the answer without it; undefined where nothing is to be said. */
export function remedy(id: string, question: Question, solution: Solution): string | undefined {
  const ranges = engineRanges(solution);
  if (id === 'node' || id === 'engines') {
    if (ranges.length === 0) return undefined;
    return id === 'node' ? `run Node ${ranges.join(' and ')}` : `let the project ask for Node ${ranges.join(' and ')}`;
  }
  if (id === 'overrides') return 'take the override out of the root manifest';
  if (!id.startsWith('present ')) return undefined;
  const name = id.slice('present '.length);
  const here = question.present.get(name);
  const asked = peersOn(name, solution).filter((range) => here?.version === undefined || !inRange(here.version, range));
  const chosen = solution.chosen.get(name);
  if (asked.length > 0)
    return `have ${name} ${[...new Set(asked)].join(' and ')}${chosen ? ` (${chosen.version} would do)` : ''}`;
  return `update ${name}, or take it out`;
}

function engineRanges({ chosen }: Solution): string[] {
  return [...new Set([...chosen.values()].flatMap(({ meta }) => meta.engines?.node ?? []))];
}

function peersOn(name: string, { chosen }: Solution): string[] {
  return [...chosen.values()].flatMap(({ meta }) => meta.peerDependencies?.[name] ?? []);
}

/** What spoke against each package's best version, one line each. */
export function objections({ empty, refused }: NoSolution): string[] {
  const lines = [...refused].flatMap(([name, versions]) => {
    const [first] = versions;
    return first && !empty.has(name) ? [`${name} ${first[0]} ${first[1].words}`] : [];
  });
  return [...empty.values(), ...lines];
}
