import type { Readable } from 'node:stream';
import type registryFetch from 'npm-registry-fetch';
import { recordOf } from '../../records.ts';
import { ecosystemOf, NPM } from '../marks.ts';
import { versionMark, type ChosenPackage, type HostPackages, type PublishedFacts } from '../work.ts';

type Fetch = typeof registryFetch;

// It is told beside a plan: nobody waits long for it.
const BRIEFLY = { retry: { retries: 0 }, timeout: 5000 };

/**
 * What a registry publishes of one version (npm registry API, "Get package version": `license`, `dist.unpackedSize`). A registry that does
 * not tell the size is asked for the end of the archive, which says it. Undefined where the registry cannot be asked.
 */
export async function publishedOn(
  fetch: Fetch,
  options: object,
  { name, version }: { name: string; version: string },
): Promise<PublishedFacts | undefined> {
  try {
    const address = `/${encodeURIComponent(name).replace('%40', '@')}/${encodeURIComponent(version)}`;
    const document = recordOf(await fetch.json(address, { ...options, ...BRIEFLY, spec: name }));
    const { unpackedSize, tarball } = recordOf(document.dist);
    const told = typeof unpackedSize === 'number' && unpackedSize > 0 ? unpackedSize : undefined;
    const measured =
      told === undefined && typeof tarball === 'string'
        ? await endOf(fetch, { ...options, spec: name }, tarball)
        : told;
    return { license: licenseIn(document), unpackedBytes: measured };
  } catch (error) {
    return (error as { statusCode?: number }).statusCode === 404 ? {} : undefined;
  }
}

/** The field is a text; old manifests have a record with the name of the license in it, or a list of such. */
function licenseIn({ license, licenses }: Record<string, unknown>): string | undefined {
  const all = [license, ...(Array.isArray(licenses) ? (licenses as unknown[]) : [])].filter((one) => one !== undefined);
  const names = all.map((one) => (typeof one === 'string' ? one : recordOf(one).type));
  const text = names.filter((one) => typeof one === 'string').join(' or ');
  return text !== '' && text.length <= 80 ? text : undefined;
}

/** The size of an archive once it is unpacked: its last four bytes (RFC 1952, section 2.3.1, ISIZE), asked for alone (RFC 9110, section 14.1.2). */
async function endOf(fetch: Fetch, options: object, tarball: string): Promise<number | undefined> {
  const response = await fetch(tarball, { ...options, ...BRIEFLY, headers: { range: 'bytes=-4' } });
  // A server that knows no ranges sends all of it: that is not worth the wait.
  if (response.status !== 206 || response.headers.get('content-length') !== '4') {
    (response.body as unknown as Readable | null)?.destroy();
    return undefined;
  }
  return new DataView(await response.arrayBuffer()).getUint32(0, true);
}

/** What is published of the packages that are chosen from a host's registry, all asked for at once. */
export async function publishedOf(
  { doors, host }: HostPackages,
  chosen: readonly Pick<ChosenPackage, 'name' | 'version'>[],
): Promise<ReadonlyMap<string, PublishedFacts>> {
  const own = chosen.filter(({ name }) => ecosystemOf(name) === NPM.id);
  if (own.length === 0) return new Map();
  const registry = await doors.sources.npm(host.root);
  const told = await Promise.all(
    own.map(async (one) => [versionMark(one), await registry.published?.(one.name, one.version)] as const),
  );
  return new Map(told.flatMap(([mark, facts]) => (facts ? [[mark, facts] as const] : [])));
}
