import path from 'node:path';
import type { Definition } from '../../definition/definition.ts';
import type { Circumstances } from '../../facts/circumstances.ts';
import { configurationFiles, withoutComments } from '../../facts/configuration-files.ts';
import { ownFiles } from '../../survey/own-files.ts';
import { isVendored } from '../../survey/vendored.ts';
import { literally } from '../../text/literally.ts';
import { positionAt } from '../../text/positions.ts';
import { readText } from '../../text/utf8.ts';
import type { Inferred } from './choices.ts';

const SHEET = /\.(css|scss|sass|less|pcss|postcss|vue|svelte|astro)$/;
const MOST_BYTES = 300_000;

/** What a project's own sheets and configuration files tell of the choices of a definition. */
export function inferChoices({ choices = {} }: Definition, at: Circumstances): Inferred {
  const found = new Map<string, { value: string; why: string }>();
  for (const [key, choice] of Object.entries(choices)) {
    if (choice.kind !== 'text' || !choice.found) continue;
    for (const pattern of choice.found) {
      const told = tellsIn(at, pattern);
      if (told && !found.has(key)) found.set(key, told);
    }
  }
  return found;
}

function tellsIn(at: Circumstances, pattern: string): { value: string; why: string } | undefined {
  const [before = '', after = ''] = pattern.split('*');
  const expression = new RegExp(`${literally(before)}([\\w-]{1,80})${literally(after)}`);
  for (const { file, text } of texts(at, before)) {
    const match = expression.exec(text);
    const value = match?.[1];
    if (match && value !== undefined)
      return { value, why: `${file}:${positionAt(text, match.index).line} has ${match[0]}` };
  }
  return undefined;
}

function* texts(at: Circumstances, lead: string): Generator<{ file: string; text: string }> {
  yield* configurationFiles(at);
  const top = path.join(at.root, at.workspace.folder);
  for (const file of ownFiles(at.reader, top)) {
    if (!SHEET.test(file) || isVendored(file)) continue;
    const text = readText(at.reader, path.join(top, file));
    if (text !== undefined && text.length < MOST_BYTES && text.includes(lead))
      yield { file: path.posix.join(at.workspace.folder, file), text: withoutComments(text, file) };
  }
}
