import { inRange, isRange } from './versions.ts';
import type { Packument, PackageVersion } from './registry-door.ts';
import type { Lookup } from '../../resolve/question.ts';
import type { NpmQuestion } from './question.ts';
import { notForPlatform, usualPick } from './candidates.ts';
import { overridden } from './overrides.ts';

/**
 * Tells whether all that packages depend on, further down too, can be had: a registry may name a version that it does
 * not have. What is known once is kept; names that the registry was not asked about yet are collected.
 */
export class Dependencies {
  readonly #question: NpmQuestion;
  readonly #lookup: Lookup<Packument>;
  readonly #missing: Set<string>;
  /** By name and range: what is wrong, or nothing. */
  readonly #known = new Map<string, string | undefined>();

  constructor(question: NpmQuestion, lookup: Lookup<Packument>, missing: Set<string>) {
    this.#question = question;
    this.#lookup = lookup;
    this.#missing = missing;
  }

  /** What cannot be had of a version's dependencies, as "needs b ^2, which cannot be had"; undefined where nothing is wrong. */
  fault(name: string, version: string, meta: PackageVersion): string | undefined {
    const optional = meta.optionalDependencies ?? {};
    for (const [dependency, written] of Object.entries(meta.dependencies ?? {})) {
      if (Object.hasOwn(optional, dependency)) continue;
      const range = overridden(this.#question.overrides, dependency, written, { name, version });
      if (range === undefined) continue;
      const fault = this.#faultOf(dependency, range);
      if (fault !== undefined) return `requires ${dependency} ${range}, ${fault}`;
    }
    for (const [part, range] of Object.entries(optional)) {
      if (this.#isPartMissing(part, range)) return `requires ${part} ${range} on this machine, which cannot be had`;
    }
    return undefined;
  }

  /**
   * Whether a compiled part for this machine is named, of which the registry has versions, but none that is wanted: a package
   * with such parts is published before all of them are, and does not work without its own.
   */
  #isPartMissing(name: string, range: string): boolean {
    const { platform } = this.#question;
    const words = name.split(/[^a-z0-9]+/);
    // The name only saves questions; that it is this machine's is told by the document.
    if (!platform || !words.includes(platform.os) || !words.includes(platform.cpu)) return false;
    const packument = this.#lookup(name);
    if (packument === 'unknown') this.#missing.add(name);
    if (typeof packument === 'string') return false;
    const versions = Object.entries(packument.versions);
    const fitting = versions.filter(([, meta]) => notForPlatform(meta, platform) === undefined);
    return fitting.length > 0 && isRange(range) && !versions.some(([version]) => inRange(version, range));
  }

  #faultOf(name: string, range: string): string | undefined {
    const alias = /^npm:((?:@[^/]+\/)?[^@]+)(?:@(.*))?$/.exec(range);
    if (alias) return this.#faultOf(alias[1] ?? '', alias[2] ?? '*');
    // From git, a folder or an address: no registry has a say in it.
    if (/[:/]/.test(range)) return undefined;
    const key = `${name}@${range}`;
    if (this.#known.has(key)) return this.#known.get(key);
    // A circle of dependencies leads back here: what is being looked at counts as good until shown otherwise.
    this.#known.set(key, undefined);
    const fault = this.#look(name, range);
    this.#known.set(key, fault);
    return fault;
  }

  #look(name: string, range: string): string | undefined {
    const packument = this.#lookup(name);
    if (packument === 'unknown') {
      this.#missing.add(name);
      return undefined;
    }
    if (packument === 'none') return 'which the registry does not have';
    const { node, platform } = this.#question;
    const pick = usualPick(packument, range, node);
    if (!pick) return isRange(range) ? 'no version of which can be had' : 'a tag that it does not have';
    const engine = pick.meta.engines?.node;
    if (node !== undefined && engine !== undefined && !inRange(node, engine))
      return `all of which require Node ${engine}`;
    const other = notForPlatform(pick.meta, platform);
    if (other !== undefined) return `which ${other}`;
    const deeper = this.fault(name, pick.version, pick.meta);
    return deeper === undefined ? undefined : `which in ${pick.version} ${deeper}`;
  }
}
