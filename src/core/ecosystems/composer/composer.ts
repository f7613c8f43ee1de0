import path from 'node:path';
import type { Edit } from '../../edits/edit.ts';
import { splitPointer } from '../../formats/json-pointer.ts';
import { isRecord, recordOf, textsOf } from '../../records.ts';
import type { Reader } from '../../ports.ts';
import { readText } from '../../text/utf8.ts';
import type { DeclaredPackage, Ecosystem, PackageMove, Project } from '../ecosystem.ts';
import { packageEdit, readJsonManifest } from '../json-manifest.ts';
import { COMPOSER } from '../marks.ts';
import { isPlatform, LOCKFILE, MANIFEST, SECTIONS } from './manifest.ts';
import { installedIn } from './programs.ts';
import { memberFolders } from '../member-folders.ts';

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
  readOnly: false,
  async members(reader, root) {
    const all = await readJsonManifest(reader, root, MANIFEST);
    return all ? memberFolders(reader, root, pathRepositories(all), COMPOSER) : [];
  },
  namesMembers: (reader, root) => /"type"\s*:\s*"path"/.test(readText(reader, path.join(root, MANIFEST)) ?? ''),
  async read(reader, root, folder) {
    const file = path.posix.normalize(path.posix.join(folder, MANIFEST));
    const all = await readJsonManifest(reader, root, file);
    return (
      all &&
      projectOf(all, file, {
        locked: lockedIn(reader, root, folder),
        installed: installedVersions(reader, root, folder),
      })
    );
  },
  edits: (project, moves) => moves.map((move) => sectionEdit(project, move)),
  packageOf({ file, format, operation }) {
    if (format !== 'json' || operation.op !== 'set' || path.posix.basename(file) !== MANIFEST) return undefined;
    const [section = '', name] = splitPointer(operation.pointer);
    return (SECTIONS as readonly string[]).includes(section) ? name : undefined;
  },
  broughtVersion: (reader, root, folder, name) =>
    installedVersions(reader, root, folder)(name) ?? lockedIn(reader, root, folder).get(name),
};

/** The versions that are installed, read when the first is asked for. */
function installedVersions(reader: Reader, root: string, folder: string): (name: string) => string | undefined {
  let known: ReturnType<typeof installedIn> | undefined;
  return (name) => {
    known ??= installedIn(reader, root, folder);
    return known.get(name.toLowerCase())?.version.replace(/^v(?=\d)/, '');
  };
}

interface There {
  locked: ReadonlyMap<string, string>;
  installed: (name: string) => string | undefined;
}

function projectOf(all: Record<string, unknown>, file: string, { locked, installed }: There): Project {
  const declared = SECTIONS.flatMap((section) =>
    Object.entries(textsOf(all[section])).map(([name, written]): DeclaredPackage => {
      const version = locked.get(name);
      return {
        name,
        written,
        range: written,
        section,
        locked: version,
        // Asked late: most that is asked of a project does not look at what is installed.
        get installed() {
          return installed(name);
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
  const repositories = Array.isArray(all.repositories) ? all.repositories : Object.values(recordOf(all.repositories));
  return repositories.flatMap((one: unknown) => {
    const { type, url } = recordOf(one);
    return type === 'path' && typeof url === 'string' ? [url] : [];
  });
}

/** The versions that the lockfile holds, by package; none where there is no lockfile or it cannot be read. */
function lockedIn(reader: Reader, root: string, folder: string): ReadonlyMap<string, string> {
  const versions = new Map<string, string>();
  try {
    const lock = recordOf(JSON.parse(readText(reader, path.join(root, folder, LOCKFILE)) ?? '{}'));
    for (const list of [lock.packages, lock['packages-dev']]) {
      if (!Array.isArray(list)) continue;
      for (const one of list) {
        const { name, version } = isRecord(one) ? one : {};
        if (typeof name === 'string' && typeof version === 'string') versions.set(name, version.replace(/^v/, ''));
      }
    }
  } catch {
    return versions;
  }
  return versions;
}

function sectionEdit(project: Project, move: PackageMove): Edit {
  // Its platform stands first; a package goes to its place where the section is in order.
  return packageEdit(project, move, { section: 'require', behind: ['require', 'license', 'type', 'name'] });
}
