import { type ChangeOptions } from '../../change/change-options.ts';
import type { Ledger } from '../../../core/ledger/record.ts';
import type { Context } from '../../../core/host/context.ts';
import { catalogIds, loadDefinition } from '../../../core/definition/catalog.ts';
import { joinFiles, type ChangeSet } from '../../../core/change/change-set.ts';
import { planDetach } from '../../../core/plan/detach/plan-detach.ts';
import { readPartId } from '../../../core/edits/part-id.ts';
import { lockfileBefore } from '../../../core/plan/detach/lockfile-before.ts';
import { EXIT, Problem } from '../../../core/problem.ts';
import type { Output } from '../../output.ts';
import { carryOut, openForChange, openHistory, planWithWarnings, targets } from '../../change/carry-out.ts';

interface DetachOptions extends ChangeOptions {
  integrations: string[];
  workspace: string[];
  everywhere: boolean;
  preview: boolean;
  withData: boolean;
}

export async function run(options: DetachOptions, output: Output): Promise<number> {
  const { context, lock } = await openForChange(options, `detach ${options.integrations.join(' ')}`, output);
  try {
    const bundle = onlyBundle(options.integrations);
    const going = bundle === undefined ? await chooseLedgers(context, options) : [];
    const planned = await planWithWarnings(context, async () =>
      bundle === undefined ? planDetach(context, going, options) : withoutBundle(context, bundle, options),
    );
    const lockfile =
      planned.installs.length > 0 && options.install
        ? lockfileBefore(context, await openHistory(context), { going, files: planned.files })
        : [];
    const { name, lockfile: file } = context.facts.manager;
    // Other managers tell what they will make of it before they are run.
    const byManager = planned.installs.some((run) => run.manager === name) && options.install && lockfile.length === 0;
    const tell = byManager
      ? [`Look at ${file}: it is what ${name} makes of the manifests now. How it was before is not kept here any more.`]
      : [];
    const changes = { ...planned, files: joinFiles([...planned.files, ...lockfile]), tell: [...planned.tell, ...tell] };
    return await carryOut(context, changes, options, output, { lock });
  } finally {
    lock?.release();
  }
}

/** The bundle of the app's own that is named, by its id. Throws a Problem (status 2) where others are named beside it. */
function onlyBundle(ids: readonly string[]): string | undefined {
  const bundle = ids.find((id) => readPartId({ integration: id })?.kind === 'bundle');
  if (bundle === undefined || ids.length === 1) return bundle;
  throw new Problem({
    status: EXIT.wrongUsage,
    what: `${bundle} is taken out by itself`,
    why: 'a bundle goes with its folder and all that names it, so its change is shown alone',
    next: `Take the others out first, then: ligament detach ${bundle}. Nothing was changed.`,
  });
}

/** Loaded only where one goes: what finds its traces knows all stacks. */
async function withoutBundle(context: Context, id: string, options: DetachOptions): Promise<ChangeSet> {
  const [workspace, second] = await targets(context, options);
  if (second)
    throw new Problem({
      status: EXIT.wrongUsage,
      what: `${id} is taken out of one workspace at a time`,
      next: `Name it: --workspace ${workspace?.folder ?? '.'}. Nothing was changed.`,
    });
  const { planWithoutBundle } = await import('../../../core/grow/plan-bundle.ts');
  return planWithoutBundle(context, id, workspace?.folder ?? '.');
}

async function chooseLedgers(context: Context, options: DetachOptions): Promise<Ledger[]> {
  const { integrations, workspace } = options;
  const chosen = await targets(context, options);
  const rooted = await belongingToRoot(context);
  return [...new Set(integrations)].flatMap((id) => {
    const everywhere = context.ledgers.filter((ledger) => ledger.integration === id);
    // What serves the whole host is at its root, whichever workspace is named.
    const folders = rooted.has(id) ? ['.'] : chosen.map(({ folder }) => folder);
    const here = everywhere.filter((ledger) => folders.includes(ledger.workspace));
    // Attached in one place only: there is nothing to ask.
    const found = here.length > 0 ? here : workspace.length === 0 && everywhere.length === 1 ? everywhere : [];
    if (found.length === 0)
      throw notAttached(
        id,
        chosen.map(({ name }) => name),
        everywhere,
        context.ledgers,
      );
    return found;
  });
}

/** The integrations that are attached and belong to the root, by their definitions. */
async function belongingToRoot({ doors, catalog, ledgers }: Context): Promise<Set<string>> {
  const known = new Set(catalogIds(doors.files, catalog));
  const ids = [...new Set(ledgers.map(({ integration }) => integration))].filter((id) => known.has(id));
  const definitions = await Promise.all(ids.map((id) => loadDefinition(doors.files, catalog, id)));
  return new Set(definitions.filter(({ belongs }) => belongs === 'root').map(({ integration }) => integration));
}

function notAttached(
  id: string,
  workspaces: readonly string[],
  everywhere: readonly Ledger[],
  all: readonly Ledger[],
): Problem {
  const elsewhere = everywhere.slice(0, 5).map(({ workspace }) => workspace);
  const names = [...new Set(all.map(({ integration }) => integration))];
  return new Problem({
    status: EXIT.wrongUsage,
    what: `${id} is not attached to ${workspaces.join(', ')}`,
    why:
      elsewhere.length > 0
        ? `it is attached to ${elsewhere.join(', ')}`
        : names.length > 0
          ? `attached are ${names.join(', ')}`
          : 'nothing is attached here',
    next:
      elsewhere.length > 0
        ? `Name the workspace: --workspace ${elsewhere[0] ?? ''}`
        : 'ligament survey tells what is attached.',
  });
}
