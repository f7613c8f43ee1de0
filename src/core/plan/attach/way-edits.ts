import { tieAt } from '../../joints/joint.ts';
import { wayTo } from '../../path-names.ts';
import { moduleStyleOf } from '../../facts/module-style.ts';
import { wholeFile, type Edit } from '../../edits/edit.ts';
import path from 'node:path';
import { SETTINGS } from '../../definition/facts.ts';
import { fillAll, fillText } from '../../definition/fill.ts';
import type { Way } from '../../definition/definition.ts';
import type { Tie } from '../../definition/ties.ts';
import { withMembers } from '../../formats/json/with-members.ts';
import { fitFile } from '../../formats/script/fit-file.ts';
import { toNative, type ModuleStyle } from '../../formats/script/native.ts';
import type { StackFacts } from '../../stacks/sides.ts';
import type { WorkspaceFacts } from '../../survey/survey.ts';
import { joinedRecords, recordOf } from '../../records.ts';
import type { CodeStyle } from '../../text/code-style.ts';

interface EditPlace {
  workspace: Pick<WorkspaceFacts, 'folder' | 'language' | 'moduleFormat'>;
  stack: StackFacts;
  style: CodeStyle;
  /** What texts are filled with. */
  values: Readonly<Record<string, string>>;
}

/** The edits of a way in a workspace: its files first, then its ties. */
export function wayEdits({ files = [], ties }: Pick<Way, 'files' | 'ties'>, place: EditPlace): Edit[] {
  const { workspace, style, values } = place;
  const made = files.map(({ file, text = '', merge = [], native, ...how }) => {
    const inHost = path.posix.normalize(path.posix.join(workspace.folder, fillText(file, values)));
    const members = merge.map((one) => fillAll(one.members, values)).reduce(joinedRecords, {});
    const filled = isSettings(text)
      ? joinedSettings(fillText(text, values), members)
      : withMembers(fillText(text, values).trimStart(), members);
    const own = native ? nativeFile(filled, inHost, place) : filled;
    return wholeFile(inHost, fitFile(own, inHost, style), how);
  });
  return [...made, ...tieEdits(ties, place)];
}

/** A file that is nothing but the settings of a formatter. */
function isSettings(text: string): boolean {
  return text.trim() === SETTINGS;
}

function joinedSettings(json: string, members: Record<string, unknown>): string {
  return `${JSON.stringify(joinedRecords(recordOf(JSON.parse(json)), members), null, 2)}\n`;
}

/** In such a file `~/` is the workspace's folder. */
function nativeFile(text: string, file: string, { workspace, stack }: EditPlace): string {
  const here = path.posix.dirname(file);
  const near = text.replaceAll(
    /'~\/([^']+)'/g,
    (_, target: string) => `'${wayTo(here, path.posix.join(workspace.folder, target))}'`,
  );
  // What is bundled is written as ES modules, whatever the package says.
  const manner = moduleStyleOf(workspace, stack.traits);
  const isModule = file.endsWith('.mjs') && manner.ending !== 'mjs';
  if (file.endsWith('.vue')) return nativeComponent(near, manner);
  return toNative(near, isModule ? { language: 'js', modules: 'esm' } : manner);
}

/** A component whose scripts are in the language of a host. */
function nativeComponent(text: string, manner: ModuleStyle): string {
  if (manner.language === 'ts') return text;
  const scripts = /(<script\b[^>]*?) lang="ts"([^>]*>\r?\n)([\s\S]*?)(<\/script>)/g;
  return text.replaceAll(
    scripts,
    (_, open: string, rest: string, code: string, close: string) => open + rest + toNative(code, manner) + close,
  );
}

/** The edits by which ties are made on a stack. */
export function tieEdits(ties: readonly Tie[], { stack, values }: Pick<EditPlace, 'stack' | 'values'>): Edit[] {
  return ties.flatMap((tie) => tieAt(stack.joints, fillAll(tie, values)));
}
