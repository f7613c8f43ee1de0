import type { ProofKinds } from '../definition/proof-kind.ts';
import type { Ledger } from '../ledger/record.ts';
import { circumstances, type Circumstances } from '../facts/circumstances.ts';
import { holds } from '../facts/conditions.ts';
import { readPartId } from '../edits/part-id.ts';
import { kitsFor, pieceProofs } from '../facts/pieces.ts';
import { forParts, testsAmong } from '../facts/for-parts.ts';
import type { StackFacts } from '../stacks/sides.ts';
import { recognise } from '../facts/recognise.ts';
import type { Context } from '../host/context.ts';
import { catalogIds, loadDefinition } from '../definition/catalog.ts';
import type { Definition, ProofSpec, SetUp } from '../definition/definition.ts';
import { bareStack } from '../facts/bare.ts';
import { settleProofs } from '../facts/settle.ts';
import { aboutProof, type ProofPlace } from './proof-commands.ts';
import type { ProofTask } from '../change/proof.ts';

/**
 * The proofs of what is attached. An integration that ships is proved by what ships: a record comes with the project, and says only which
 * way and choices. The proofs of any other are the record's own words (`foreign`).
 */
export async function proofTasks(context: Context, ledgers: readonly Ledger[]): Promise<ProofTask[]> {
  const kinds = await context.catalog.proofs();
  const shipped = new Set(catalogIds(context.doors.files, context.catalog));
  const tasks = await Promise.all(ledgers.map((ledger) => tasksOf(context, ledger, shipped, kinds)));
  return tasks.flat();
}

async function tasksOf(
  context: Context,
  ledger: Ledger,
  shipped: ReadonlySet<string>,
  kinds: ProofKinds,
): Promise<ProofTask[]> {
  const { integration, workspace, choices } = ledger;
  const facts = context.facts.workspaces.find(({ folder }) => folder === workspace);
  if (!facts) return [];
  const stack = await bareStack(context, workspace, ledger.side);
  const foreign = !shipped.has(integration);
  let specs: ProofSpec[] = ledger.proofs;
  if (!foreign) {
    const definition = await loadDefinition(context.doors.files, context.catalog, integration);
    const at = circumstances(context, { stack, choices });
    const proved = ledger.adopted ? setUpOf(definition, at) : definition.ways.find((one) => one.way === ledger.way);
    specs = proved ? settleProofs(proved, at, kinds) : [];
  }
  const part = readPartId(ledger);
  if (part?.kind === 'piece') {
    // What of a kit ships is proved by what ships, too.
    const kit = (await kitsFor(context, stack)).find(({ pieces }) => Object.hasOwn(pieces, part.name));
    const own = kit ? pieceProofs(kit, [part.name], kinds) : [];
    return tasksFor({ ...ledger, foreign: false }, own, kinds, { context, facts, stack, choices });
  }
  const tasks = tasksFor({ ...ledger, foreign }, specs, kinds, { context, facts, stack, choices });
  return part ? ownTests(context, ledger, stack, tasks) : tasks;
}

/** The proofs of a part: one that runs only its own tests, in a way that a definition states which ships, is nobody's own words. */
async function ownTests(
  context: Context,
  { edits, workspace }: Ledger,
  stack: StackFacts,
  tasks: readonly ProofTask[],
): Promise<ProofTask[]> {
  if (!tasks.some(({ spec }) => spec.proof === 'run')) return [...tasks];
  const known = await forParts(context, stack);
  const own = testsAmong(
    edits.map(({ file }) => file),
    workspace,
  );
  const runsTests = ({ proof, run, plants }: ProofSpec): boolean =>
    proof === 'run' &&
    plants === undefined &&
    known.some(({ tests = [] }) => {
      const words = Array.isArray(run) ? (run as unknown[]) : [];
      const files = words.slice(tests.length);
      const isKnown = tests.length > 0 && tests.every((word, at) => word === words[at]);
      return isKnown && files.every((file) => own.includes(String(file)));
    });
  return tasks.map((task) => (runsTests(task.spec) ? { ...task, foreign: false } : task));
}

/** How an integration was set up by hand: as it is recognised, else as it most likely was. */
function setUpOf(definition: Definition, at: Circumstances): SetUp | undefined {
  const { already = [] } = definition;
  return recognise(definition, at)?.setUp ?? already.find(({ fits }) => holds(fits, at)) ?? already[0];
}

/** Proofs of one integration on one workspace, with the commands that each runs. */
export function tasksFor(
  { integration, title, workspace, foreign }: Pick<ProofTask, 'integration' | 'title' | 'workspace' | 'foreign'>,
  specs: readonly ProofSpec[],
  kinds: ProofKinds,
  place: ProofPlace,
): ProofTask[] {
  const { choices } = place;
  return specs.map((spec) => ({
    integration,
    title,
    workspace,
    workspaceName: place.facts.name,
    side: place.stack.side,
    choices,
    spec,
    foreign,
    ...aboutProof(spec, kinds, place),
  }));
}
