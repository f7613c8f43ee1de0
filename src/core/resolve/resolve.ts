import { factsOf, objections, reasonFor, remedy, without } from './explain.ts';
import type { Lookup, NoSolution, Question, Solution } from './question.ts';
import type { Fact, Rules } from './rules.ts';
import { MOST_STEPS, solve } from './solve.ts';

// An answer and all that is asked to explain why there is none take no more tries than so many together.
const MOST_TOGETHER = 5 * MOST_STEPS;

export interface Resolved<Meta> {
  name: string;
  version: string;
  /** Why this one, in words: "newest that accepts vite 4.5.14 (…)". */
  reason: string;
  /** The wanted package that brings it along as its peer. */
  broughtBy: string | undefined;
  meta: Meta;
  /** The version that a package manager installs by a range when nothing is locked. */
  usual: (range: string) => string | undefined;
}

/** Facts that cannot all hold: leaving out any one of them would leave an answer. */
export interface Clash {
  /** The facts in words, then what speaks against the best versions. */
  clash: string[];
  /** What would resolve it, one way each. */
  remedies: string[];
}

/**
 * Answers a question by asking the package source for what it needs to know, as often as it takes. Throws what the source
 * throws of a package that is to be chosen; of what is only depended on it counts as good what cannot be asked about.
 */
export async function resolve<Asked extends Question, Document extends object, Meta>(
  question: Asked,
  ask: AskFor<Document>,
  rules: Rules<Asked, Document, Meta>,
): Promise<Resolved<Meta>[] | Clash> {
  const asked = new Documents(ask, rules);
  const answer = await asked.answer(question);
  if ('clash' in answer)
    return answer.gaveUp ? { clash: [...answer.empty.values()], remedies: [] } : explainClash(question, answer, asked);
  const usual = (name: string, range: string): string | undefined => {
    const document = asked.lookup(name);
    return typeof document === 'string' ? undefined : rules.usual(question, document, range);
  };
  return [...answer.chosen.values()].map((one) => ({
    name: one.name,
    version: one.version,
    reason: reasonFor(one, answer, question, rules),
    broughtBy: one.broughtBy?.name,
    meta: one.meta,
    usual: (range) => usual(one.name, range),
  }));
}

/** Asks the package source about a package; undefined where it does not have it. */
export type AskFor<Document> = (name: string) => Promise<Document | undefined>;

/** Package documents as far as they were asked for. */
class Documents<Asked extends Question, Document extends object, Meta> {
  readonly rules: Rules<Asked, Document, Meta>;
  readonly #known = new Map<string, Document | 'none'>();
  /** What the source would not tell: the network, credentials, or nothing may be fetched. */
  readonly #untold = new Map<string, unknown>();
  readonly #source: AskFor<Document>;
  /** Versions that may still be tried to explain a clash. */
  #left = MOST_TOGETHER;

  constructor(source: AskFor<Document>, rules: Rules<Asked, Document, Meta>) {
    this.#source = source;
    this.rules = rules;
  }

  readonly lookup: Lookup<Document> = (name) => this.#known.get(name) ?? 'unknown';

  async answer(question: Asked): Promise<Solution<Meta> | NoSolution> {
    const needed = new Set(question.wants.map(({ name }) => name));
    await this.#ask(needed, needed);
    for (;;) {
      const answer = solve(question, this.lookup, this.rules, Math.max(0, Math.min(MOST_STEPS, this.#left)));
      this.#left -= answer.steps;
      for (const name of answer.unknown) if (this.#untold.has(name)) throw this.#untold.get(name);
      const missing = [...answer.missing].filter((name) => !this.#untold.has(name));
      if (missing.length === 0) return answer;
      await this.#ask(new Set(missing), needed);
    }
  }

  async #ask(names: ReadonlySet<string>, needed: ReadonlySet<string>): Promise<void> {
    const ask = async (name: string): Promise<void> => {
      if (this.#known.has(name)) return;
      try {
        const document = await this.#source(name);
        if (!document && needed.has(name)) throw this.rules.notThere(name);
        this.#known.set(name, document ?? 'none');
      } catch (error) {
        if (needed.has(name)) throw error;
        // Of what only might stand in the way: who cannot be asked about it has nothing against it.
        this.#untold.set(name, error);
      }
    };
    await Promise.all([...names].map(ask));
  }
}

// Clashes that have nothing to do with each other are told together; more than so many help nobody.
const MOST_CLASHES = 4;

/** Tells the facts that clash, and what would resolve it: one fact otherwise where that is enough, else several. */
async function explainClash<Asked extends Question, Document extends object, Meta>(
  question: Asked,
  first: NoSolution,
  asked: Documents<Asked, Document, Meta>,
): Promise<Clash> {
  const words: string[] = [];
  const changed: Fact[] = [];
  let rest = question;
  let failing = first;
  for (let round = 0; round < MOST_CLASHES; round += 1) {
    const { facts, last } = await smallestClash(rest, failing, asked);
    words.push(...facts.map((fact) => fact.words), ...objections(last));
    const changeable = facts.filter(({ id }) => !id.startsWith('want '));
    const remedies = round === 0 ? await singleRemedies(question, changeable, asked) : [];
    const fact = changeable.at(-1);
    if (remedies.length > 0 || !fact) return { clash: unique(words), remedies };
    changed.push(fact);
    rest = without(rest, fact.id, asked.rules);
    const answer = await asked.answer(rest);
    if (!('clash' in answer)) {
      const together = changed.flatMap(({ id }) => remedy(id, question, answer, asked.rules) ?? []);
      return { clash: unique(words), remedies: [together.join(', and ')] };
    }
    failing = answer;
  }
  return { clash: unique(words), remedies: [] };
}

/** What would resolve a clash if one fact alone were otherwise. */
async function singleRemedies<Asked extends Question, Document extends object, Meta>(
  question: Asked,
  facts: readonly Fact[],
  asked: Documents<Asked, Document, Meta>,
): Promise<string[]> {
  const remedies: string[] = [];
  for (const { id } of facts) {
    const answer = await asked.answer(without(question, id, asked.rules));
    const help = 'clash' in answer ? undefined : remedy(id, question, answer, asked.rules);
    if (help !== undefined) remedies.push(help);
  }
  return remedies;
}

/**
 * Leaves out one fact after the other: what can be left out without an answer coming has no part in the clash. Of a host
 * with hundreds of packages only those are tried that some objection speaks of.
 */
async function smallestClash<Asked extends Question, Document extends object, Meta>(
  question: Asked,
  first: NoSolution,
  asked: Documents<Asked, Document, Meta>,
): Promise<{ facts: Fact[]; last: NoSolution }> {
  let rest = question;
  let last = first;
  const tried = new Set<string>();
  const needed: Fact[] = [];
  for (let facts = factsOf(rest, last, asked.rules); facts.length > 0;) {
    for (const fact of facts) {
      tried.add(fact.id);
      const fewer = without(rest, fact.id, asked.rules);
      const answer = await asked.answer(fewer);
      if ('clash' in answer) {
        rest = fewer;
        last = answer;
      } else needed.push(fact);
    }
    facts = factsOf(rest, last, asked.rules).filter(({ id }) => !tried.has(id));
  }
  return { facts: needed, last };
}

function unique(lines: readonly string[]): string[] {
  return [...new Set(lines)];
}
