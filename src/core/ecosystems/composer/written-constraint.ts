import { composerVersions } from './constraints.ts';
import { isPlatform, SECTIONS, type ComposerManifest } from './manifest.ts';
import { stabilityOf } from './versions.ts';

type Form = 'caret' | 'tilde' | 'wildcard' | 'exact';

const FORMS: readonly (readonly [Form, RegExp])[] = [
  ['caret', /^\^\d/],
  ['tilde', /^~\d/],
  ['wildcard', /^\d+(\.\d+)*\.\*$/],
  ['exact', /^v?\d+\.\d+\.\d+$/],
];

/** The form of a constraint; undefined for another one. */
function formOf(constraint: string): Form | undefined {
  return FORMS.find(([, pattern]) => pattern.test(constraint.trim()))?.[0];
}

function declaredIn({ sections }: ComposerManifest): [string, string][] {
  return SECTIONS.flatMap((section) => Object.entries(sections[section])).filter(([name]) => !isPlatform(name));
}

/** The one constraint that a project has for several packages of a package's vendor; undefined where it has none. */
export function vendorLine(name: string, manifest: ComposerManifest): string | undefined {
  const vendor = `${name.split('/')[0] ?? ''}/`;
  const own = declaredIn(manifest).filter(([other, range]) => other.startsWith(vendor) && formOf(range) !== 'exact');
  const counts = new Map<string, number>();
  for (const [, range] of own) counts.set(range, (counts.get(range) ?? 0) + 1);
  const [best] = [...counts].sort((a, b) => b[1] - a[1]);
  return best && best[1] >= 2 && best[1] * 2 > own.length ? best[0] : undefined;
}

/**
 * How a version is written into a manifest: as its vendor's packages are there, else in the form that most are; `like` is the
 * constraint that it comes in the place of.
 */
export function writtenConstraint(version: string, name: string, manifest: ComposerManifest, like?: string): string {
  const line = like === undefined ? vendorLine(name, manifest) : undefined;
  if (line !== undefined && composerVersions.satisfies(version, line)) return line;
  const own = like === undefined ? undefined : formOf(like);
  return inForm(version, own ?? houseForm(manifest));
}

/** The form that most constraints have. A vendor with many packages counts once: they go by a line of their own. */
function houseForm(manifest: ComposerManifest): Form {
  const byVendor = new Map<string, Form>();
  for (const [name, range] of declaredIn(manifest)) {
    const form = formOf(range);
    if (form) byVendor.set(name.split('/')[0] ?? name, form);
  }
  const all = [...byVendor.values()];
  const count = (form: Form): number => all.filter((one) => one === form).length;
  const most = (['tilde', 'wildcard', 'exact'] as const).find((form) => count(form) > all.length / 2);
  return most !== undefined && count(most) >= 2 ? most : 'caret';
}

function inForm(version: string, form: Form): string {
  if (stabilityOf(version) !== 'stable') return version.startsWith('dev-') ? version : `^${version}`;
  const [major = '0', minor = '0', patch = '0'] = version.split('.');
  if (form === 'exact') return version;
  if (form === 'wildcard') return `${major}.${minor}.*`;
  // Below 1.0 each minor version may break what the one before has kept.
  const numbers = major === '0' ? `${major}.${minor}.${patch}` : `${major}.${minor}`;
  return `${form === 'tilde' ? '~' : '^'}${numbers}`;
}
