import type { ComponentOperation } from './component/component.ts';
import type { DotenvOperation } from './dotenv.ts';
import type { Format, Outcome, Surroundings } from './format.ts';
import type { IniOperation } from './ini.ts';
import type { JsonOperation } from './json.ts';
import type { LinesOperation } from './lines.ts';
import type { MarkupOperation } from './markup.ts';
import type { PhpOperation } from './php/php.ts';
import type { ScriptOperation } from './script/operations.ts';
import type { StyleOperation } from './style/style.ts';
import type { WholeOperation } from './whole.ts';
import type { XmlOperation } from './xml/xml.ts';
import type { YamlOperation } from './yaml.ts';

/** An operation with the format that understands it. */
export type FormatOperation =
  | { format: 'component'; operation: ComponentOperation }
  | { format: 'dotenv'; operation: DotenvOperation }
  | { format: 'ini'; operation: IniOperation }
  | { format: 'json'; operation: JsonOperation }
  | { format: 'lines'; operation: LinesOperation }
  | { format: 'markup'; operation: MarkupOperation }
  | { format: 'php'; operation: PhpOperation }
  | { format: 'script'; operation: ScriptOperation }
  | { format: 'style'; operation: StyleOperation }
  | { format: 'whole'; operation: WholeOperation }
  | { format: 'xml'; operation: XmlOperation }
  | { format: 'yaml'; operation: YamlOperation };

export type FormatName = FormatOperation['format'];

// Parsers are large: each is loaded by the first edit that needs it, and by nothing that only looks.
const LOAD: Record<FormatName, () => Promise<Format<never>>> = {
  component: async () => (await import('./component/component.ts')).component,
  dotenv: async () => (await import('./dotenv.ts')).dotenv,
  ini: async () => (await import('./ini.ts')).ini,
  json: async () => (await import('./json.ts')).json,
  lines: async () => (await import('./lines.ts')).lines,
  markup: async () => (await import('./markup.ts')).markup,
  php: async () => (await import('./php/php.ts')).php,
  script: async () => (await import('./script/script.ts')).script,
  style: async () => (await import('./style/style.ts')).style,
  whole: async () => (await import('./whole.ts')).whole,
  xml: async () => (await import('./xml/xml.ts')).xml,
  yaml: async () => (await import('./yaml.ts')).yaml,
};

async function load(name: FormatName): Promise<Format<unknown>> {
  return LOAD[name]();
}

/** Makes one edit in a text; see the format's own operations. Throws nothing but a bug's error. */
export async function editText(text: string, edit: FormatOperation, around: Surroundings): Promise<Outcome> {
  return (await load(edit.format)).edit(text, edit.operation, around);
}

/** Takes out by meaning what an edit put in. */
export async function removeFromText(text: string, edit: FormatOperation, around: Surroundings): Promise<Outcome> {
  return (await load(edit.format)).remove(text, edit.operation, around);
}
