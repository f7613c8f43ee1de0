import path from 'node:path';
import type { ChangeSet } from '../../core/change/change-set.ts';
import { EXIT, Problem } from '../../core/problem.ts';
import type { Output } from '../output.ts';
import { renderFile } from '../render/change-set.ts';
import { diffFile, renderPatch } from '../render/patch.ts';

export type PreviewFormat = 'text' | 'patch' | 'html';

/** How a preview is shown. */
export interface PreviewOptions {
  preview: boolean;
  json: boolean;
  format: PreviewFormat;
  file?: string | undefined;
}

/** Shows a preview as a patch, or one file of it, where that is asked for; the exit status, undefined where it is not. */
export function shownOtherwise(
  changes: ChangeSet,
  { preview, format, file }: Omit<PreviewOptions, 'json'>,
  output: Output,
): number | undefined {
  if (preview && format === 'patch') {
    process.stdout.write(renderPatch(changes.files));
    return EXIT.done;
  }
  return file === undefined ? undefined : showFile(changes, file, output);
}

/** Shows what becomes of one file. Throws a Problem (status 2) for one that does not change. */
function showFile({ files }: ChangeSet, wanted: string, output: Output): number {
  const found = files.find(({ file }) => file === path.posix.normalize(wanted.replaceAll('\\', '/')));
  if (!found)
    throw new Problem({
      status: EXIT.wrongUsage,
      what: `${wanted} does not change`,
      why: `these do: ${files.map(({ file }) => file).join(', ')}`,
      next: 'Name one of them, by its path from the root of the project.',
    });
  output.say(renderFile(found));
  output.document(EXIT.done, { preview: true, file: { role: found.role, ...diffFile(found) } });
  return EXIT.done;
}

/** Throws a Problem (status 2) for ways of showing that contradict each other. */
export function checkFormat({ format, preview, json, file }: PreviewOptions): void {
  if (file !== undefined && !preview)
    throw new Problem({
      status: EXIT.wrongUsage,
      what: '--file shows a file of a preview only',
      next: 'Add --preview, or leave --file out. Nothing was changed.',
    });
  const other = json ? '--json' : file === undefined ? undefined : '--file';
  if (format === 'text' || (preview && other === undefined)) return;
  throw new Problem({
    status: EXIT.wrongUsage,
    what: preview
      ? `--format ${format} and ${other ?? ''} cannot both be given`
      : `--format ${format} shows a preview only`,
    next: preview ? 'Choose one of them.' : 'Add --preview, or leave --format out. Nothing was changed.',
  });
}
