import type { DotenvOperation } from './dotenv.ts';
import type { Format, Outcome, Surroundings } from './format.ts';
import type { IniOperation } from './ini.ts';
import type { JsonOperation } from './json.ts';
import type { LinesOperation } from './lines.ts';
import type { MarkupOperation } from './markup.ts';
import type { ScriptOperation } from './script/script.ts';
import type { StyleOperation } from './style.ts';
import type { YamlOperation } from './yaml.ts';

/** An operation with the format that understands it. */
export type FormatOperation =
  | { format: 'dotenv'; operation: DotenvOperation }
  | { format: 'ini'; operation: IniOperation }
  | { format: 'json'; operation: JsonOperation }
  | { format: 'lines'; operation: LinesOperation }
  | { format: 'markup'; operation: MarkupOperation }
  | { format: 'script'; operation: ScriptOperation }
  | { format: 'style'; operation: StyleOperation }
  | { format: 'yaml'; operation: YamlOperation };

export type FormatName = FormatOperation['format'];

export const FORMAT_NAMES: readonly FormatName[] = [
  'dotenv',
  'ini',
  'json',
  'lines',
  'markup',
  'script',
  'style',
  'yaml',
];

async function load(name: FormatName): Promise<Format<unknown>> {
  const formats = await import('./all-formats.ts');
  return formats[name];
}

/** Makes one edit in a text; see the format's own operations. Throws nothing but a bug's error. */
export async function editText(text: string, edit: FormatOperation, around: Surroundings): Promise<Outcome> {
  return (await load(edit.format)).edit(text, edit.operation, around);
}

/** Takes out by meaning what an edit put in. */
export async function removeFromText(text: string, edit: FormatOperation, around: Surroundings): Promise<Outcome> {
  return (await load(edit.format)).remove(text, edit.operation, around);
}
