import { candidatesIn, isRange } from './candidates.ts';
import { Dependencies } from './dependencies.ts';
import { fixedObjectionTo, objectionTo, type Standing } from './objections.ts';
import { overridden, peerRange } from './overrides.ts';
import type { Candidate, Chosen, Lookup, NoSolution, Objection, Question, Solution } from './question.ts';

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
  broughtBy: Chosen['broughtBy'];
}

/**
 * Finds the best versions that hold together: tried newest first, and where no version of a package will do, back to
 * the nearest choice that stands in its way (conflict-directed backjumping). Peers that are wanted and not there come
 * along. Where `missing` is not empty the registry has to be asked and the question put again.
 */
export function solve(question: Question, lookup: Lookup, steps = MOST_STEPS): Solution | NoSolution {
  return new Search(question, lookup, steps).run();
}

class Search {
  readonly #question: Question;
  readonly #lookup: Lookup;
  readonly #missing = new Set<string>();
  readonly #unknown = new Set<string>();
  readonly #chosen = new Map<string, Chosen>();
  readonly #refused = new Map<string, Map<string, Objection>>();
  readonly #empty = new Map<string, string>();
  readonly #standing: Standing;
  readonly #agenda: Goal[];
  /** What speaks against versions whatever else is chosen, by `name@version`. */
  readonly #fixed = new Map<string, Objection | undefined>();
  /** How often each package was given another version. */
  readonly #changes = new Map<string, number>();
  readonly #most: number;
  #steps = 0;
  #gaveUp = false;

  constructor(question: Question, lookup: Lookup, most: number) {
    this.#most = most;
    this.#question = question;
    this.#lookup = lookup;
    const names = new Set(question.wants.map(({ name }) => name));
    this.#agenda = [...names].map((name) => ({ name, broughtBy: undefined }));
    const dependencies = new Dependencies(question, lookup, this.#missing);
    this.#standing = { question, lookup, missing: this.#missing, chosen: this.#chosen, dependencies };
  }

  run(): Solution | NoSolution {
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
        objectionTo(this.#standing, goal.name, candidate) ??
        this.#tryWith(goal, candidate, index);
      if (!objection) return undefined;
      if ('at' in objection) return objection;
      this.#note(goal.name, candidate.version, objection);
      for (const other of objection.with) inTheWay.add(other);
    }
    return { at: goal.name, inTheWay };
  }

  #fixedObjection(name: string, candidate: Candidate): Objection | undefined {
    const key = `${name}@${candidate.version}`;
    if (!this.#fixed.has(key)) this.#fixed.set(key, fixedObjectionTo(this.#standing, name, candidate));
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
  #tryWith(goal: Goal, candidate: Candidate, index: number): Objection | DeadEnd | undefined {
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

  #candidatesFor({ name, broughtBy }: Goal): Candidate[] | 'unknown' {
    const packument = this.#lookup(name);
    if (packument === 'unknown') {
      this.#missing.add(name);
      this.#unknown.add(name);
      return 'unknown';
    }
    if (packument === 'none') {
      this.#empty.set(name, `the registry does not have ${name}`);
      return [];
    }
    const wanted = this.#question.wants.filter((want) => want.name === name).map(({ range }) => range);
    const asked = broughtBy?.range ?? wanted[0] ?? '*';
    // What the host puts in the place of it must suit those who want it all the same.
    const replaced = overridden(this.#question.overrides, name, asked, undefined) ?? asked;
    const ranges = [...new Set([...wanted, replaced])];
    const tags = ranges.filter((range) => !isRange(range));
    const named = tags.map((tag) => packument['dist-tags'][tag]);
    const plain = ranges.filter((range) => isRange(range));
    const exact = named.filter((one) => one !== undefined);
    const preferred = this.#question.preferred.get(name)?.version;
    const found = candidatesIn(packument, [...plain, ...exact], preferred);
    const lost = tags.find((_, index) => named[index] === undefined);
    if (lost !== undefined) {
      const known = Object.keys(packument['dist-tags']).join(', ');
      this.#empty.set(name, `${name} has no dist-tag "${lost}" (it has ${known})`);
      return [];
    }
    if (found.length === 0) this.#empty.set(name, nothingIn(name, ranges, Object.keys(packument.versions)));
    return found;
  }

  /** Puts the peers of a version on the agenda that are neither there nor coming. */
  #bring(name: string, { version, meta }: Candidate): void {
    for (const [peer, written] of Object.entries(meta.peerDependencies ?? {})) {
      if (meta.peerDependenciesMeta?.[peer]?.optional === true || this.#question.present.has(peer)) continue;
      const range = peerRange(this.#question.overrides, peer, written, { name, version });
      if (range === undefined || this.#agenda.some((goal) => goal.name === peer)) continue;
      this.#agenda.push({ name: peer, broughtBy: { name, range } });
    }
  }

  /** Chosen packages whose peer ranges speak of a package. */
  #wanting(name: string): string[] {
    return [...this.#chosen.values()].filter(({ meta }) => meta.peerDependencies?.[name]).map((one) => one.name);
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

function nothingIn(name: string, ranges: readonly string[], versions: readonly string[]): string {
  const early = versions.filter((version) => version.includes('-'));
  if (versions.length > 0 && early.length === versions.length)
    return `${name} has only pre-releases (${versions.at(-1)}), and those are taken only when they are asked for`;
  return `${name} has no release in ${ranges.join(' and ')}`;
}
