import path from 'node:path';
import { readText } from '../../text/utf8.ts';
import type { Reader } from '../../ports.ts';
import { isRecord } from '../../records.ts';

/** The version that a lockfile holds for a package as a workspace declares it; undefined where it says nothing of it. */
export type LockedVersion = (folder: string, name: string, range: string) => string | undefined;

/**
 * Reads a lockfile for the versions of declared packages. The lockfiles of pnpm and yarn are read line by line: they are
 * written by machine in one form, and to parse thousands of entries would take longer than all else.
 */
export function lockedVersions(reader: Reader, root: string, lockfile: string): LockedVersion {
  const text = readText(reader, path.join(root, lockfile)) ?? '';
  if (/^(package-lock|npm-shrinkwrap)\.json$/.test(lockfile)) return fromNpm(text);
  if (lockfile === 'pnpm-lock.yaml') return fromPnpm(text);
  if (lockfile === 'yarn.lock') return fromYarn(text);
  return () => undefined;
}

/** package-lock.json from version 2 on: `packages` by place; before that only `dependencies` by name. */
function fromNpm(text: string): LockedVersion {
  let lock: unknown;
  try {
    lock = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch {
    return () => undefined;
  }
  return (folder, name) => {
    for (let at = folder === '.' ? '' : folder; ; at = at.includes('/') ? path.posix.dirname(at) : '') {
      const found = member(member(lock, 'packages'), path.posix.join(at, 'node_modules', name));
      if (isRecord(found) && found.link !== true) return versionIn(found);
      if (at === '') return versionIn(member(member(lock, 'dependencies'), name));
    }
  };
}

function member(value: unknown, key: string): unknown {
  return isRecord(value) && Object.hasOwn(value, key) ? value[key] : undefined;
}

function versionIn(entry: unknown): string | undefined {
  const version = member(entry, 'version');
  return typeof version === 'string' ? version : undefined;
}

/** pnpm-lock.yaml: `importers`, by folder, section and name, each with its `version`. */
function fromPnpm(text: string): LockedVersion {
  const versions = new Map<string, string>();
  const levels: string[] = [];
  for (const line of text.split(/\r?\n/)) {
    const [, indent = '', key = '', value = ''] = /^( *)('(?:[^']|'')+'|[^\s:'][^:]*):(?: (.*))?$/.exec(line) ?? [];
    if (key === '') continue;
    levels.length = indent.length >> 1;
    levels.push(plain(key));
    // Older lockfiles of a single package have its sections at the top.
    const [top = '', folder = '', , name = '', member] =
      levels[0] === 'importers' ? levels : ['importers', '.', ...levels];
    if (top !== 'importers') continue;
    if (member === 'version') versions.set(`${folder} ${name}`, plain(value).replace(/\(.*$/, ''));
    if (levels[0] !== 'importers' && levels[0] === 'packages') break;
  }
  return (folder, name) => versions.get(`${folder} ${name}`);
}

/** yarn.lock, the classic form and the later one: keys of one or several `name@range`, then `version`. */
function fromYarn(text: string): LockedVersion {
  const versions = new Map<string, string>();
  let keys: string[] = [];
  for (const line of text.split(/\r?\n/)) {
    if (/^[^\s#].*:$/.test(line))
      keys = line
        .slice(0, -1)
        .split(', ')
        .map((key) => key.replaceAll('"', ''));
    const version = /^ {2}version:? "?([^"]+)"?$/.exec(line)?.[1];
    if (version !== undefined) for (const key of keys) versions.set(key, version);
  }
  return (_folder, name, range) => versions.get(`${name}@npm:${range}`) ?? versions.get(`${name}@${range}`);
}

function plain(text: string): string {
  return text
    .trim()
    .replace(/^'(.*)'$/, '$1')
    .replaceAll("''", "'");
}
