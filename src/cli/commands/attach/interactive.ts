import { catalogIds, loadDefinition } from '../../../core/definition/catalog.ts';
import type { Definition } from '../../../core/definition/definition.ts';
import { isAbout } from '../../../core/definition/search.ts';
import type { Context } from '../../../core/host/context.ts';
import type { ChangeSet } from '../../../core/change/change-set.ts';
import type { AttachRequest } from '../../../core/plan/attach/attach-request.ts';
import { resolveChoices } from '../../../core/plan/attach/choices.ts';
import { fittingWorkspaces } from '../../../core/plan/attach/fitting-workspaces.ts';
import { everyChoice } from '../../../core/plan/attach/open-choices.ts';
import { EXIT, Problem } from '../../../core/problem.ts';
import type { WorkspaceFacts } from '../../../core/survey/survey.ts';
import { judged, standingOf } from '../browse/judged.ts';

/** Asks what to attach, among what fits one of some workspaces. Throws a Problem (status 3) where nothing does, or nothing is wanted. */
export async function chosenIntegrations(context: Context, workspaces: readonly WorkspaceFacts[]): Promise<string[]> {
  const { files } = context.doors;
  const fitting: Definition[] = [];
  for (const id of catalogIds(files, context.catalog)) {
    const definition = await loadDefinition(files, context.catalog, id);
    const { rows } = await judged(context, definition, workspaces);
    if (rows.some((row) => ['fits', 'set up', 'by hand'].includes(standingOf(row)))) fitting.push(definition);
  }
  if (fitting.length === 0)
    throw new Problem({
      status: EXIT.refused,
      what: 'No integration fits here that is not attached already',
      next: '"ligament browse --all" says why. Nothing was changed.',
    });
  const { integrationsAnswer } = await import('../../ask.ts');
  return integrationsAnswer(
    fitting.map((one) => ({
      id: one.integration,
      kind: one.kind,
      about: one.about,
      isAbout: (words) => isAbout(one, words),
    })),
  );
}

/**
 * Where an integration goes if nobody has said: the workspace that one stands in, where it has to do with it; else the only one that it
 * fits, or of several the one that somebody chooses.
 */
export async function likelyPlace(
  context: Context,
  definition: Definition,
  { here, canAsk }: { here: WorkspaceFacts; canAsk: boolean },
): Promise<WorkspaceFacts> {
  if (context.facts.workspaces.length === 1) return here;
  const { rows } = await judged(context, definition, [here]);
  if (rows.some((row) => standingOf(row) !== 'no')) return here;
  const fitting = await fittingWorkspaces(context, definition, here.folder, resolveChoices(definition, {}, undefined));
  const [only, second] = fitting;
  if (only === undefined || (second && !canAsk)) return here;
  if (!second) return only;
  const { oneOf } = await import('../../ask.ts');
  const folder = await oneOf(
    `Where does ${definition.title} go?`,
    fitting.map((one) => ({ value: one.folder, name: one.name })),
  );
  return fitting.find((one) => one.folder === folder) ?? here;
}

const WAY = 'way';

/** Something that can be changed in a plan: how it is offered, and what asks for it and puts it into its request. */
interface Changeable {
  name: string;
  description: string;
  change(this: void): Promise<void>;
}

/**
 * Asks for one thing that shall be otherwise (a choice, the way, an extra that `shown` has or that was left out) and puts it into its request;
 * false where there is nothing to change.
 */
export async function changedChoice(
  context: Context,
  requests: readonly AttachRequest[],
  shown: ChangeSet,
): Promise<boolean> {
  const { oneOf } = await import('../../ask.ts');
  const all = (await Promise.all(requests.map((request) => changeableIn(context, request, shown)))).flat();
  if (all.length === 0) return false;
  const picked = await oneOf(
    'What do you want to change?',
    all.map(({ name, description }, index) => ({ value: String(index), name, description })),
  );
  await all[Number(picked)]?.change();
  return true;
}

async function changeableIn(context: Context, request: AttachRequest, shown: ChangeSet): Promise<Changeable[]> {
  const { choiceAnswer, oneOf } = await import('../../ask.ts');
  const { integration, title, ways } = request.definition;
  const answer = (key: string, value: string): void => {
    request.choices = { ...request.choices, [key]: value };
  };
  const choices = (await everyChoice(context, request)).map((choice) => ({
    name: `${integration}.${choice.key}`,
    description: choice.ask,
    change: async () => answer(choice.key, await choiceAnswer(title, choice)),
  }));
  const open = ways.filter(({ quiet }) => !quiet).map((one) => ({ value: one.way, name: one.title }));
  const way = {
    name: `${integration}.${WAY}`,
    description: 'The way by which it is attached',
    change: async () => answer(WAY, await oneOf('By which way?', open)),
  };
  return [...choices, ...(open.length > 1 ? [way] : []), ...extrasIn(request, shown)];
}

/** The extras of a request: those that come can be left out, and those that are left out can come. */
function extrasIn(request: AttachRequest, { parts }: ChangeSet): Changeable[] {
  const { definition, workspace, without = [] } = request;
  const part = parts.find((one) => one.integration === definition.integration && one.workspace === workspace);
  const set = (names: readonly string[]): Promise<void> => {
    request.without = names;
    return Promise.resolve();
  };
  return [
    ...(part?.extras ?? []).map(({ name, files }) => ({
      name: `${definition.integration}: leave out ${name}`,
      description: files.join(', '),
      change: () => set([...without, name]),
    })),
    ...without.map((name) => ({
      name: `${definition.integration}: put ${name} in`,
      description: 'It was left out',
      change: () => set(without.filter((one) => one !== name)),
    })),
  ];
}
