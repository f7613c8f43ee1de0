import type { PackageVersion, Packument } from './registry-door.ts';
import { isRecord, recordOf, textsOf } from '../../records.ts';

/**
 * What of a package document versions are chosen by, in a form that is quick to read again: versions that say the same
 * share one entry of `kinds`.
 */
export interface PackumentDigest {
  name: string;
  tags: Record<string, string>;
  kinds: Omit<PackageVersion, 'version'>[];
  /** The index in `kinds` of each version. */
  versions: Record<string, number>;
}

const KEPT = ['engines', 'os', 'cpu', 'libc', 'peerDependencies', 'hasInstallScript'] as const;
// Of pre-releases there can be thousands: what they depend on is not kept, so it counts as what can be had.
const KEPT_OF_RELEASES = ['dependencies', 'optionalDependencies'] as const;

/** Cuts a registry's answer down. Undefined where it is no package document (npm registry API, package metadata). */
export function digestOf(answer: unknown, name: string): PackumentDigest | undefined {
  const document = recordOf(answer);
  if (!isRecord(document.versions)) return undefined;
  const indices = new Map<string, number>();
  const digest: PackumentDigest = { name, tags: textsOf(document['dist-tags']), kinds: [], versions: {} };
  for (const [version, value] of Object.entries(document.versions)) {
    const kind = kindOf(recordOf(value), version.includes('-'));
    const key = JSON.stringify(kind);
    const index = indices.get(key) ?? digest.kinds.push(kind) - 1;
    indices.set(key, index);
    digest.versions[version] = index;
  }
  return digest;
}

export function fromDigest({ name, tags, kinds, versions }: PackumentDigest): Packument {
  const entries = Object.entries(versions).map(([version, kind]) => [version, { ...kinds[kind], version }] as const);
  return { name, 'dist-tags': tags, versions: Object.fromEntries(entries) };
}

function kindOf(value: Record<string, unknown>, early: boolean): Omit<PackageVersion, 'version'> {
  const kind: Record<string, unknown> = {};
  for (const key of early ? KEPT : [...KEPT, ...KEPT_OF_RELEASES]) if (isPlain(value[key])) kind[key] = value[key];
  // Peers that are only optional need not be spoken of one by one.
  const optional = Object.entries(recordOf(value.peerDependenciesMeta)).filter(
    ([, one]) => recordOf(one).optional === true,
  );
  if (optional.length > 0)
    kind.peerDependenciesMeta = Object.fromEntries(optional.map(([peer]) => [peer, { optional: true }]));
  // An empty notice takes a deprecation back.
  if (typeof value.deprecated === 'string' ? value.deprecated !== '' : value.deprecated === true)
    kind.deprecated = true;
  return kind;
}

/** A value in the form that manifests have it: a text map, a list of texts, or yes or no; anything else is passed over. */
function isPlain(value: unknown): boolean {
  if (typeof value === 'boolean') return true;
  if (Array.isArray(value)) return value.every((item) => typeof item === 'string');
  return isRecord(value) && Object.values(value).every((item) => typeof item === 'string');
}
