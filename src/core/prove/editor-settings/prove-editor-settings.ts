import { parse } from 'editorconfig';
import { decode } from '../../text/utf8.ts';
import type { Spec } from './spec.ts';
import { indentOf, lineBreakOf } from '../../text/code-style.ts';
import type { Bench } from '../bench.ts';
import { ownSources } from '../lint/prove-lint.ts';
import { missingEdits } from '../missing-edits.ts';
import type { ProofResult } from '../../change/proof.ts';

/** Proves that what an editor is told of the host's sources (EditorConfig Specification) is how most of them are written. */
export async function proveEditorSettings(bench: Bench): Promise<ProofResult> {
  const { context, task } = bench;
  const spec = task.spec as unknown as Spec;
  const prefix = task.workspace === '.' ? '' : `${task.workspace}/`;
  const files = await ownSources(bench, spec.endings);
  const against: string[] = [];
  let told = 0;
  for (const file of files) {
    const inWorkspace = bench.path(file.slice(prefix.length));
    const settings = await parse(inWorkspace);
    if (settings.indent_style === undefined) continue;
    told += 1;
    const bytes = context.doors.files.read(inWorkspace);
    const text = (bytes && decode(bytes)) ?? '';
    const indent = indentOf(text);
    const tabs = settings.indent_style === 'tab';
    const fits = indent === undefined || (tabs ? indent === '\t' : indent.length === Number(settings.indent_size));
    const eol = lineBreakOf(text);
    const ends =
      eol === undefined ||
      settings.end_of_line === undefined ||
      eol === (settings.end_of_line === 'crlf' ? '\r\n' : '\n');
    if (!fits || !ends) against.push(file);
  }
  const count = files.length === 1 ? '1 source' : `${files.length} sources`;
  const fail = async (why: string): Promise<ProofResult> =>
    bench.result(false, '.editorconfig', [why, ...(await missingEdits(context, task))]);
  // What somebody has written speaks of what they want it to.
  if (told < files.length && !task.adopts) return fail(`of ${count} an editor is told the indentation of ${told}`);
  if (against.length * 2 > told && told > 0)
    return fail(`most sources are written otherwise: ${against.slice(0, 5).join(', ')}`);
  return bench.result(
    true,
    `.editorconfig: what it says of ${count} is how ${files.length - against.length} are written`,
  );
}
