import { tieAt } from '../../joints/joint.ts';
import { workOf } from '../../ecosystems/works.ts';
import { circumstances } from '../../facts/circumstances.ts';
import type { Edit } from '../../edits/edit.ts';
import { groupBy } from '../../group-by.ts';
import { withValue } from '../../formats/expected-value.ts';
import type { JsonValue } from '../../formats/tree-operation.ts';
import { block } from '../../formats/yaml/yaml-text.ts';
import type { CodeStyle } from '../../text/code-style.ts';
import type { Splice } from '../../text/splices.ts';
import { judgeWays } from './judge-ways.ts';
import path from 'node:path';
import type { Context } from '../../host/context.ts';
import { readText } from '../../text/utf8.ts';
import type { Definition, Way } from '../../definition/definition.ts';
import { editText } from '../../formats/formats.ts';
import type { Joint } from '../../joints/joint.ts';
import { EXIT, Problem } from '../../problem.ts';
import type { StackFacts } from '../../stacks/sides.ts';
import type { WorkspaceFacts } from '../../survey/survey.ts';
import { fillAll } from '../../definition/fill.ts';
import { valuesFor } from '../../facts/settle.ts';
import type { ReplayRefused } from '../../edits/replay.ts';

export interface RefusedAttach {
  definition: Definition;
  way: Way;
  facts: WorkspaceFacts;
  stack: StackFacts;
  choices: Record<string, string>;
  /** What could not be done: a joint, or an edit. */
  place: Joint | ReplayRefused | undefined;
}

/** The refusal of an attach: where and why, and all that the developer has to do by hand instead, in order. */
export async function refuseWithHandwork(context: Context, refused: RefusedAttach): Promise<Problem> {
  const { definition, way, facts, place } = refused;
  const refusal = place && 'refusal' in place ? place.refusal : undefined;
  const file = place === undefined ? undefined : 'edit' in place ? place.edit.file : place.file;
  const others = judgeWays(definition, circumstances(context, refused))
    .filter((one) => one.verdict === 'fits' && one.way.way !== way.way && !one.way.quiet)
    .map((one) => `--choose way=${one.way.way}`);
  const also = others.length > 0 ? `\nAnother way: ${others.join(' or ')}.` : '';
  return new Problem({
    status: EXIT.refused,
    what: `${definition.title} cannot be attached to ${facts.name} ${way.title}: a file cannot be edited safely`,
    ...(file === undefined ? {} : { where: { file, ...position(refusal) } }),
    why: refusal?.reason,
    next: `Nothing was changed. Do this by hand, or write the file so that its list can be read.${also}`,
    handwork: await steps(context, refused),
  });
}

async function steps(context: Context, { way, facts, stack, choices }: RefusedAttach): Promise<string> {
  const lines = [workOf(facts).byHand(context.facts.manager, facts.folder, way.packages)];
  const values = valuesFor(circumstances(context, { stack, choices }));
  const edits: Edit[] = [];
  for (const tie of way.ties) {
    const made = tieAt(stack.joints, fillAll(tie, values));
    const joint = stack.joints.find(({ name }) => name === tie.at);
    if (made.length === 0 && joint?.refusal) lines.push(joint.refusal.handwork);
    edits.push(...made);
  }
  for (const [file, own] of groupBy(edits, (edit) => edit.file))
    lines.push(...(await fileByHand(context, file, { edits: own, style: facts.style })));
  const told = lines.filter((line) => line !== '');
  return told.map((line, index) => `${index + 1}. ${line.replaceAll('\n', '\n   ')}`).join('\n');
}

interface FileWork {
  edits: readonly Edit[];
  style: CodeStyle;
}

/** A file that is not there is told whole, one that is there by what it lacks. */
async function fileByHand(context: Context, file: string, { edits, style }: FileWork): Promise<string[]> {
  const text = readText(context.reader, path.join(context.host.root, file));
  const whole = text === undefined ? await wholeText(edits, style) : undefined;
  if (whole !== undefined) return [`Make ${file}:\n  ${whole.trim().replaceAll('\n', '\n  ')}`];
  const lines: string[] = [];
  let lacking: JsonValue | undefined;
  for (const edit of edits) {
    const outcome = await editText(text ?? edit.seed ?? '', edit, { file, style });
    if (outcome.kind === 'already') continue;
    if (outcome.kind === 'refused') lines.push(`In ${file}: ${outcome.refusal.handwork}`);
    else if (edit.format === 'yaml' && edit.operation.op === 'set') lacking = withValue(lacking ?? {}, edit.operation);
    else lines.push(insertedIn(file, outcome.splices));
  }
  if (lacking === undefined) return lines;
  const members = block(lacking, text ?? '', { file, style });
  return [...lines, `In ${file}: see that it has\n  ${members.replaceAll('\n', '\n  ')}`];
}

/** The text of a file that some edits make; undefined where one of them cannot be made. */
async function wholeText(edits: readonly Edit[], style: CodeStyle): Promise<string | undefined> {
  let text = edits[0]?.seed ?? '';
  for (const edit of edits) {
    const outcome = await editText(text, edit, { file: edit.file, style });
    if (outcome.kind === 'refused') return undefined;
    if (outcome.kind === 'edited') text = outcome.text;
  }
  return text;
}

function insertedIn(file: string, splices: readonly Splice[]): string {
  const inserted = splices.map((splice) => splice.inserted.trim()).filter((part) => part !== '');
  return `In ${file}: put in\n  ${inserted.join('\n').replaceAll('\n', '\n  ')}`;
}

function position(refusal: { line?: number; column?: number } | undefined): { line?: number; column?: number } {
  return {
    ...(refusal?.line === undefined ? {} : { line: refusal.line }),
    ...(refusal?.column === undefined ? {} : { column: refusal.column }),
  };
}
