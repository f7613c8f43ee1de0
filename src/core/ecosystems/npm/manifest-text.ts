import path from 'node:path';
import type { Edit } from '../../edits/edit.ts';
import { splitPointer } from '../../formats/json-pointer.ts';
import type { Reader } from '../../ports.ts';
import { recordOf } from '../../records.ts';
import { decode, readText } from '../../text/utf8.ts';
import type { ManifestScript } from '../work.ts';
import { SECTIONS } from './manifest.ts';

// Files that the managers install by.
const INSTALLS_BY = /^(package\.json|pnpm-workspace\.yaml|\.yarnrc\.yml)$/;

// What package managers run by themselves when they install a project (npm's docs, "Life Cycle Scripts"; pnpm's has one of its own).
const BY_MANAGER =
  /^(preinstall|install|postinstall|prepublish|preprepare|prepare|postprepare|dependencies|pnpm:devPreinstall)$/;

export function installsBy(file: string): boolean {
  return INSTALLS_BY.test(path.posix.basename(file));
}

/** The packages that a manifest's text declares. A script may have the name of one. */
export function declaredIn(manifest: Uint8Array | undefined): Set<string> {
  const value = recordOf(parsed((manifest && decode(manifest)) ?? ''));
  return new Set(SECTIONS.flatMap((section) => Object.keys(recordOf(value[section]))));
}

/** The package that an edit puts into a manifest (or a catalog of the manager); undefined for other edits. */
export function packageOf({ file, format, operation }: Edit): string | undefined {
  if (operation.op !== 'set' || !('pointer' in operation)) return undefined;
  const [section = '', ...rest] = splitPointer(operation.pointer);
  if (format === 'json' && isManifest(file) && isSection(section)) return rest[0];
  return format === 'yaml' && /^catalogs?$/.test(section) ? rest.at(-1) : undefined;
}

/** Whether an edit sets a member of one of the manifest's sections of packages. */
export function setsRange({ format, operation }: Edit): boolean {
  return format === 'json' && operation.op === 'set' && isSection(splitPointer(operation.pointer)[0] ?? '');
}

/** The script that an edit puts into a manifest; undefined for other edits. */
export function scriptOf({ file, format, operation }: Edit): ManifestScript | undefined {
  if (format !== 'json' || operation.op !== 'set' || !isManifest(file)) return undefined;
  const [section, name = ''] = splitPointer(operation.pointer);
  if (section !== 'scripts' || typeof operation.value !== 'string') return undefined;
  return { name, command: operation.value, by: BY_MANAGER.test(name) ? 'manager' : 'people' };
}

/** The programs that an installed package brings, by its own manifest. */
export function programsOf(reader: Reader, root: string, from: string, name: string): string[] {
  for (const folder of [from, '.']) {
    const text = readText(reader, path.join(root, folder, 'node_modules', name, 'package.json'));
    if (text === undefined) continue;
    const { bin } = recordOf(parsed(text));
    return typeof bin === 'string' ? [name.split('/').at(-1) ?? name] : Object.keys(recordOf(bin));
  }
  return [];
}

/** The version of a package that another one brings, installed beside a folder or the root. */
export function broughtVersion(reader: Reader, root: string, from: string, name: string): string | undefined {
  for (const folder of [from, '.']) {
    const text = readText(reader, path.join(root, folder, 'node_modules', name, 'package.json'));
    const version = /"version"\s*:\s*"([^"]+)"/.exec(text ?? '')?.[1];
    if (version !== undefined) return version;
  }
  return undefined;
}

function isManifest(file: string): boolean {
  return path.posix.basename(file) === 'package.json';
}

function isSection(name: string): boolean {
  return (SECTIONS as readonly string[]).includes(name);
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch {
    return undefined;
  }
}
