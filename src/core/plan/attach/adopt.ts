import path from 'node:path';
import type { Definition, Way } from '../../definition/definition.ts';
import type { Edit } from '../../edits/edit.ts';
import { bareStyle } from '../../facts/bare.ts';
import type { Circumstances } from '../../facts/circumstances.ts';
import { valuesFor } from '../../facts/settle.ts';
import { recognise, type Recognised } from '../../facts/recognise.ts';
import { editText } from '../../formats/formats.ts';
import type { Context } from '../../host/context.ts';
import { ADOPTED } from '../../ledger/record.ts';
import { EXIT, Problem } from '../../problem.ts';
import type { WorkspaceFacts } from '../../survey/survey.ts';
import { readText } from '../../text/utf8.ts';
import { extrasOf } from './extras.ts';
import { judgeWays } from './judge-ways.ts';
import { wayEdits } from './way-edits.ts';

export interface Adoption extends Recognised {
  /** The edits that would round it off, and what they do, in words. */
  rest: Edit[];
  suggested: string[];
}

/** How an integration is set up by hand in a workspace; undefined where it is not, or in part only. */
export async function findAdoption(
  context: Context,
  definition: Definition,
  at: Circumstances,
): Promise<Adoption | undefined> {
  const found = recognise(definition, at);
  if (!found) return undefined;
  const rest = await restOf(context, definition, at);
  return { ...found, rest, suggested: rest.map((edit) => inWords(edit)) };
}

/** What has to come where only the packages are missing: in the ranges of the set-up, else in those that the ways have. */
export function neededPackages({ ways }: Definition, { lacks, setUp }: Adoption): Way['packages'] {
  return Object.fromEntries(
    lacks.map((name) => {
      const need = ways.map(({ packages }) => packages[name]).find((one) => one !== undefined);
      const range = setUp.ranges?.[name] ?? need?.range ?? '*';
      return [name, { section: 'production' as const, ...need, range, when: undefined }];
    }),
  );
}

/** What is recorded and proved of it: it puts in nothing. */
export function adoptedWay({ setUp }: Pick<Adoption, 'setUp'>): Way {
  return { way: ADOPTED, title: 'as it is set up already', packages: {}, ties: [], proofs: setUp.proofs };
}

/** What rounds an integration off and is not there yet, by the first way that fits. */
async function restOf(context: Context, definition: Definition, at: Circumstances): Promise<Edit[]> {
  const way = judgeWays(definition, at).find(({ verdict }) => verdict === 'fits')?.way;
  if (!way) return [];
  const { stack } = at;
  const style = bareStyle(context, at.workspace);
  const edits = wayEdits(extrasOf(way), { workspace: stack.workspace, stack, style, values: valuesFor(at) });
  const missing: Edit[] = [];
  for (const edit of edits) {
    const text = readText(context.reader, path.join(context.host.root, edit.file));
    if (edit.format === 'whole' && text !== undefined) continue;
    const outcome = await editText(text ?? edit.seed ?? '', edit, { file: edit.file, style });
    if (outcome.kind === 'edited' || (text === undefined && outcome.kind === 'already')) missing.push(edit);
  }
  return missing;
}

function inWords({ file, format, operation }: Edit): string {
  if (format === 'json' && operation.op === 'set')
    return `${file}: "${operation.pointer.split('/').at(-1)?.replaceAll('~1', '/') ?? ''}": ${JSON.stringify(operation.value)}`;
  if (format === 'json' && operation.op === 'add') return `${file}: ${JSON.stringify(operation.value)}`;
  if (format === 'lines') return `${file}: ${operation.line}`;
  return file;
}

/** A way was asked for by name where another one leads there already. */
export function secondWay({ title }: Definition, { name }: WorkspaceFacts, { places }: Adoption): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `${title} is set up in ${name} already`,
    why: places.map(({ file, line, what }) => `${file}${line === undefined ? '' : `:${line}`} ${what}`).join('\n'),
    next: 'Nothing was changed. Leave the way out to adopt it as it is, or take it out by hand first.',
  });
}
