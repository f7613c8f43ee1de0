import { inRange } from './versions.ts';
import type { Packument, PackageVersion } from './registry-door.ts';
import type { Lookup, Chosen, Candidate, Objection, Present } from '../../resolve/question.ts';
import type { NpmQuestion } from './question.ts';
import { coversEngines } from './project-engines.ts';
import { notForPlatform, usualPick } from './candidates.ts';
import type { Dependencies } from './dependencies.ts';
import { peerRange } from './overrides.ts';

/** What is fixed and chosen so far, as an objection is looked for. */
export interface Standing {
  question: NpmQuestion;
  lookup: Lookup<Packument>;
  missing: Set<string>;
  chosen: ReadonlyMap<string, Chosen<PackageVersion>>;
  dependencies: Dependencies;
}

/**
 * What speaks against a version whatever else is chosen: the machine, what the host has, and what cannot be had. Undefined where
 * nothing does.
 */
export function fixedObjectionTo(
  standing: Standing,
  name: string,
  candidate: Candidate<PackageVersion>,
): Objection | undefined {
  return (
    aboutMachine(standing, name, candidate) ??
    aboutOwnPeers(standing, name, candidate, 'present') ??
    aboutPresentPeers(standing, name, candidate) ??
    aboutDependencies(standing, name, candidate)
  );
}

/** What speaks against a version beside what is chosen so far; undefined where nothing does. */
export function objectionTo(
  standing: Standing,
  name: string,
  candidate: Candidate<PackageVersion>,
): Objection | undefined {
  return aboutOwnPeers(standing, name, candidate, 'chosen') ?? aboutChosenPeers(standing, name, candidate);
}

function aboutMachine(
  { question }: Standing,
  name: string,
  { meta }: Candidate<PackageVersion>,
): Objection | undefined {
  const { node, engines, platform } = question;
  const wanted = meta.engines?.node;
  if (wanted !== undefined && node !== undefined && !inRange(node, wanted)) {
    return { lacking: `runs on Node ${node}`, words: `requires Node ${wanted}`, with: [], asks: 'node' };
  }
  if (wanted !== undefined && engines && !engines.except?.has(name) && !coversEngines(wanted, engines, node)) {
    const lacking = `runs on all that the project says it runs on (Node ${engines.range})`;
    return { lacking, words: `requires Node ${wanted}`, with: [], asks: 'engines' };
  }
  const other = notForPlatform(meta, platform);
  if (other === undefined) return undefined;
  return { lacking: 'runs on this machine', words: other, with: [], asks: 'platform' };
}

function aboutOwnPeers(
  standing: Standing,
  name: string,
  { version, meta }: Candidate<PackageVersion>,
  beside: 'present' | 'chosen',
): Objection | undefined {
  const { question, chosen } = standing;
  for (const [peer, written] of Object.entries(meta.peerDependencies ?? {})) {
    const other = beside === 'chosen' ? chosen.get(peer)?.version : versionThere(standing, peer);
    const range = other === undefined ? undefined : peerRange(question.overrides, peer, written, { name, version });
    if (other === undefined || range === undefined || inRange(other, range)) continue;
    const words = { lacking: `accepts ${peer} ${other}`, words: `requires ${peer} ${range}` };
    return beside === 'chosen' ? { ...words, with: [peer] } : { ...words, with: [], asks: `present ${peer}` };
  }
  return undefined;
}

function aboutChosenPeers(
  { question, chosen }: Standing,
  name: string,
  { version }: Candidate<PackageVersion>,
): Objection | undefined {
  for (const other of chosen.values()) {
    const written = other.meta.peerDependencies?.[name];
    const range = written === undefined ? undefined : peerRange(question.overrides, name, written, other);
    if (range !== undefined && !inRange(version, range))
      return { lacking: `${other.name} ${other.version} accepts`, words: `is not ${range}`, with: [other.name] };
  }
  return undefined;
}

function aboutPresentPeers(
  standing: Standing,
  name: string,
  { version }: Candidate<PackageVersion>,
): Objection | undefined {
  const { question } = standing;
  for (const other of question.present.values()) {
    const written = presentPeers(standing, other)?.[name];
    if (written === undefined) continue;
    const holder = { name: other.name, version: versionThere(standing, other.name) ?? '' };
    const range = peerRange(question.overrides, name, written, holder);
    if (range !== undefined && !inRange(version, range)) {
      const lacking = `${other.name} ${holder.version} in ${other.holder} accepts`;
      return { lacking, words: `is not ${range}`, with: [], asks: `present ${other.name}` };
    }
  }
  return undefined;
}

function aboutDependencies(
  { dependencies }: Standing,
  name: string,
  { version, meta }: Candidate<PackageVersion>,
): Objection | undefined {
  const fault = dependencies.fault(name, version, meta);
  return fault === undefined ? undefined : { lacking: 'has all that it depends on', words: fault, with: [] };
}

/** The version that the host has of a package; where it is not installed the one that its range brings. */
function versionThere({ question, lookup, missing }: Standing, name: string): string | undefined {
  const there = question.present.get(name);
  if (!there || there.version !== undefined) return there?.version;
  const packument = lookup(name);
  if (packument === 'unknown') missing.add(name);
  return typeof packument === 'string' ? undefined : usualPick(packument, there.range, question.node)?.version;
}

function presentPeers(standing: Standing, there: Present): Readonly<Record<string, string>> | undefined {
  if (there.peers) return there.peers;
  const version = versionThere(standing, there.name);
  const packument = standing.lookup(there.name);
  if (packument === 'unknown') standing.missing.add(there.name);
  if (typeof packument === 'string' || version === undefined) return undefined;
  return packument.versions[version]?.peerDependencies;
}
