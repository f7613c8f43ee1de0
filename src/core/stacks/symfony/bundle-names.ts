import path from 'node:path';
import type { Ground } from '../../joints/ground.ts';
import type { Bundle } from '../../joints/growth.ts';
import { editText, type FormatOperation } from '../../formats/formats.ts';
import { styleOf } from '../../text/code-style.ts';

/** What a bundle is named by in texts. */
export interface Names {
  bundle: Bundle;
  /** `App\Garden`. */
  namespace: string;
  /** `Garden`, by which templates name it. */
  short: string;
  /** What its settings are called: `garden`. */
  alias: string;
  routes: string[];
}

/** Whether a text names a bundle: by its namespace, its folder, or as templates and settings do. */
export function namesIt({ namespace, short, bundle }: Names, text: string): boolean {
  const plain = text.replaceAll('\\\\', '\\');
  const folder = bundle.folder.split('/').slice(-2).join('/');
  const ends = (at: number): boolean => !/\w/.test(plain[at] ?? '');
  const has = (word: string): boolean => {
    const at = plain.indexOf(word);
    return at !== -1 && ends(at + word.length) && !/\w/.test(plain[at - 1] ?? '');
  };
  return has(namespace) || has(folder) || has(`@${short}`) || has(bundle.name);
}

/** The folders of tests that lie as a folder of sources does; none for one outside of these. */
export function testFolders(ground: Ground, folder: string): string[] {
  const below = path.posix.relative(ground.inHost('src'), folder);
  return below.startsWith('..') ? [] : ['tests', 'Tests'].map((one) => ground.inHost(`${one}/${below}`));
}

/** A text after an operation; the same where that cannot be made. */
export async function edited(text: string, operation: FormatOperation, file: string): Promise<string> {
  const outcome = await editText(text, operation, { file, style: styleOf(text) });
  return outcome.kind === 'edited' ? outcome.text : text;
}
