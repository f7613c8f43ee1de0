import path from 'node:path';
import { COMPOSER, ecosystemOf } from '../marks.ts';
import { versionMark, type ChosenPackage, type HostPackages, type PublishedFacts } from '../work.ts';
import { plainVersion } from './versions.ts';

/** The licenses of the packages that are chosen, as the repositories have told already (composer.json schema, "license"); they tell no sizes. */
export async function publishedOf(
  { doors, host }: HostPackages,
  chosen: readonly Pick<ChosenPackage, 'name' | 'version' | 'workspace'>[],
): Promise<ReadonlyMap<string, PublishedFacts>> {
  const found = new Map<string, PublishedFacts>();
  for (const { name, version, workspace } of chosen.filter((one) => ecosystemOf(one.name) === COMPOSER.id)) {
    const source = await doors.sources.composer(path.join(host.root, workspace));
    const release = source.known(name)?.releases.find((one) => plainVersion(one.version) === version);
    const license = licenseIn(release?.raw.license);
    if (license !== undefined) found.set(versionMark({ name, version }), { license });
  }
  return found;
}

/** One license, or several of which any may be taken. */
function licenseIn(value: unknown): string | undefined {
  const all = (Array.isArray(value) ? (value as unknown[]) : [value]).filter((one) => typeof one === 'string');
  const text = all.join(' or ');
  return text !== '' && text.length <= 80 ? text : undefined;
}
