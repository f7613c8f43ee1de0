import { tieAt } from '../../joints/joint.ts';
import { workOf } from '../../ecosystems/works.ts';
import { circumstances } from '../../facts/circumstances.ts';
import type { Edit } from '../../edits/edit.ts';
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
  const others = definition.ways
    .filter((one) => one.way !== way.way && !one.quiet)
    .map((one) => `--choose way=${one.way}`);
  const also = others.length > 0 ? ` Another way: ${others.join(' or ')}.` : '';
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
  for (const tie of way.ties) {
    const joint = stack.joints.find(({ name }) => name === tie.at);
    const edits = tieAt(stack.joints, fillAll(tie, values));
    if (edits.length === 0 && joint?.refusal) lines.push(joint.refusal.handwork);
    for (const edit of edits) lines.push(...(await byHand(context, edit, facts)));
  }
  return lines.map((line, index) => `${index + 1}. ${line.replaceAll('\n', '\n   ')}`).join('\n');
}

async function byHand(context: Context, edit: Edit, facts: WorkspaceFacts): Promise<string[]> {
  const text = readText(context.reader, path.join(context.host.root, edit.file));
  const outcome = await editText(text ?? edit.seed ?? '', edit, { file: edit.file, style: facts.style });
  if (outcome.kind === 'already') return [];
  if (outcome.kind === 'refused') return [`In ${edit.file}: ${outcome.refusal.handwork}`];
  const inserted = outcome.splices.map((splice) => splice.inserted.trim()).filter((part) => part !== '');
  return [
    `${text === undefined ? 'Make' : 'In'} ${edit.file}: put in\n  ${inserted.join('\n').replaceAll('\n', '\n  ')}`,
  ];
}

function position(refusal: { line?: number; column?: number } | undefined): { line?: number; column?: number } {
  return {
    ...(refusal?.line === undefined ? {} : { line: refusal.line }),
    ...(refusal?.column === undefined ? {} : { column: refusal.column }),
  };
}
