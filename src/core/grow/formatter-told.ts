import path from 'node:path';
import picomatch from 'picomatch';
import { parse as parseYaml } from 'yaml';
import * as z from 'zod/mini';
import type { GrowSpec } from '../definition/parts.ts';
import { readPlain } from '../formats/script/read.ts';
import type { Context } from '../host/context.ts';
import { editorOptions } from '../measure/editor-options.ts';
import type { Options } from '../measure/search.ts';
import type { CodeStyle } from '../text/code-style.ts';
import { isPlainGlob } from '../text/plain-glob.ts';
import { readText } from '../text/utf8.ts';
import type { Growing } from './growing.ts';

type FormatterSpec = NonNullable<GrowSpec['formatter']>;

/** What a project has told its formatter: options, and those for files by their names. */
export interface Settings {
  /** The folder that they are in, from the host's root. */
  folder: string;
  options: Options;
  overrides: { files: string | string[]; options: Options }[];
}

/** The options of a formatter for one file: what editors are told, then the project's own, then those for files of its name. */
export async function optionsFor(
  root: string,
  { file, text }: { file: string; text: string },
  settings: Settings,
): Promise<Options> {
  const inFolder = path.posix.relative(settings.folder, file);
  const meant = settings.overrides.filter(({ files }) => picomatch(files, { dot: true, basename: true })(inFolder));
  return {
    ...(await editorOptions(root, file)),
    ...settings.options,
    ...Object.fromEntries(meant.flatMap(({ options }) => Object.entries(options))),
    // Texts have the line breaks that they will have in the project.
    endOfLine: text.includes('\r\n') ? 'crlf' : 'lf',
  };
}

/** The settings nearest to a workspace; none where they are computed, or there are none at all: then the formatter is not what lays sources out here. */
export function settingsOf(
  context: Context,
  { folder, style }: Pick<Growing['facts'], 'folder' | 'style'>,
  { settings }: FormatterSpec,
): Settings | undefined {
  for (const at of new Set([folder, '.'])) {
    for (const name of settings) {
      const found = name.startsWith('#/')
        ? memberOf(context, at, name.slice(2))
        : readSettings(context, path.posix.join(at, name), style);
      if (found === 'none') continue;
      return found && { folder: at, ...found };
    }
  }
  return undefined;
}

/** What a member of a workspace's manifest says; `none` where it is not there, undefined where it cannot be told. */
function memberOf({ facts }: Context, folder: string, member: string): Omit<Settings, 'folder'> | undefined | 'none' {
  const value = facts.workspaces.find((one) => one.folder === folder)?.manifest.all[member];
  return value === undefined ? 'none' : plainSettings(value);
}

/** The same of a settings file. */
function readSettings(
  { reader, host }: Context,
  file: string,
  style: CodeStyle,
): Omit<Settings, 'folder'> | undefined | 'none' {
  const text = readText(reader, path.join(host.root, file));
  if (text === undefined) return 'none';
  if (/\.[cm]?[jt]s$/.test(file)) return plainSettings(readPlain(text, { file, style }));
  try {
    // JSON is read as YAML, too (YAML 1.2, section 1.3).
    return plainSettings(parseYaml(text));
  } catch {
    return undefined;
  }
}

const glob = z.string().check(z.refine(isPlainGlob));
const override = z.object({
  files: z.union([glob, z.array(glob)]),
  options: z.record(z.string(), z.unknown()),
});
const overrides = z.array(override);

/** Settings as they are told; undefined for the name of a package that has them. */
function plainSettings(value: unknown): Omit<Settings, 'folder'> | undefined {
  if (value === null || typeof value !== 'object' || Array.isArray(value)) return undefined;
  const { overrides: more = [], ...options } = value as Record<string, unknown>;
  const found = overrides.safeParse(more);
  if (!found.success) return undefined;
  return {
    options: plainOptions(options),
    overrides: found.data.map((one) => ({ files: one.files, options: plainOptions(one.options) })),
  };
}

/** Options that say something by themselves; what brings code along (plugins) is not among them. */
function plainOptions(options: Readonly<Record<string, unknown>>): Options {
  const isPlain = ([, value]: [string, unknown]): boolean => ['string', 'number', 'boolean'].includes(typeof value);
  return Object.fromEntries(Object.entries(options).filter(isPlain)) as Options;
}
