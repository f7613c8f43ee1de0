import { likelySide } from '../../../core/plan/attach/choose-side.ts';
import type { StackFacts } from '../../../core/stacks/sides.ts';
import { circumstances } from '../../../core/facts/circumstances.ts';
import pc from 'picocolors';
import { openHost } from '../../../core/host/context.ts';
import { tellWhatGoesOn } from '../../at-work.ts';
import { catalogIds, loadDefinition } from '../../../core/definition/catalog.ts';
import { recognise } from '../../../core/facts/recognise.ts';
import { explain, judgeWays, type Judgement } from '../../../core/plan/attach/judge-ways.ts';
import { resolveChoices } from '../../../core/plan/attach/choices.ts';
import { EXIT } from '../../../core/problem.ts';
import { namedOrAll } from '../../../core/survey/choose-workspaces.ts';
import type { Output } from '../../output.ts';
import { columns } from '../../render/columns.ts';
import { printable } from '../../render/printable.ts';
import { openCatalog, openDoors, type GlobalOptions } from '../../session.ts';

interface BrowseOptions extends GlobalOptions {
  words: string[];
  workspace: string[];
}

interface Row {
  workspace: string;
  side?: StackFacts['side'];
  name: string;
  attached: string | null;
  /** Somebody has set it up by hand. */
  setUp: boolean;
  ways: Judgement[];
}

export async function run({ cwd, words, workspace }: BrowseOptions, output: Output): Promise<number> {
  const doors = openDoors();
  const catalog = openCatalog();
  const context = await openHost(doors, catalog, cwd);
  await tellWhatGoesOn(doors, context.host.root, output);
  const named = await namedOrAll(doors.files, context.facts, workspace, cwd);
  const found: Record<string, unknown>[] = [];
  for (const id of catalogIds(doors.files, catalog)) {
    const definition = await loadDefinition(doors.files, catalog, id);
    const { title, kind, about, docs } = definition;
    const all = `${id} ${title} ${kind} ${about}`.toLowerCase();
    if (!words.every((word) => all.includes(word.toLowerCase()))) continue;
    const choices = resolveChoices(definition, {}, undefined);
    // What serves the whole host goes to its root, whichever workspace is asked about.
    const places = definition.belongs === 'root' ? named.filter(({ folder }) => folder === '.') : named;
    const rows: Row[] = [];
    for (const facts of places) {
      const stack = await likelySide(context, { definition, workspace: facts.folder, choices });
      const attached = context.ledgers.find((one) => one.integration === id && one.workspace === facts.folder);
      const at = circumstances(context, { stack, choices });
      rows.push({
        workspace: facts.folder,
        ...(stack.side === undefined ? {} : { side: stack.side }),
        name: facts.name,
        attached: attached?.way ?? null,
        setUp: !attached && recognise(definition, at) !== undefined,
        ways: judgeWays(definition, at),
      });
    }
    found.push({
      integration: id,
      title,
      kind,
      about,
      docs,
      workspaces: rows.map(({ ways, ...row }) => ({
        ...row,
        ways: ways.map((one) => ({ way: one.way.way, verdict: one.verdict, why: explain(one) })),
      })),
    });
    output.say(`${pc.bold(id)}  ${title}, ${kind}: ${about}`);
    const cells = rows.flatMap((row) =>
      verdict(row).map((line, index) => [index === 0 ? `  ${printable(row.name)}` : '', printable(line)]),
    );
    output.say(`${columns(cells).join('\n')}\n`);
  }
  if (found.length === 0) output.note('No integration has these words. `ligament browse` lists all.');
  output.document(EXIT.done, { integrations: found });
  return EXIT.done;
}

function verdict({ ways, attached, setUp }: Row): string[] {
  if (attached !== null) return [`attached (${attached})`];
  if (setUp) return ['set up by hand already: attach it to have it adopted'];
  const taken = ways.find((one) => one.verdict !== 'unfit');
  const before = (taken ? ways.slice(0, ways.indexOf(taken)) : ways).flatMap((one) => notBy(one));
  if (!taken) return ['does not fit', ...before];
  if (taken.verdict === 'fits') return [`fits, ${taken.way.title}`, ...before];
  return [`would fit ${taken.way.title}, but cannot be done safely:`, `  ${explain(taken)}`, ...before];
}

/** Why one way is not taken, a line for each reason. */
function notBy(judgement: Judgement): string[] {
  if (judgement.way.quiet && judgement.verdict === 'unfit') return [];
  const lead = `  not ${judgement.way.title}: `;
  return explain(judgement)
    .split('; ')
    .map((reason, index) => (index === 0 ? lead : ' '.repeat(lead.length)) + reason);
}
