import { aroundFormat } from './around/around-format.ts';
import { besideFormat } from './beside/beside-format.ts';
import { componentFormat } from './component/component-format.ts';
import { dotenvFormat } from './dotenv/dotenv-format.ts';
import { iniFormat } from './ini/ini-format.ts';
import { insteadFormat } from './instead/instead-format.ts';
import { jsonFormat } from './json/json-format.ts';
import { linesFormat } from './lines/lines-format.ts';
import { markupFormat } from './markup/markup-format.ts';
import { phpFormat } from './php/php-format.ts';
import { scriptFormat } from './script/script-format.ts';
import { styleFormat } from './style/style-format.ts';
import { wholeFormat } from './whole/whole-format.ts';
import { xmlFormat } from './xml/xml-format.ts';
import { yamlFormat } from './yaml/yaml-format.ts';
import * as z from 'zod/mini';
import type { Format, FormatDescriptor, Outcome, Surroundings, TextFault, WrittenText } from './format.ts';
import type { ProcessDoor } from '../ports.ts';

/** Every kind of text that can be edited. */
export const FORMATS = [
  aroundFormat,
  besideFormat,
  componentFormat,
  dotenvFormat,
  iniFormat,
  insteadFormat,
  jsonFormat,
  linesFormat,
  markupFormat,
  phpFormat,
  scriptFormat,
  styleFormat,
  wholeFormat,
  xmlFormat,
  yamlFormat,
] as const;

type OperationOf<One> =
  One extends FormatDescriptor<infer Name, infer Operation> ? { format: Name; operation: Operation } : never;

/** An operation with the format that understands it. */
export type FormatOperation = OperationOf<(typeof FORMATS)[number]>;

/** Formats by which edits are made: all of those above, or more. */
export type Formats = readonly AnyFormat[];

interface AnyFormat {
  name: string;
  says: string;
  schema: z.ZodMiniType;
  describe(operation: never): string;
  load(): Promise<Format<never>>;
}

/** Has the programs of languages read texts as they would be, where they are installed: the first that one cannot read. */
export async function readBack(
  processes: ProcessDoor,
  root: string,
  texts: readonly WrittenText[],
): Promise<TextFault | undefined> {
  for (const format of FORMATS) {
    const fault = await format.readBack?.(processes, root, texts);
    if (fault) return fault;
  }
  return undefined;
}

/** Makes one edit in a text; see the format's own operations. Throws nothing but a bug's error. */
export async function editText(
  text: string,
  { format, operation }: FormatOperation,
  around: Surroundings,
  formats: Formats = FORMATS,
): Promise<Outcome> {
  return (await find(formats, format).load()).edit(text, operation as never, around);
}

/** Takes out by meaning what an edit put in. */
export async function removeFromText(
  text: string,
  { format, operation }: FormatOperation,
  around: Surroundings,
  formats: Formats = FORMATS,
): Promise<Outcome> {
  return (await find(formats, format).load()).remove(text, operation as never, around);
}

/** What an edit has put into a file, in a few words that stand behind "no longer". */
export function describeEdit({ format, operation }: FormatOperation, formats: Formats = FORMATS): string {
  return find(formats, format).describe(operation as never);
}

/** The shape of a format with its operation, as records hold them. */
export function operationSchema(formats: Formats = FORMATS): z.ZodMiniType<FormatOperation> {
  const [first, ...rest] = formats.map(({ name, schema }) => z.object({ format: z.literal(name), operation: schema }));
  if (!first) throw new Error('there is at least one format');
  return z.discriminatedUnion('format', [first, ...rest]) as unknown as z.ZodMiniType<FormatOperation>;
}

function find(formats: Formats, name: string): AnyFormat {
  const found = formats.find((one) => one.name === name);
  if (!found) throw new Error(`no format ${name}`);
  return found;
}
