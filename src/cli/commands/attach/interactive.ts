import { catalogIds, loadDefinition } from '../../../core/definition/catalog.ts';
import type { Definition } from '../../../core/definition/definition.ts';
import { isAbout } from '../../../core/definition/search.ts';
import type { Context } from '../../../core/host/context.ts';
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

/** Asks for one choice that shall be answered otherwise, or another way, and puts it into its request; false where there is none to change. */
export async function changedChoice(context: Context, requests: readonly AttachRequest[]): Promise<boolean> {
  const { choiceAnswer, oneOf } = await import('../../ask.ts');
  const all = (
    await Promise.all(
      requests.map(async (request) => {
        const own = (await everyChoice(context, request)).map((choice) => ({ request, choice }));
        const ways = request.definition.ways.filter(({ quiet }) => !quiet);
        return ways.length > 1 ? [...own, { request, choice: undefined }] : own;
      }),
    )
  ).flat();
  if (all.length === 0) return false;
  const picked = await oneOf(
    'Which choice?',
    all.map(({ request: { definition }, choice }, index) => ({
      value: String(index),
      name: `${definition.integration}.${choice?.key ?? WAY}`,
      description: choice?.ask ?? 'The way by which it is attached',
    })),
  );
  const found = all[Number(picked)];
  if (!found) return false;
  const { request, choice } = found;
  const value = choice
    ? await choiceAnswer(request.definition.title, choice)
    : await oneOf(
        'By which way?',
        request.definition.ways.map((one) => ({ value: one.way, name: one.title })),
      );
  request.choices = { ...request.choices, [choice?.key ?? WAY]: value };
  return true;
}
