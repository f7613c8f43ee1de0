import { chooseSide } from './choose-side.ts';
import { workOf } from '../../ecosystems/works.ts';
import { circumstances } from '../../facts/circumstances.ts';
import type { Context } from '../../host/context.ts';
import { groupBy } from '../../group-by.ts';
import type { Want } from '../../resolve/question.ts';
import { judgeWays } from './judge-ways.ts';
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
    const wants: Want[] = [];
    for (const request of group) {
      const { definition, choices } = request;
      const { stack } = await chooseSide(context, request);
      const fitting = judgeWays(definition, circumstances(context, { stack, choices })).filter(
        ({ verdict }) => verdict === 'fits',
      );
      const way = fitting.find((one) => choices.way === undefined || one.way.way === choices.way)?.way;
      const own = Object.entries(way?.packages ?? {})
        .filter(([name]) => !facts.package(name))
        .map(([name, { range }]) => ({ name, range, by: definition.title }));
      wants.push(...own);
    }
    const coming = new Set(wants.map(({ name }) => name));
    for (const [name, range] of Object.entries(take)) if (coming.has(name)) wants.push({ name, range, by: '--take' });
    const together = await workOf(facts).agree(context, facts, wants);
    if (!together) return undefined;
    for (const [name, version] of together) agreed.set(name, version);
  }
  return agreed.size > 0 ? agreed : undefined;
}
