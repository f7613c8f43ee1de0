import type { Context } from '../context.ts';
import { bareStack } from './bare.ts';
import { groupBy } from '../group-by.ts';
import { questionFor } from '../resolve/host-packages.ts';
import type { Want } from '../resolve/question.ts';
import { resolve } from '../resolve/resolve.ts';
import { judgeWays } from './judge-ways.ts';
import { circumstances } from './take-way.ts';
import type { AttachRequest } from './attach-request.ts';

/**
 * Versions that suit several integrations at once, where each one's newest do not suit the others; undefined where there
 * are none, or where only one integration comes to a workspace.
 */
export async function versionsTogether(
  context: Context,
  requests: readonly AttachRequest[],
  take: Readonly<Record<string, string>>,
): Promise<Map<string, string> | undefined> {
  const agreed = new Map<string, string>();
  for (const [folder, group] of groupBy(requests, ({ workspace }) => workspace)) {
    const facts = context.facts.workspaces.find((one) => one.folder === folder);
    if (!facts || group.length < 2) continue;
    const stack = await bareStack(context, facts.folder);
    const wants = group.flatMap(({ definition, choices }): Want[] => {
      const fitting = judgeWays(definition, circumstances(context, { facts, stack, choices })).filter(
        ({ verdict }) => verdict === 'fits',
      );
      const way = fitting.find((one) => choices.way === undefined || one.way.way === choices.way)?.way;
      return Object.entries(way?.packages ?? {})
        .filter(([name]) => !facts.package(name))
        .map(([name, { range }]) => ({ name, range, by: definition.title }));
    });
    const coming = new Set(wants.map(({ name }) => name));
    for (const [name, range] of Object.entries(take)) if (coming.has(name)) wants.push({ name, range, by: '--take' });
    const registry = await context.doors.registry(context.host.root);
    const answer = await resolve(questionFor(context, facts, wants), registry);
    if ('clash' in answer) return undefined;
    for (const { name, version } of answer) agreed.set(name, version);
  }
  return agreed.size > 0 ? agreed : undefined;
}
