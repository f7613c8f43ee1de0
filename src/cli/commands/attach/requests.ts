import pc from 'picocolors';
import { isPath, loadDefinition } from '../../../core/definition/catalog.ts';
import type { Context } from '../../../core/host/context.ts';
import type { AttachRequest } from '../../../core/plan/attach/attach-request.ts';
import { definitionFor } from '../../../core/plan/attach/elsewhere.ts';
import type { Renewal } from '../../../core/plan/attach/renew.ts';
import type { WorkspaceFacts } from '../../../core/survey/survey.ts';
import type { Output } from '../../output.ts';
import { printable } from '../../render/printable.ts';
import { likelyPlace } from './interactive.ts';

/** Something that is attached already, and the name of its workspace. */
export interface NamedRenewal extends Renewal {
  name: string;
}

interface Wanted {
  cwd: string;
  side?: AttachRequest['side'];
  workspaces: readonly WorkspaceFacts[];
  /** Nobody has said where it goes. */
  isOpen: boolean;
  canAsk: boolean;
  output: Output;
}

/** What is asked for, by integration and workspace: what comes anew, and what is attached already. */
export async function requestsFor(
  context: Context,
  named: readonly string[],
  wanted: Wanted,
): Promise<{ requests: AttachRequest[]; renewals: NamedRenewal[] }> {
  const requests: AttachRequest[] = [];
  const renewals: NamedRenewal[] = [];
  for (const id of new Set(named)) {
    const asked = await loadDefinition(context.doors.files, context.catalog, id, { from: wanted.cwd });
    for (const place of await placesFor(context, asked, wanted)) {
      const { folder, name } = place;
      const definition = await definitionFor(context, asked, place);
      if (definition !== asked)
        wanted.output.say(
          `${pc.yellow('Note')}  ${asked.title} for ${printable(name)} is the integration ${definition.integration}.`,
        );
      const ledger = context.ledgers.find(
        (one) => one.integration === definition.integration && one.workspace === folder,
      );
      const request = { definition, workspace: folder, choices: {}, side: wanted.side, foreign: isPath(id) };
      if (ledger) renewals.push({ request, ledger, name });
      else requests.push(request);
    }
  }
  return { requests, renewals };
}

/** The workspaces that an integration goes to. What serves the whole host goes to its root, whichever one stands in. */
async function placesFor(
  context: Context,
  definition: Awaited<ReturnType<typeof loadDefinition>>,
  { workspaces, isOpen, canAsk }: Wanted,
): Promise<readonly WorkspaceFacts[]> {
  const [here] = workspaces;
  if (definition.belongs === 'root') return context.facts.workspaces.slice(0, 1);
  return isOpen && here ? [await likelyPlace(context, definition, { here, canAsk })] : workspaces;
}
