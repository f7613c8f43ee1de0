import { inRange, isRange } from './versions.ts';
import type { Override } from './question.ts';
import semver from 'semver';
import { recordOf } from '../../records.ts';

interface Source {
  /** All of the root's manifest. */
  manifest: Readonly<Record<string, unknown>>;
  /** pnpm-workspace.yaml, where that manager reads such settings too. */
  settings: Readonly<Record<string, unknown>>;
}

/** The ranges that a host's root puts in the place of others', in the form of its own package manager. */
export function readOverrides(manager: string, { manifest, settings }: Source): Override[] {
  const own = (range: string): string | undefined => {
    if (range === '-') return undefined;
    return range.startsWith('$') ? declaredRange(manifest, range.slice(1)) : range;
  };
  if (manager === 'npm') return npmOverrides(manifest.overrides, undefined, own);
  if (manager === 'pnpm') {
    const pnpm = recordOf(manifest.pnpm);
    const flat = { ...recordOf(manifest.resolutions), ...recordOf(pnpm.overrides), ...recordOf(settings.overrides) };
    const rules = recordOf(recordOf(settings.peerDependencyRules ?? pnpm.peerDependencyRules).allowedVersions);
    const allowed = flatOverrides(rules, '>', own).map((rule): Override => ({ ...rule, widens: true }));
    return [...flatOverrides(flat, '>', own), ...allowed];
  }
  if (manager === 'yarn' || manager === 'bun') return flatOverrides(recordOf(manifest.resolutions), '/', own);
  return [];
}

/** npm's form: `{ "a": "1", "b@2": { ".": "2.1", "c": "3" } }` (package.json, "overrides"). */
function npmOverrides(
  value: unknown,
  under: Override['under'],
  own: (range: string) => string | undefined,
): Override[] {
  return Object.entries(recordOf(value)).flatMap(([key, item]): Override[] => {
    const { name, range } = nameAndRange(key);
    if (typeof item === 'string') {
      // "." speaks of the package that holds it.
      return key === '.' && under
        ? [{ name: under.name, of: under.range, under: undefined, range: own(item) }]
        : [{ name, of: range, under, range: own(item) }];
    }
    return npmOverrides(item, { name, range }, own);
  });
}

/** The form of yarn (`a/b`, `**` before it) and pnpm (`a@1>b`): the last name is meant, the one before it asks for it. */
function flatOverrides(
  rules: Record<string, unknown>,
  separator: '/' | '>',
  own: (range: string) => string | undefined,
): Override[] {
  return Object.entries(rules).flatMap(([key, range]): Override[] => {
    if (typeof range !== 'string') return [];
    const names = separator === '>' ? key.split('>') : yarnNames(key);
    const target = nameAndRange(names.at(-1)?.trim() ?? '');
    const parent = names.at(-2)?.trim();
    return [
      { name: target.name, of: target.range, under: parent ? nameAndRange(parent) : undefined, range: own(range) },
    ];
  });
}

function yarnNames(key: string): string[] {
  return (key.match(/(?:@[^/]+\/)?[^/]+/g) ?? []).filter((name) => name !== '**');
}

function nameAndRange(text: string): { name: string; range: string | undefined } {
  const at = text.indexOf('@', 1);
  return at === -1
    ? { name: text, range: undefined }
    : { name: text.slice(0, at), range: text.slice(at + 1).replace(/^npm:/, '') };
}

function declaredRange(manifest: Readonly<Record<string, unknown>>, name: string): string | undefined {
  for (const section of ['dependencies', 'devDependencies', 'optionalDependencies', 'peerDependencies']) {
    const range = recordOf(manifest[section])[name];
    if (typeof range === 'string') return range;
  }
  return undefined;
}

/**
 * What a package asks for in the end: the range of another as it writes it, or what the host puts in its place;
 * undefined where the host takes it out. `parent` is undefined for the host itself.
 */
export function overridden(
  overrides: readonly Override[],
  name: string,
  range: string,
  parent: { name: string; version: string } | undefined,
): string | undefined {
  const rule = ruleFor(overrides, name, range, parent);
  return rule ? rule.range : range;
}

/** What a package accepts as its peer in the end: as `overridden`, and what the host allows beside it. */
export function peerRange(
  overrides: readonly Override[],
  name: string,
  range: string,
  parent: { name: string; version: string },
): string | undefined {
  const wanted = overridden(overrides, name, range, parent);
  const allowed = overrides.filter((rule) => rule.widens && speaksOf(rule, name, range, parent));
  if (wanted === undefined || !isRange(wanted)) return wanted;
  return [wanted, ...allowed.map((rule) => rule.range ?? wanted)].join(' || ');
}

/** The rule of the host's that speaks of what a package (undefined: the host itself) asks for. */
export function ruleFor(
  overrides: readonly Override[],
  name: string,
  range: string,
  parent: { name: string; version: string } | undefined,
): Override | undefined {
  return overrides.find((rule) => !rule.widens && speaksOf(rule, name, range, parent));
}

function speaksOf(
  { name: own, of, under }: Override,
  name: string,
  range: string,
  parent: { name: string; version: string } | undefined,
): boolean {
  if (own !== name || (of !== undefined && !covers(of, range))) return false;
  if (under === undefined) return true;
  return under.name === parent?.name && (under.range === undefined || inRange(parent.version, under.range));
}

/** Whether a rule for some versions speaks of a range: they have a version in common, or are written alike. */
function covers(of: string, range: string): boolean {
  if (of === range) return true;
  if (!isRange(of) || !isRange(range)) return false;
  return semver.intersects(of, range, { loose: true });
}
