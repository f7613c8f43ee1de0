import type { Problem } from '../problem.ts';
import type { Candidate, Chosen, Lookup, Objection, Question, Solution } from './question.ts';

/** What is fixed and chosen so far in one search, as an ecosystem judges versions by it. */
export interface Standing<Asked, Document, Meta> {
  question: Asked;
  lookup: Lookup<Document>;
  /** Names that the source was not asked about yet: whoever would look them up adds them. */
  missing: Set<string>;
  chosen: ReadonlyMap<string, Chosen<Meta>>;
}

/** What an ecosystem holds against versions, in one search. */
export interface Judge<Meta> {
  /** What speaks against a version whatever else is chosen; undefined where nothing does. */
  fixed(name: string, candidate: Candidate<Meta>): Objection | undefined;
  /** What speaks against a version beside what is chosen so far. */
  beside(name: string, candidate: Candidate<Meta>): Objection | undefined;
}

/** One fact that a clash consists of, and what would resolve it if it were otherwise. */
export interface Fact {
  id: string;
  words: string;
}

/** The versions of a package that may be tried, best first; or why there are none. */
export type Candidates<Meta> = { found: Candidate<Meta>[]; none?: undefined } | { none: string };

/**
 * The version and constraint rules of an ecosystem: all that the search knows of it. `Asked` is its question, `Document` what its source
 * tells of a package, `Meta` what it tells of one version.
 */
export interface Rules<Asked extends Question, Document, Meta> {
  judge(standing: Standing<Asked, Document, Meta>): Judge<Meta>;
  /** `wanted` are the ranges of those who want it; `brought` is the range of the package that brings it along. */
  candidates(
    question: Asked,
    document: Document,
    wanted: readonly string[],
    brought: string | undefined,
  ): Candidates<Meta>;
  /** Packages that must come with a version, with the ranges that it requires. */
  brings(question: Asked, name: string, candidate: Candidate<Meta>): { name: string; range: string }[];
  /** The range that a version requires of another package beside it; undefined where it says nothing of it. */
  requires(meta: Meta, name: string): string | undefined;
  /** Whether its makers advise against a version. */
  isDeprecated(meta: Meta): boolean;
  satisfies(version: string, range: string): boolean;
  compare(a: string, b: string): number;
  /** The version that a manager takes by a range when nothing is locked. */
  usual(question: Asked, document: Document, range: string): string | undefined;
  /** The facts of a question beyond wants and what is present that objections (`asks`) speak of, likeliest to be changed last. */
  facts(question: Asked, spoken: ReadonlySet<string>): { before: Fact[]; after: Fact[] };
  /** The question without one of these facts; undefined where the id is none of them. */
  without(question: Asked, id: string): Asked | undefined;
  /** What would resolve a clash if one of these facts were otherwise; undefined where nothing is to be said. */
  remedy(id: string, solution: Solution<Meta>): string | undefined;
  /** The problem of a package that is wanted and that the source does not have. */
  notThere(name: string): Problem;
}
