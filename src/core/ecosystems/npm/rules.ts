import { inRange, isRange } from './versions.ts';
import { resolve as search, type Clash, type Resolved } from '../../resolve/resolve.ts';
import { solve as solveOnce, MOST_STEPS } from '../../resolve/solve.ts';
import semver from 'semver';
import { EXIT, Problem } from '../../problem.ts';
import type { Candidate, Solution } from '../../resolve/question.ts';
import type { Candidates, Rules } from '../../resolve/rules.ts';
import { candidatesIn, usualPick } from './candidates.ts';
import { Dependencies } from './dependencies.ts';
import { fixedObjectionTo, objectionTo } from './objections.ts';
import { overridden, peerRange } from './overrides.ts';
import { coversEngines } from './project-engines.ts';
import type { NpmQuestion, ProjectEngines } from './question.ts';
import type { Packument, PackageVersion, RegistryDoor } from './registry-door.ts';

type Lookup = (name: string) => Packument | 'none' | 'unknown';

/** npm's rules: peers, what a version runs on, what it depends on, and the root's overrides. */
const rules: Rules<NpmQuestion, Packument, PackageVersion> = {
  judge(search) {
    const dependencies = new Dependencies(search.question, search.lookup, search.missing);
    const standing = { ...search, dependencies };
    return {
      fixed: (name, candidate) => fixedObjectionTo(standing, name, candidate),
      beside: (name, candidate) => objectionTo(standing, name, candidate),
    };
  },
  candidates: candidatesOf,
  brings(question, name, { version, meta }) {
    return Object.entries(meta.peerDependencies ?? {}).flatMap(([peer, written]) => {
      if (meta.peerDependenciesMeta?.[peer]?.optional === true) return [];
      const range = peerRange(question.overrides, peer, written, { name, version });
      return range === undefined ? [] : [{ name: peer, range }];
    });
  },
  requires: (meta, name) => meta.peerDependencies?.[name],
  isDeprecated: ({ deprecated }) => Boolean(deprecated),
  satisfies: inRange,
  compare: semver.compare,
  usual: (question, packument, range) => usualPick(packument, range, question.node)?.version,
  facts({ overrides, platform, engines, node }, spoken) {
    const before = [];
    const after = [];
    if (overrides.length > 0)
      before.push({ id: 'overrides', words: 'the root manifest replaces the ranges of some packages by its own' });
    if (platform && spoken.has('platform'))
      before.push({ id: 'platform', words: `this machine is ${platform.os} on ${platform.cpu}` });
    if (engines && spoken.has('engines'))
      after.push({ id: 'engines', words: `${engines.file} says that the project runs on Node ${engines.range}` });
    if (node !== undefined && spoken.has('node')) after.push({ id: 'node', words: `Node ${node} runs here` });
    return { before, after };
  },
  without(question, id) {
    if (id === 'node') return { ...question, node: undefined };
    if (id === 'engines') return { ...question, engines: undefined };
    if (id === 'platform') return { ...question, platform: undefined };
    return id === 'overrides' ? { ...question, overrides: [] } : undefined;
  },
  remedy(id, solution) {
    if (id === 'overrides') return 'take the override out of the root manifest';
    const ranges = engineRanges(solution).join(' and ');
    if (ranges === '') return undefined;
    if (id === 'node') return `run Node ${ranges}`;
    return id === 'engines' ? `let the project ask for Node ${ranges}` : undefined;
  },
  notThere(name) {
    return new Problem({
      status: EXIT.refused,
      what: `The package registry does not have ${name}`,
      why: 'it answered 404',
      next: 'Check which registry your .npmrc names for this package, then try again. Nothing was changed.',
    });
  },
};

/**
 * Answers a question about npm packages by asking the registry as often as it takes; see `resolve/resolve.ts`. What the project says of
 * Node.js is a preference, unless it binds: a package without a version for all of that is taken in the newest that runs here.
 */
export async function resolve(
  question: NpmQuestion,
  registry: RegistryDoor,
): Promise<Resolved<PackageVersion>[] | Clash> {
  const ask = (one: NpmQuestion): Promise<Resolved<PackageVersion>[] | Clash> =>
    search(one, (name) => registry.packument(name), rules);
  const { engines } = question;
  const first = await ask(question);
  if (!('clash' in first) || !engines || engines.binds) return first;
  const except = new Set([...(engines.except ?? []), ...(await uncovered(question, engines, registry))]);
  const second = await ask({ ...question, engines: { ...engines, except } });
  // Where that is no answer either, something else stands in the way.
  return 'clash' in second ? ask({ ...question, engines: undefined }) : second;
}

/** Wanted packages that have no version in their range for all that the project runs on. */
async function uncovered(question: NpmQuestion, engines: ProjectEngines, registry: RegistryDoor): Promise<string[]> {
  const found: string[] = [];
  for (const name of new Set(question.wants.map((want) => want.name))) {
    const packument = await registry.packument(name);
    const ranges = question.wants.filter((want) => want.name === name).map(({ range }) => range);
    const fitting = packument ? candidatesIn(packument, ranges.filter(isRange)) : [];
    const covers = ({ meta }: Candidate<PackageVersion>): boolean =>
      meta.engines?.node === undefined || coversEngines(meta.engines.node, engines, question.node);
    if (!fitting.some(covers)) found.push(name);
  }
  return found;
}

/** One search among the documents that are known; see `resolve/solve.ts`. */
export function solve(
  question: NpmQuestion,
  lookup: Lookup,
  steps = MOST_STEPS,
): ReturnType<typeof solveOnce<NpmQuestion, Packument, PackageVersion>> {
  return solveOnce(question, lookup, rules, steps);
}

function candidatesOf(
  question: NpmQuestion,
  packument: Packument,
  wanted: readonly string[],
  brought: string | undefined,
): Candidates<PackageVersion> {
  const { name } = packument;
  const asked = brought ?? wanted[0] ?? '*';
  // What the host puts in the place of it must suit those who want it all the same.
  const replaced = overridden(question.overrides, name, asked, undefined) ?? asked;
  const ranges = [...new Set([...wanted, replaced])];
  const tags = ranges.filter((range) => !isRange(range));
  const named = tags.map((tag) => packument['dist-tags'][tag]);
  const plain = ranges.filter((range) => isRange(range));
  const exact = named.filter((one) => one !== undefined);
  const lost = tags.find((_, index) => named[index] === undefined);
  if (lost !== undefined) {
    const known = Object.keys(packument['dist-tags']).join(', ');
    return { none: `${name} has no dist-tag "${lost}" (it has ${known})` };
  }
  const found: Candidate<PackageVersion>[] = candidatesIn(
    packument,
    [...plain, ...exact],
    question.preferred.get(name)?.version,
  );
  return found.length > 0 ? { found } : { none: nothingIn(name, ranges, Object.keys(packument.versions)) };
}

function nothingIn(name: string, ranges: readonly string[], versions: readonly string[]): string {
  const early = versions.filter((version) => version.includes('-'));
  if (versions.length > 0 && early.length === versions.length)
    return `${name} has only pre-releases (${versions.at(-1)}), and those are taken only when they are asked for`;
  return `${name} has no release in ${ranges.join(' and ')}`;
}

function engineRanges({ chosen }: Solution<PackageVersion>): string[] {
  return [...new Set([...chosen.values()].flatMap(({ meta }) => meta.engines?.node ?? []))];
}
