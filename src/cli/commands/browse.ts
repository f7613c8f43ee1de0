import pc from 'picocolors';
import { openHost } from '../../core/context.ts';
import { tellWhatGoesOn } from '../what-goes-on.ts';
import { catalogIds, loadDefinition } from '../../core/definition/catalog.ts';
import { explain, judgeWays, type Judgement } from '../../core/plan/judge-ways.ts';
import { circumstances } from '../../core/plan/take-way.ts';
import { resolveChoices } from '../../core/plan/choices.ts';
import { EXIT } from '../../core/problem.ts';
import { bareStack } from '../../core/plan/bare.ts';
import { namedOrAll } from '../../core/survey/choose-workspaces.ts';
import type { Output } from '../output.ts';
import { columns } from '../render/columns.ts';
import { printable } from '../render/printable.ts';
import { catalogFolder, checkedDefinitions, openDoors, type GlobalOptions } from '../session.ts';

interface BrowseOptions extends GlobalOptions {
  words: string[];
  workspace: string[];
}

export async function run({ cwd, words, workspace }: BrowseOptions, output: Output): Promise<number> {
  const doors = openDoors();
  const catalog = catalogFolder();
  const context = await openHost(doors, catalog, cwd);
  await tellWhatGoesOn(doors, context.host.root, output);
  const named = await namedOrAll(doors.files, context.facts, workspace, cwd);
  const stacks = await Promise.all(
    named.map(async (facts) => ({ facts, stack: await bareStack(context, facts.folder) })),
  );
  const found: Record<string, unknown>[] = [];
  for (const id of catalogIds(doors.files, catalog)) {
    const definition = await loadDefinition(doors.files, catalog, id, { kept: checkedDefinitions() });
    const { title, kind, about, docs } = definition;
    const all = `${id} ${title} ${kind} ${about}`.toLowerCase();
    if (!words.every((word) => all.includes(word.toLowerCase()))) continue;
    const choices = resolveChoices(definition, {}, undefined);
    // What serves the whole host goes to its root, whichever workspace is asked about.
    const places = definition.belongs === 'root' ? stacks.filter(({ facts }) => facts.folder === '.') : stacks;
    const rows = places.map(({ facts, stack }) => {
      const attached = context.ledgers.find((one) => one.integration === id && one.workspace === facts.folder);
      return {
        workspace: facts.folder,
        name: facts.name,
        attached: attached?.way ?? null,
        ways: judgeWays(definition, circumstances(context, { facts, stack, choices })),
      };
    });
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
      verdict(row.ways, row.attached).map((line, index) => [
        index === 0 ? `  ${printable(row.name)}` : '',
        printable(line),
      ]),
    );
    output.say(`${columns(cells).join('\n')}\n`);
  }
  if (found.length === 0) output.note('No integration has these words. `ligament browse` lists all.');
  output.document(EXIT.done, { integrations: found });
  return EXIT.done;
}

function verdict(ways: readonly Judgement[], attached: string | null): string[] {
  if (attached !== null) return [`attached (${attached})`];
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
