import type { Definition } from '../../../core/definition/definition.ts';
import type { Context } from '../../../core/host/context.ts';
import { circumstances } from '../../../core/facts/circumstances.ts';
import { recognise } from '../../../core/facts/recognise.ts';
import { likelySide } from '../../../core/plan/attach/choose-side.ts';
import { resolveChoices } from '../../../core/plan/attach/choices.ts';
import { explain, judgeWays, type Judgement } from '../../../core/plan/attach/judge-ways.ts';
import type { StackFacts } from '../../../core/stacks/sides.ts';
import type { WorkspaceFacts } from '../../../core/survey/survey.ts';

/** What is said of an integration on one workspace. */
export interface Row {
  workspace: string;
  side?: StackFacts['side'];
  /** What the workspace is built with. */
  stack: string;
  name: string;
  attached: string | null;
  /** Somebody has set it up by hand. */
  setUp: boolean;
  ways: Judgement[];
}

export interface Found {
  definition: Definition;
  rows: Row[];
}

/** Judges an integration on workspaces; what serves the whole host goes to its root, whichever workspace is asked about. */
export async function judged(
  context: Context,
  definition: Definition,
  workspaces: readonly WorkspaceFacts[],
): Promise<Found> {
  const choices = resolveChoices(definition, {}, undefined);
  const places = definition.belongs === 'root' ? context.facts.workspaces.slice(0, 1) : workspaces;
  const rows: Row[] = [];
  for (const facts of places) {
    const stack = await likelySide(context, { definition, workspace: facts.folder, choices });
    const at = circumstances(context, { stack, choices });
    const attached = context.ledgers.find(
      (one) => one.integration === definition.integration && one.workspace === facts.folder,
    );
    rows.push({
      workspace: facts.folder,
      ...(stack.side === undefined ? {} : { side: stack.side }),
      stack: stack.title,
      name: facts.name,
      attached: attached?.way ?? null,
      setUp: !attached && recognise(definition, at) !== undefined,
      ways: judgeWays(definition, at),
    });
  }
  return { definition, rows };
}

export type Standing = 'attached' | 'set up' | 'fits' | 'by hand' | 'no';

/** How an integration stands to a workspace. */
export function standingOf({ attached, setUp, ways }: Row): Standing {
  if (attached !== null) return 'attached';
  if (setUp) return 'set up';
  const verdict = takenWay(ways)?.verdict;
  return verdict === undefined ? 'no' : verdict === 'fits' ? 'fits' : 'by hand';
}

/** The way that would be taken; undefined where none fits. */
export function takenWay(ways: readonly Judgement[]): Judgement | undefined {
  return ways.find(({ verdict }) => verdict !== 'unfit');
}

/** For programs: docs/json-output.md describes it. */
export function foundDocument({ definition, rows }: Found): Record<string, unknown> {
  const { integration, title, kind, about, docs } = definition;
  return {
    integration,
    title,
    kind,
    about,
    docs,
    workspaces: rows.map(({ workspace, side, name, attached, setUp, ways }) => ({
      workspace,
      ...(side === undefined ? {} : { side }),
      name,
      attached,
      setUp,
      ways: ways.map((one) => ({ way: one.way.way, verdict: one.verdict, why: explain(one) })),
    })),
  };
}
