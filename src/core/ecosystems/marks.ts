import path from 'node:path';
import type { Reader } from '../ports.ts';

/** The ids of all ecosystems, as definitions name them. */
export const ECOSYSTEM_IDS = ['npm', 'composer', 'maven'] as const;

export type EcosystemId = (typeof ECOSYSTEM_IDS)[number];

/** What tells an ecosystem's folders from others. */
export interface Marks {
  id: EcosystemId;
  /** File names that make a folder a workspace. */
  manifests: readonly string[];
  /** Folders beside a manifest that its manager fills: never sources. */
  generated: readonly string[];
}

export const NPM: Marks = { id: 'npm', manifests: ['package.json'], generated: ['node_modules'] };
export const COMPOSER: Marks = { id: 'composer', manifests: ['composer.json'], generated: ['vendor'] };
export const MAVEN: Marks = { id: 'maven', manifests: ['pom.xml'], generated: ['target'] };

/** The ecosystem of what says nothing of it. */
export const USUAL = NPM.id;

const ALL: readonly Marks[] = [NPM, COMPOSER, MAVEN];

/** Whose a package is, as its name tells: Maven's have a colon, Composer's a vendor before a slash, npm's a slash behind a scope alone. */
export function ecosystemOf(packageName: string): EcosystemId {
  if (packageName.includes(':')) return 'maven';
  return packageName.includes('/') && !packageName.startsWith('@') ? 'composer' : 'npm';
}

const MANIFESTS = ALL.flatMap(({ manifests }) => manifests);

// Wherever it stands nobody keeps sources in it.
const ANYWHERE = new Set(NPM.generated);

/** The file names of all manifests. */
export function manifestNames(): readonly string[] {
  return MANIFESTS;
}

/** Names of folders of installed packages that are such wherever they lie. */
export function packagesFolders(): string[] {
  return [...ANYWHERE];
}

/** Whether a folder (absolute) has a manifest: it is a workspace of its own. */
export function isWorkspaceFolder(reader: Reader, folder: string): boolean {
  return MANIFESTS.some((name) => reader.kind(path.join(folder, name)) !== undefined);
}

/** The first manifest in a folder (absolute), by its path; undefined without one. */
export function manifestIn(reader: Reader, folder: string): string | undefined {
  return MANIFESTS.map((name) => path.join(folder, name)).find((file) => reader.kind(file) !== undefined);
}

/** The file names of all manifests, as words of a sentence. */
export function manifestsInWords(): string {
  return `${MANIFESTS.slice(0, -1).join(', ')} or ${MANIFESTS.at(-1) ?? ''}`;
}

/** Whether a name below a folder (absolute) is one that a package manager fills. */
export function isGenerated(reader: Reader, folder: string, name: string): boolean {
  if (ANYWHERE.has(name)) return true;
  const owner = ALL.find(({ generated }) => generated.includes(name));
  return owner?.manifests.some((file) => reader.kind(path.join(folder, file)) !== undefined) ?? false;
}

/** Whether a path leads through a folder of installed packages, wherever that lies. */
export function leadsIntoPackages(file: string): boolean {
  return file.split(/[/\\]/).some((part) => ANYWHERE.has(part));
}

/** Whether a name is that of a folder of installed packages, wherever it lies and in whatever case a file system takes it. */
export function isPackagesName(name: string): boolean {
  return ANYWHERE.has(name.toLowerCase());
}
