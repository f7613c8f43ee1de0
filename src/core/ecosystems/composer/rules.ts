import { EXIT, Problem } from '../../problem.ts';
import type { Fact, Rules } from '../../resolve/rules.ts';
import { resolve as search, type Clash, type Resolved } from '../../resolve/resolve.ts';
import { candidatesIn } from './candidates.ts';
import { composerVersions } from './constraints.ts';
import type { Release } from './lock.ts';
import { fixedObjectionTo, objectionTo, titleOf } from './objections.ts';
import type { ComposerQuestion } from './question.ts';
import type { ComposerPackage, ComposerSource } from './source-door.ts';
import { plainVersion } from './versions.ts';

/** Composer's rules: requirements, conflicts and stand-ins, what runs here, and how stable versions must be. */
const rules: Rules<ComposerQuestion, ComposerPackage, Release> = {
  judge(standing) {
    const own = { ...standing, known: new Map<string, string | undefined>() };
    return {
      fixed: (name, candidate) => fixedObjectionTo(own, name, candidate),
      beside: (name, candidate) => objectionTo(own, name, candidate),
    };
  },
  candidates(question, document, wanted) {
    const found = candidatesIn(question, document, wanted);
    if (found.length > 0) return { found: preferredFirst(question, document.name, found) };
    const any = document.releases.filter(({ version }) =>
      wanted.every((one) => composerVersions.satisfies(version, one)),
    );
    const [newest] = any.sort((a, b) => composerVersions.compare(b.version, a.version));
    if (newest)
      return {
        none: `${document.name} has only ${plainVersion(newest.version)} in ${wanted.join(' and ')}, which is less stable than composer.json allows`,
      };
    return { none: `${document.name} has no version in ${wanted.join(' and ')}` };
  },
  // What a package requires comes along by itself: no manifest names it.
  brings: () => [],
  requires: (meta, name) => meta.require[name],
  isDeprecated: ({ abandoned }) => Boolean(abandoned),
  satisfies: composerVersions.satisfies,
  compare: composerVersions.compare,
  usual: (question, document, range) => candidatesIn(question, document, [range])[0]?.version,
  facts({ platform }, spoken) {
    const after: Fact[] = [...spoken].flatMap((id) => {
      const name = id.startsWith('platform ') ? id.slice('platform '.length) : undefined;
      return name === undefined || !platform ? [] : [{ id, words: platformInWords(name, platform) }];
    });
    return { before: [], after };
  },
  without(question, id) {
    return id.startsWith('platform ') ? { ...question, platform: undefined } : undefined;
  },
  remedy(id, solution) {
    const name = id.slice('platform '.length);
    const ranges = new Set([...solution.chosen.values()].flatMap(({ meta }) => meta.require[name] ?? []));
    if (name.startsWith('ext-')) return `install ${titleOf(name)}`;
    return ranges.size === 0 ? undefined : `run ${titleOf(name)} ${[...ranges].join(' and ')}`;
  },
  notThere(name) {
    return new Problem({
      status: EXIT.refused,
      what: `No package repository has ${name}`,
      why: 'the repositories that composer.json and your own Composer settings name were asked',
      next: 'Check which repositories composer.json names, then try again. Nothing was changed.',
    });
  },
};

function preferredFirst<One extends { version: string }>(
  question: ComposerQuestion,
  name: string,
  found: One[],
): One[] {
  const version = question.preferred.get(name)?.version;
  const first = found.filter((one) => one.version === version);
  return [...first, ...found.filter((one) => one.version !== version)];
}

function platformInWords(name: string, { versions, set }: NonNullable<ComposerQuestion['platform']>): string {
  const version = versions.get(name);
  const title = titleOf(name);
  if (set.has(name))
    return version === undefined
      ? `composer.json says that there is no ${title} (config.platform)`
      : `composer.json sets ${title} to ${version} (config.platform)`;
  return version === undefined ? `${title} is not installed here` : `${title} ${version} runs here`;
}

/** Answers a question about packages of Composer by asking its repositories as often as it takes; see `resolve/resolve.ts`. */
export async function resolve(
  question: ComposerQuestion,
  source: ComposerSource,
): Promise<Resolved<Release>[] | Clash> {
  return search(question, (name) => source.package(name), rules);
}
