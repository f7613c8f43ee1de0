import type { Definition } from '../../definition/definition.ts';
import { bareSides } from '../../facts/bare.ts';
import { circumstances } from '../../facts/circumstances.ts';
import type { Context } from '../../host/context.ts';
import type { WorkspaceFacts } from '../../survey/survey.ts';
import { judgeWays } from './judge-ways.ts';

// To look at thousands would take long.
const MOST_LOOKED_AT = 50;

/** The workspaces, one apart, that an integration fits by some way; of a host with very many only the first are looked at. */
export async function fittingWorkspaces(
  context: Context,
  definition: Definition,
  except: string,
  choices: Readonly<Record<string, string>>,
): Promise<WorkspaceFacts[]> {
  const fitting: WorkspaceFacts[] = [];
  for (const facts of context.facts.workspaces.slice(0, MOST_LOOKED_AT)) {
    if (facts.folder === except) continue;
    const sides = await bareSides(context, facts.folder);
    const fits = sides.some((stack) =>
      judgeWays(definition, circumstances(context, { stack, choices })).some(({ verdict }) => verdict === 'fits'),
    );
    if (fits) fitting.push(facts);
  }
  return fitting;
}
