import path from 'node:path';
import { ownFiles } from '../survey/own-files.ts';
import { isVendored } from '../survey/vendored.ts';
import type { Ground } from './ground.ts';

// Larger files are made by programs.
const MOST_CHARACTERS = 200_000;

/** The files of a workspace that its people keep, relative to the host's root: without what is somebody else's. */
export function ownFilesOf({ reader, root, workspace }: Ground): string[] {
  return [...ownFiles(reader, path.join(root, workspace.folder))]
    .filter((below) => !isVendored(below))
    .map((below) => path.posix.join(workspace.folder, below));
}

/** Those of them with an ending that its people have written, and that are no tests, each with its text. */
export function* ownSources(ground: Ground, ending: RegExp): Generator<{ file: string; text: string }> {
  for (const file of ownFilesOf(ground)) {
    if (!ending.test(file) || /\.(test|spec)\.|__tests__/.test(file)) continue;
    const text = ground.text(file);
    if (text !== undefined && text.length <= MOST_CHARACTERS) yield { file, text };
  }
}
