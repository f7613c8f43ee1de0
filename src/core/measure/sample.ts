import path from 'node:path';
import type { Reader } from '../ports.ts';
import { hashOf } from '../text/hash.ts';
import { encode, readText } from '../text/utf8.ts';
import { ignoredFolders } from '../survey/ignored-folders.ts';
import { ownFiles } from '../survey/own-files.ts';
import { isVendored } from '../survey/vendored.ts';

const MOST_FILES = 200;
const MOST_BYTES = 1 << 20;
const LARGEST = 40_000;
// Of what is no code a few files tell enough.
const MOST_OF_A_KIND = 12;
const SOURCE = /\.([cm]?[jt]sx?|vue|css|scss|less|html?|jsonc?|ya?ml|md)$/;
// What programs write.
const WRITTEN =
  /(^|\/)([\w.-]*lock[\w.-]*\.(json|ya?ml)|CHANGELOG\.md|package\.json|[\w.-]*\.d\.ts|[\w.-]*\.gen\.[jt]sx?|.*\.snap)$|(^|\/)(__snapshots__|generated)\//i;
const CODE = /\.([cm]?[jt]sx?|vue)$/;
const HEAD = /@generated|do not edit|auto-?generated/i;

/** How much a tool is given: bounds in work, not in time, so that every run finds the same. */
export interface Limits {
  files: number;
  bytes: number;
}

interface Wanted {
  outputs: readonly string[];
  isMeant(this: void, file: string): boolean;
  most: Limits;
  /** Of more than that some are enough: chosen by their paths alone. */
  some: boolean;
}

/** The sources of a workspace that are meant; undefined where they are too many to be tried, and some are not enough. */
export function sourcesLike(
  reader: Reader,
  root: string,
  workspace: { folder: string },
  { outputs, isMeant, most, some }: Wanted,
): Map<string, string> | undefined {
  const top = path.join(root, workspace.folder);
  const isPassed = passing(reader, root, workspace, outputs);
  const files = [...ownFiles(reader, top)].filter((file) => isMeant(file) && !isVendored(file) && !isPassed(file));
  const texts = new Map<string, string>();
  let size = 0;
  for (const file of inOrder(files)) {
    const text = readText(reader, path.join(top, file));
    if (text === undefined) continue;
    size += text.length;
    if (texts.size === most.files || size > most.bytes) return some ? texts : undefined;
    texts.set(file, text);
  }
  return texts;
}

/** Files in an order that their paths alone give, and no folder has a part in. */
function inOrder(files: readonly string[]): string[] {
  const keyed = files.map((file) => ({ file, key: hashOf(encode(file)) }));
  return keyed.sort((a, b) => (a.key < b.key ? -1 : 1)).map(({ file }) => file);
}

/** Whether a file is in a folder that is built, generated or ignored. */
function passing(
  reader: Reader,
  root: string,
  workspace: { folder: string },
  outputs: readonly string[],
): (file: string) => boolean {
  const passed = [...outputs, ...ignoredFolders(reader, root, workspace).map(({ name }) => name)];
  return (file) =>
    passed.some((folder) => file === folder || file.startsWith(`${folder}/`) || file.includes(`/${folder}/`));
}

/** Sources of a workspace that show how it is written: chosen by their paths alone, so that every run finds the same. */
export function sampleOf(
  reader: Reader,
  root: string,
  workspace: { folder: string },
  outputs: readonly string[],
): { file: string; text: string }[] {
  const top = path.join(root, workspace.folder);
  const isPassed = passing(reader, root, workspace, outputs);
  const isOwn = (file: string): boolean =>
    SOURCE.test(file) && !WRITTEN.test(file) && !isVendored(file) && !isPassed(file);
  const files = [...ownFiles(reader, top)].filter(isOwn);
  const chosen: { file: string; text: string }[] = [];
  let size = 0;
  for (const file of inOrder(files)) {
    if (chosen.length >= MOST_FILES || size >= MOST_BYTES) break;
    const text = readText(reader, path.join(top, file));
    if (text === undefined || text.trim() === '' || text.length > LARGEST || HEAD.test(text.slice(0, 300))) continue;
    const ending = path.posix.extname(file);
    const alike = chosen.filter((one) => path.posix.extname(one.file) === ending).length;
    if (size + text.length > MOST_BYTES || (!CODE.test(file) && alike >= MOST_OF_A_KIND)) continue;
    size += text.length;
    chosen.push({ file, text });
  }
  return chosen.sort((a, b) => (a.file < b.file ? -1 : 1));
}
