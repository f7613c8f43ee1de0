import type { Candidate, Chosen, Lookup, NoSolution, Objection, Question, Solution } from './question.ts';
import type { Candidates, Judge, Rules } from './rules.ts';

/** So many versions are tried in one search: a real one takes some hundred, and nobody waits for more. */
export const MOST_STEPS = 20_000;

// What was changed most often is what most likely stands in the way.
const MOST_NAMED = 3;

/** Where the search went no further: the package that was left without a version, and those that stand in its way. */
interface DeadEnd {
  at: string;
  inTheWay: Set<string>;
}

interface Goal {
  name: string;
  broughtBy: Chosen<unknown>['broughtBy'];
}

/**
 * Finds the best versions that hold together: tried newest first, and where no version of a package will do, back to
 * the nearest choice that stands in its way (conflict-directed backjumping). What a version brings comes
 * along. Where `missing` is not empty the package source has to be asked and the question put again.
 */
export function solve<Asked extends Question, Document extends object, Meta>(
  question: Asked,
  lookup: Lookup<Document>,
  rules: Rules<Asked, Document, Meta>,
  steps = MOST_STEPS,
): Solution<Meta> | NoSolution {
  return new Search(question, lookup, rules, steps).run();
}

class Search<Asked extends Question, Document extends object, Meta> {
  readonly #question: Asked;
  readonly #lookup: Lookup<Document>;
  readonly #rules: Rules<Asked, Document, Meta>;
  readonly #missing = new Set<string>();
  readonly #unknown = new Set<string>();
  readonly #chosen = new Map<string, Chosen<Meta>>();
  readonly #refused = new Map<string, Map<string, Objection>>();
  readonly #empty = new Map<string, string>();
  readonly #judge: Judge<Meta>;
  readonly #agenda: Goal[];
  /** What speaks against versions whatever else is chosen, by `name@version`. */
  readonly #fixed = new Map<string, Objection | undefined>();
  /** How often each package was given another version. */
  readonly #changes = new Map<string, number>();
  readonly #most: number;
  #steps = 0;
  #gaveUp = false;

  constructor(question: Asked, lookup: Lookup<Document>, rules: Rules<Asked, Document, Meta>, most: number) {
    this.#most = most;
    this.#rules = rules;
    this.#question = question;
    this.#lookup = lookup;
    const names = new Set(question.wants.map(({ name }) => name));
    this.#agenda = [...names].map((name) => ({ name, broughtBy: undefined }));
    this.#judge = rules.judge({ question, lookup, missing: this.#missing, chosen: this.#chosen });
  }

  run(): Solution<Meta> | NoSolution {
    const conflict = this.#settle(0);
    const found = { refused: this.#refused, missing: this.#missing, unknown: this.#unknown, steps: this.#steps };
    if (conflict) return { clash: true, empty: this.#empty, gaveUp: this.#gaveUp, ...found };
    return { chosen: this.#chosen, ...found };
  }

  /** Settles what is on the agenda from an index on; tells the dead end where it cannot. */
  #settle(index: number): DeadEnd | undefined {
    const goal = this.#agenda[index];
    if (!goal) return undefined;
    const candidates = this.#candidatesFor(goal);
    // Without its document nothing can be said of it yet: the question is put again once it is there.
    if (candidates === 'unknown') return this.#settle(index + 1);
    const inTheWay = new Set<string>(goal.broughtBy ? [goal.broughtBy.name] : []);
    if (candidates.length === 0) for (const name of this.#wanting(goal.name)) inTheWay.add(name);
    for (const candidate of candidates) {
      this.#steps += 1;
      if (this.#steps > this.#most) return this.#giveUp(goal.name);
      const objection =
        this.#fixedObjection(goal.name, candidate) ??
        this.#judge.beside(goal.name, candidate) ??
        this.#tryWith(goal, candidate, index);
      if (!objection) return undefined;
      if ('at' in objection) return objection;
      this.#note(goal.name, candidate.version, objection);
      for (const other of objection.with) inTheWay.add(other);
    }
    return { at: goal.name, inTheWay };
  }

  #fixedObjection(name: string, candidate: Candidate<Meta>): Objection | undefined {
    const key = `${name}@${candidate.version}`;
    if (!this.#fixed.has(key)) this.#fixed.set(key, this.#judge.fixed(name, candidate));
    return this.#fixed.get(key);
  }

  /** Says that the search was not brought to its end. Without names in the way every choice is given up. */
  #giveUp(at: string): DeadEnd {
    this.#gaveUp = true;
    const often = [...this.#changes].sort(([, a], [, b]) => b - a).slice(0, MOST_NAMED);
    const named = often.map(([name, count]) => `${name} (${count} times)`).join(', ');
    const most = this.#most.toLocaleString('en');
    this.#empty.set(
      at,
      `no versions that hold together were found in ${most} tries, and no more were made; changed most often: ${named}`,
    );
    return { at, inTheWay: new Set() };
  }

  /** Chooses a version and goes on. A dead end comes back as it is where another version would not help. */
  #tryWith(goal: Goal, candidate: Candidate<Meta>, index: number): Objection | DeadEnd | undefined {
    const length = this.#agenda.length;
    this.#changes.set(goal.name, (this.#changes.get(goal.name) ?? 0) + 1);
    this.#chosen.set(goal.name, { ...candidate, ...goal });
    this.#bring(goal.name, candidate);
    const deadEnd = this.#settle(index + 1);
    if (!deadEnd) return undefined;
    this.#chosen.delete(goal.name);
    this.#agenda.length = length;
    if (!deadEnd.inTheWay.has(goal.name)) return deadEnd;
    deadEnd.inTheWay.delete(goal.name);
    return this.#leadsNowhere(deadEnd);
  }

  #candidatesFor({ name, broughtBy }: Goal): Candidate<Meta>[] | 'unknown' {
    const document = this.#lookup(name);
    if (document === 'unknown') {
      this.#missing.add(name);
      this.#unknown.add(name);
      return 'unknown';
    }
    const wanted = this.#question.wants.filter((want) => want.name === name).map(({ range }) => range);
    const candidates: Candidates<Meta> =
      document === 'none'
        ? { none: `the registry does not have ${name}` }
        : this.#rules.candidates(this.#question, document, wanted, broughtBy?.range);
    if (candidates.none === undefined) return candidates.found;
    this.#empty.set(name, candidates.none);
    return [];
  }

  /** Puts what a version brings along on the agenda where it is neither there nor coming. */
  #bring(name: string, candidate: Candidate<Meta>): void {
    for (const { name: other, range } of this.#rules.brings(this.#question, name, candidate)) {
      if (this.#question.present.has(other) || this.#agenda.some((goal) => goal.name === other)) continue;
      this.#agenda.push({ name: other, broughtBy: { name, range } });
    }
  }

  /** Chosen packages that require something of a package. */
  #wanting(name: string): string[] {
    return [...this.#chosen.values()]
      .filter(({ meta }) => this.#rules.requires(meta, name) !== undefined)
      .map((one) => one.name);
  }

  #note(name: string, version: string, objection: Objection): void {
    const known = this.#refused.get(name) ?? new Map<string, Objection>();
    if (!known.has(version)) known.set(version, objection);
    this.#refused.set(name, known);
  }

  /** The objection to a version that is fine by itself, but leaves none for what follows. */
  #leadsNowhere({ at, inTheWay }: DeadEnd): Objection {
    const [version, why] = [...(this.#refused.get(at) ?? [])][0] ?? [];
    const detail = version !== undefined && why ? `${version} ${why.words}` : (this.#empty.get(at) ?? 'none will do');
    return { lacking: `leaves one for ${at}`, words: `leaves none for ${at}: ${detail}`, with: [...inTheWay] };
  }
}
