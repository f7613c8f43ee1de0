import { catalogIds, loadDefinition } from '../../definition/catalog.ts';
import { presentVersion, rulesFor } from '../../ecosystems/versions.ts';
import { bareStack } from '../../facts/bare.ts';
import { circumstances } from '../../facts/circumstances.ts';
import { findSigns } from '../../facts/signs.ts';
import type { Context } from '../../host/context.ts';
import type { Ledger } from '../../ledger/record.ts';
import { judgeWays } from './judge-ways.ts';

/** Why an attached integration does not fit its workspace any more, as after the host was upgraded; nothing where it does, or cannot be told. */
export async function misfitsOf(context: Context, ledger: Ledger): Promise<string[]> {
  const { doors, catalog, facts } = context;
  const { integration, workspace, choices, side, way, adopted } = ledger;
  const own = facts.workspaces.find(({ folder }) => folder === workspace);
  if (!own) return [];
  const at = circumstances(context, { stack: await bareStack(context, workspace, side), choices });
  if (adopted) {
    const { missing } = findSigns(adopted, at);
    return missing.length === 0 ? [] : ['what it was recognised by is not all there any more'];
  }
  if (!catalogIds(doors.files, catalog).includes(integration)) return [];
  const definition = await loadDefinition(doors.files, catalog, integration);
  const judged = judgeWays(definition, at).find((one) => one.way.way === way);
  if (!judged) return [`there is no way "${way}" any more`];
  const reasons = judged.verdict === 'unfit' ? judged.reasons : [];
  const ranges = Object.entries(judged.way.packages).flatMap(([name, { range }]) => {
    const version = presentVersion(own, name);
    if (version === undefined || !rulesFor(name).isRange(range) || rulesFor(name).covers(range, version)) return [];
    return [`it requires ${name} ${range}, and ${version} is here`];
  });
  return [...reasons, ...ranges];
}
