// Measures sources with a formatter, or has them laid out by it, in a process of its own that sees nothing of the project: the task comes as JSON by standard input, what
// was found goes out the same way. The first argument is the folder of the formatter.
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { triedOptions, type SupportedOption } from './formatter-options.ts';
import type { FormatTask } from './format-task.ts';
import { measure, type MeasureTask } from './measure.ts';
import type { Formatter } from './search.ts';

interface FormatterModule {
  format(text: string, options: Record<string, unknown>): Promise<string> | string;
  getSupportInfo(
    options: Record<string, unknown>,
  ): Promise<{ options: SupportedOption[] }> | { options: SupportedOption[] };
  version?: string;
}

const [, , folder = '.', entry = 'index.mjs'] = process.argv;
const loaded = (await import(pathToFileURL(path.join(folder, entry)).href)) as FormatterModule & {
  default?: FormatterModule;
};
const formatter = loaded.default?.format ? loaded.default : loaded;
const chunks: Buffer[] = [];
for await (const chunk of process.stdin) chunks.push(chunk as Buffer);
const task = JSON.parse(Buffer.concat(chunks).toString('utf8')) as MeasureTask | FormatTask;
// Before its version 3 it looks for plugins in the folders above, where nothing says where else.
const place = formatter.version?.startsWith('2.') ? { pluginSearchDirs: [folder] } : {};
const { options } = await formatter.getSupportInfo({ ...place });
const format: Formatter = async ({ file, text }, settings) => {
  try {
    // Nothing is looked for on the disk: what a project has set, and its plugins, are not asked.
    return await formatter.format(text, { ...settings, ...place, filepath: path.posix.basename(file), plugins: [] });
  } catch {
    return undefined;
  }
};
const answer =
  'sources' in task
    ? await Promise.all(task.sources.map(async (one) => (await format({ ...one, fixed: {} }, one.options)) ?? null))
    : await measure(task, triedOptions(options), format);
process.stdout.write(JSON.stringify(answer));
