import path from 'node:path';
import type { Edit } from '../../edits/edit.ts';
import { splitPointer } from '../../formats/json-pointer.ts';
import { recordOf, textsOf } from '../../records.ts';
import type { Reader } from '../../ports.ts';
import { jsonIn } from '../../text/json-text.ts';
import { readText } from '../../text/utf8.ts';
import type { DeclaredPackage, Ecosystem, PackageMove, Project } from '../ecosystem.ts';
import { packageEdit, readJsonManifest } from '../json-manifest.ts';
import { COMPOSER } from '../marks.ts';
import { memberFolders } from '../member-folders.ts';
import { lockedReleases, type Release } from './lock.ts';
import { isPlatform, LOCKFILE, MANIFEST, repositoriesOf, SECTIONS } from './manifest.ts';
import { installedIn } from './programs.ts';
import { plainVersion } from './versions.ts';

// What a project of each framework requires; the first that is there counts.
const FRAMEWORKS: readonly (readonly [string, string])[] = [
  ['laravel/framework', 'Laravel'],
  ['symfony/framework-bundle', 'Symfony'],
  ['symfony/symfony', 'Symfony'],
];

/** Projects of PHP, by Composer's manifest. */
export const composer: Ecosystem = {
  setsRange: (edit) => composer.packageOf(edit) !== undefined,
  ...COMPOSER,
  title: 'Composer',
  language: 'PHP',
  // Templates are none, whatever their ending.
  sources: /^(?!.*\.blade\.php$).*\.php$/,
  readOnly: false,
  async members(reader, root) {
    const all = await readJsonManifest(reader, root, MANIFEST);
    return all ? memberFolders(reader, root, pathRepositories(all), COMPOSER) : appsBelow(reader, root);
  },
  namesMembers: (reader, root) => /"type"\s*:\s*"path"/.test(readText(reader, path.join(root, MANIFEST)) ?? ''),
  async read(reader, root, folder) {
    const file = path.posix.normalize(path.posix.join(folder, MANIFEST));
    const all = await readJsonManifest(reader, root, file);
    const locked = lockedIn(reader, root, folder);
    return all && projectOf(all, file, { locked, installed: installedLate(reader, root, folder) });
  },
  edits: (project, moves) => moves.map((move) => sectionEdit(project, move)),
  packageOf({ file, format, operation }) {
    if (format !== 'json' || operation.op !== 'set' || path.posix.basename(file) !== MANIFEST) return undefined;
    const [section = '', name] = splitPointer(operation.pointer);
    return (SECTIONS as readonly string[]).includes(section) ? name : undefined;
  },
  broughtVersion: (reader, root, folder, name) =>
    versionIn(installedIn(reader, root, folder), name) ?? versionIn(lockedIn(reader, root, folder), name),
};

/** Apps in folders of their own right below a root that another ecosystem keeps: such a folder says what it is by its `type` (Composer's docs, "The composer.json schema"). */
function appsBelow(reader: Reader, root: string): string[] {
  return reader.list(root).flatMap(({ name, kind }) => {
    if (kind !== 'folder' || name.startsWith('.') || name === 'vendor') return [];
    // One that cannot be read says nothing, and stops nobody who works beside it.
    const { type } = recordOf(jsonIn(readText(reader, path.join(root, name, MANIFEST))));
    return type === 'project' ? [name] : [];
  });
}

/** The packages that are installed, read when the first is asked for. */
function installedLate(reader: Reader, root: string, folder: string): () => ReadonlyMap<string, Release> {
  let known: ReadonlyMap<string, Release> | undefined;
  return () => (known ??= installedIn(reader, root, folder));
}

/** A package's version as people speak of it. */
function versionIn(releases: ReadonlyMap<string, Release>, name: string): string | undefined {
  const found = releases.get(name.toLowerCase());
  return found && plainVersion(found.version);
}

interface There {
  locked: ReadonlyMap<string, Release>;
  installed: () => ReadonlyMap<string, Release>;
}

function projectOf(all: Record<string, unknown>, file: string, { locked, installed }: There): Project {
  const declared = SECTIONS.flatMap((section) =>
    Object.entries(textsOf(all[section])).map(([name, written]): DeclaredPackage => {
      return {
        name,
        written,
        range: written,
        section,
        locked: versionIn(locked, name),
        // Asked late: most that is asked of a project does not look at what is installed.
        get installed() {
          return versionIn(installed(), name);
        },
      };
    }),
  );
  const php = declared.find(({ name }) => name === 'php')?.written;
  const packages = declared.filter(({ name }) => !isPlatform(name));
  return {
    ecosystem: 'composer',
    file,
    name: typeof all.name === 'string' ? all.name : undefined,
    platform: php === undefined ? undefined : { name: 'PHP', range: php },
    packages,
    framework: frameworkOf(packages),
    all,
  };
}

function frameworkOf(packages: readonly DeclaredPackage[]): Project['framework'] {
  for (const [name, title] of FRAMEWORKS) {
    const found = packages.find((one) => one.name === name);
    if (found) return { name: title, version: found.locked ?? found.range };
  }
  return undefined;
}

/** Folders of packages that are kept in the repository itself (composer.json, `repositories` of the type `path`). */
function pathRepositories(all: Record<string, unknown>): string[] {
  return repositoriesOf(all).flatMap(({ entry }) => {
    const { type, url } = recordOf(entry);
    return type === 'path' && typeof url === 'string' ? [url] : [];
  });
}

/** The packages that the lockfile holds, by name; none where there is no lockfile or it cannot be read. */
function lockedIn(reader: Reader, root: string, folder: string): ReadonlyMap<string, Release> {
  return lockedReleases(readText(reader, path.join(root, folder, LOCKFILE)));
}

function sectionEdit(project: Project, move: PackageMove): Edit {
  // Its platform stands first; a package goes to its place where the section is in order.
  return packageEdit(project, move, { section: 'require', behind: ['require', 'license', 'type', 'name'] });
}
