import { catalogIds, loadDefinition } from '../../definition/catalog.ts';
import type { StaysByHand } from '../../change/change-set.ts';
import { workOf } from '../../ecosystems/works.ts';
import { bareStack } from '../../facts/bare.ts';
import { circumstances, type Circumstances } from '../../facts/circumstances.ts';
import type { Signs } from '../../definition/signs.ts';
import { findSigns } from '../../facts/signs.ts';
import type { Context } from '../../host/context.ts';
import type { Ledger } from '../../ledger/record.ts';
import { recognise } from '../../facts/recognise.ts';

/** Of what goes, that which was set up by hand: where it stands, place by place. */
export async function staysByHand(context: Context, going: readonly Ledger[]): Promise<StaysByHand[]> {
  const found: StaysByHand[] = [];
  for (const ledger of going) {
    const { adopted, workspace, choices, title, side } = ledger;
    const facts = context.facts.workspaces.find(({ folder }) => folder === workspace);
    if (!adopted || !facts) continue;
    const at = circumstances(context, { stack: await bareStack(context, workspace, side), choices });
    // Records of the first formats do not say by what it was recognised.
    const signs = Object.keys(adopted).length > 0 ? adopted : await signsNow(context, ledger, at);
    const { places } = findSigns(signs, at);
    const names = (signs.packages ?? []).filter((name) => facts.package(name));
    const command =
      names.length > 0 ? workOf(facts).takeOutByHand(context.facts.manager, facts.folder, names) : undefined;
    found.push({ title, workspaceName: facts.name, places, command });
  }
  return found;
}

async function signsNow({ doors, catalog }: Context, { integration }: Ledger, at: Circumstances): Promise<Signs> {
  if (!catalogIds(doors.files, catalog).includes(integration)) return {};
  const found = recognise(await loadDefinition(doors.files, catalog, integration), at);
  return found?.setUp.signs ?? {};
}
