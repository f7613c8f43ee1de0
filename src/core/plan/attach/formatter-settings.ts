import path from 'node:path';
import * as z from 'zod/mini';
import { SETTINGS } from '../../definition/facts.ts';
import type { Way } from '../../definition/definition.ts';
import type { ChosenPackage } from '../../ecosystems/work.ts';
import type { Circumstances } from '../../facts/circumstances.ts';
import type { Context } from '../../host/context.ts';
import { editorOptions } from '../../measure/editor-options.ts';
import type { Measured } from '../../measure/measure.ts';
import { sampleOf } from '../../measure/sample.ts';
import type { Options } from '../../measure/search.ts';
import { START_DEFAULTS, startOptions } from '../../measure/start-options.ts';

/** The settings of a formatter for a workspace, as JSON, and how they were found, in words. */
export interface FormatterSettings {
  json: string;
  words: string;
}

interface Source {
  file: string;
  text: string;
  /** What editors are told of it. */
  editor: Options;
}

const value = z.union([z.string(), z.number(), z.boolean()]);
const options = z.record(z.string(), value);
// What a formatter that was fetched has given is looked at before it is believed.
const answer = z.object({
  options,
  overrides: z.array(z.object({ files: z.string(), options })),
  defaults: options,
  files: z.number(),
  changing: z.number(),
  lines: z.number(),
});

/** The settings that a way needs for its formatter: measured where that can be, else what the sources seem to show. Undefined for a way without. */
export async function formatterSettings(
  context: Context,
  way: Way,
  packages: readonly ChosenPackage[],
  at: Circumstances,
): Promise<FormatterSettings | undefined> {
  const { formatter, files = [] } = way;
  if (formatter === undefined || !files.some(({ text }) => text?.includes(SETTINGS))) return undefined;
  const { workspace, stack, reader, root, style } = at;
  const sources: Source[] = [];
  for (const one of sampleOf(reader, root, workspace, stack.traits.outputs))
    sources.push({ ...one, editor: await editorOptions(root, path.posix.join(workspace.folder, one.file)) });
  const start = startOptions(style);
  const version = packages.find(({ name }) => name === formatter)?.version;
  const measured =
    version === undefined ? undefined : await tryOn(context, { name: formatter, version }, sources, start);
  const end: Options = style.eol === '\r\n' ? { endOfLine: 'crlf' } : {};
  const json = JSON.stringify(
    settingsOf(measured ?? { options: start, overrides: [], defaults: START_DEFAULTS }, end, sources),
    null,
    2,
  );
  return { json, words: inWords(`${formatter} ${version ?? ''}`.trim(), measured, sources) };
}

async function tryOn(
  { doors }: Context,
  { name, version }: { name: string; version: string },
  sources: readonly Source[],
  start: Options,
): Promise<Measured | undefined> {
  if (!doors.formatters || sources.length === 0) return undefined;
  const samples = sources.map(({ file, text, editor }) => ({ file, text, fixed: { ...editor, endOfLine: 'auto' } }));
  const told = await doors.formatters.ask(name, version, JSON.stringify({ samples, start }));
  try {
    const parsed = answer.safeParse(JSON.parse(told ?? ''));
    return parsed.success ? parsed.data : undefined;
  } catch {
    return undefined;
  }
}

/** The settings as a file says them: what differs from the defaults, and nothing that editors are told already. */
function settingsOf(
  found: Pick<Measured, 'options' | 'overrides' | 'defaults'>,
  end: Options,
  sources: readonly Source[],
): Record<string, unknown> {
  const told = new Set(sources.flatMap(({ editor }) => Object.keys(editor)));
  const whole = { ...found.options, ...end };
  const said = Object.entries(whole).filter(([name, one]) => found.defaults[name] !== one);
  const own = Object.fromEntries(said.filter(([name]) => !told.has(name)));
  const untold = Object.fromEntries(said.filter(([name]) => told.has(name)));
  const overrides = [...byEnding(untold, sources), ...found.overrides].flatMap(({ files, options: all }) => {
    const rest = Object.fromEntries(
      Object.entries(all).filter(([name]) => files.startsWith('*.') && !isTold(name, files, sources)),
    );
    return Object.keys(rest).length === 0 ? [] : [{ files, options: rest }];
  });
  return { ...own, ...(overrides.length > 0 ? { overrides } : {}) };
}

/** What editors are told of some kinds of files only: the others have it said, kind by kind. */
function byEnding(untold: Options, sources: readonly Source[]): Measured['overrides'] {
  if (Object.keys(untold).length === 0) return [];
  const endings = new Set(sources.map(({ file }) => path.posix.extname(file)).filter((one) => one !== ''));
  return [...endings].map((ending) => ({ files: `*${ending}`, options: untold }));
}

/** Whether editors are told an option of a file that a glob means: `*.ts` or `*.{css,scss}`. */
function isTold(name: string, glob: string, sources: readonly Source[]): boolean {
  const endings = glob.replace(/^\*\.\{?|\}$/g, '').split(',');
  return sources.some(({ file, editor }) => name in editor && endings.some((one) => file.endsWith(`.${one}`)));
}

function inWords(tool: string, measured: Measured | undefined, sources: readonly Source[]): string {
  const told = sources.some(({ editor }) => Object.keys(editor).length > 0) ? '.editorconfig and ' : '';
  if (!measured) return `taken from ${told}what the sources seem to show: ${tool} was not tried on them`;
  const left = told === '' ? '' : '; what .editorconfig says is left to it';
  const lines = measured.lines === 0 ? '' : `, ${measured.lines} lines`;
  return `found with ${tool}, fetched and run apart from the project: ${measured.changing} of ${measured.files} sources would change${lines}${left}`;
}
