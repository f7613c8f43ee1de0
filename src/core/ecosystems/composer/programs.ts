import path from 'node:path';
import type { Reader } from '../../ports.ts';
import { recordOf } from '../../records.ts';
import { readText } from '../../text/utf8.ts';
import type { ProgramStart } from '../work.ts';
import { installedReleases, type Release } from './lock.ts';

/** How to start a program that an installed package brings, seen from a folder of the host; undefined where none does. */
export function programStart(reader: Reader, root: string, folder: string, program: string): ProgramStart | undefined {
  for (const at of new Set([folder, '.'])) {
    const file = path.join(root, at, 'vendor/bin', program);
    const text = readText(reader, file);
    if (text === undefined) continue;
    // A program without PHP in its first line is a shell's, or a machine's own.
    return /^(#!.*\bphp\b|<\?php)/.test(text)
      ? { command: 'php', lead: [file], sharesCaches: true }
      : { command: file, lead: [], sharesCaches: true };
  }
  return undefined;
}

/** The packages that are installed in a folder of the host. */
export function installedIn(reader: Reader, root: string, folder: string): ReadonlyMap<string, Release> {
  return installedReleases(readText(reader, path.join(root, folder, 'vendor/composer/installed.json')));
}

/** The programs that an installed package brings. */
export function programsOf(reader: Reader, root: string, folder: string, name: string): string[] {
  return (
    installedIn(reader, root, folder)
      .get(name)
      ?.bin.map((file) => path.posix.basename(file)) ?? []
  );
}

/** The namespaces that an installed package brings (composer.json, `autoload`), each with a backslash behind. */
export function namespacesOf(reader: Reader, root: string, folder: string, name: string): string[] {
  const autoload = recordOf(installedIn(reader, root, folder).get(name)?.raw.autoload);
  const all = [autoload['psr-4'], autoload['psr-0']].flatMap((one) => Object.keys(recordOf(one)));
  return all.filter((one) => one !== '').map((one) => (one.endsWith('\\') ? one : `${one}\\`));
}
