import path from 'node:path';
import * as z from 'zod/mini';
import { wholeFile, type Edit } from '../edits/edit.ts';
import { forParts } from '../facts/for-parts.ts';
import type { Context } from '../host/context.ts';
import type { FormatTask } from '../measure/format-task.ts';
import { jsonIn } from '../text/json-text.ts';
import { readText } from '../text/utf8.ts';
import type { Growing } from './growing.ts';

const answer = z.array(z.nullable(z.string()));

/**
 * New files as the project's own formatter lays them out, by a copy of it that sees nothing of the project. They stay as they are where
 * there is none, where its settings cannot be told, or where a model that they are like is not laid out so itself.
 */
export async function laidOut(
  context: Context,
  { facts, stack }: Growing,
  edits: readonly Edit[],
  model?: string,
): Promise<Edit[]> {
  const { doors, host, reader } = context;
  const whole = edits.filter(({ format }) => format === 'whole');
  const spec =
    whole.length === 0 ? undefined : (await forParts(context, stack)).find((one) => one.formatter)?.formatter;
  const fact = spec && facts.found(spec.package);
  const version = fact?.installed ?? fact?.locked;
  if (!doors.formatters || !spec || version === undefined) return [...edits];
  // Loaded only where a formatter is there: settings are read by parsers of their own.
  const { optionsFor, settingsOf } = await import('./formatter-told.ts');
  const settings = settingsOf(context, facts, spec);
  if (!settings) return [...edits];
  const texts = whole.flatMap((edit) =>
    edit.format === 'whole' ? [{ file: edit.file, text: edit.operation.text }] : [],
  );
  const own = model === undefined ? undefined : readText(reader, path.join(host.root, model));
  if (model !== undefined && own !== undefined) texts.push({ file: model, text: own });
  const sources: FormatTask['sources'] = [];
  for (const one of texts) sources.push({ ...one, options: await optionsFor(host.root, one, settings) });
  const told = answer.safeParse(
    jsonIn(await doors.formatters.ask(spec.package, version, JSON.stringify({ sources } satisfies FormatTask))),
  );
  if (!told.success || told.data.length !== sources.length) return [...edits];
  if (own !== undefined && told.data.at(-1) !== own) return [...edits];
  const results = new Map(whole.map((edit, at) => [edit, told.data[at] ?? undefined]));
  return edits.map((edit) => {
    const text = results.get(edit);
    return text === undefined || edit.format !== 'whole' ? edit : { ...edit, ...wholeFile(edit.file, text) };
  });
}
