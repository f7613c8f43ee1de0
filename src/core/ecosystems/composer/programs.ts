import path from 'node:path';
import type { Reader } from '../../ports.ts';
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
    return /^(#!.*\bphp\b|<\?php)/.test(text) ? { command: 'php', lead: [file] } : { command: file, lead: [] };
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
