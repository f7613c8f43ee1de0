import { sideQuestion } from '../../../core/plan/attach/choose-side.ts';
import type { Context } from '../../../core/host/context.ts';
import { type ChangeOptions } from '../../change/change-options.ts';
import pc from 'picocolors';
import { isPath, loadDefinition } from '../../../core/definition/catalog.ts';
import type { AttachRequest } from '../../../core/plan/attach/attach-request.ts';
import { definitionFor } from '../../../core/plan/attach/elsewhere.ts';
import type { Renewal } from '../../../core/plan/attach/renew.ts';
import { planAttach } from '../../../core/plan/attach/plan-attach.ts';
import type { ChangeSet } from '../../../core/change/change-set.ts';
import { checkFormat, shownOtherwise } from '../../change/show-file.ts';
import { EXIT, Problem } from '../../../core/problem.ts';
import type { WorkspaceFacts } from '../../../core/survey/survey.ts';
import type { Output } from '../../output.ts';
import { printable } from '../../render/printable.ts';
import { missingName, usageProblem } from '../../arguments/usage-problem.ts';
import { changedChoice, chosenIntegrations, likelyPlace } from './interactive.ts';
import { carryOut, openForChange, planWithWarnings, targets } from '../../change/carry-out.ts';

interface AttachOptions extends ChangeOptions {
  integrations: string[];
  workspace: string[];
  everywhere: boolean;
  choose: string[];
  secretFile: string[];
  take: string[];
  movePackages: boolean;
  complete: boolean;
  withData: boolean;
  preview: boolean;
  format: 'text' | 'patch';
  file?: string | undefined;
  side?: 'browser' | 'server' | undefined;
}

export async function run(options: AttachOptions, output: Output): Promise<number> {
  checkFormat(options);
  const canAsk = mayAsk(options);
  if (options.integrations.length === 0 && !canAsk) throw usageProblem([], missingName('attach', 'integration'));
  const { context, lock } = await openForChange(options, `attach ${options.integrations.join(' ')}`.trim(), output);
  try {
    const choices = parseChoices(options.choose);
    const secretFiles = parseSecretFiles(options.secretFile);
    const wishes = {
      take: parseTake(options.take),
      movePackages: options.movePackages,
      whereItFits: options.everywhere,
      complete: options.complete,
      withData: options.withData,
    };
    const workspaces = await targets(context, options);
    const requests: AttachRequest[] = [];
    const renewals: (Renewal & { name: string })[] = [];
    const isOpen = !options.everywhere && options.workspace.length === 0;
    const [here] = workspaces;
    const named = options.integrations.length > 0 ? options.integrations : await offered(context, { here, isOpen });
    for (const id of new Set(named)) {
      const asked = await loadDefinition(context.doors.files, context.catalog, id, { from: options.cwd });
      const likely = isOpen && here ? [await likelyPlace(context, asked, { here, canAsk })] : workspaces;
      // What serves the whole host goes to its root, whichever workspace one stands in.
      const places = asked.belongs === 'root' ? context.facts.workspaces.slice(0, 1) : likely;
      for (const place of places) {
        const { folder, name } = place;
        const definition = await definitionFor(context, asked, place);
        if (definition !== asked)
          output.say(
            `${pc.yellow('Note')}  ${asked.title} for ${printable(name)} is the integration ${definition.integration}.`,
          );
        const held = context.ledgers.find(
          (ledger) => ledger.integration === definition.integration && ledger.workspace === folder,
        );
        const request = { definition, workspace: folder, choices: {}, side: options.side, foreign: isPath(id) };
        if (held) renewals.push({ request, ledger: held, name });
        else requests.push(request);
      }
    }
    shareChoices(requests.length > 0 ? requests : renewals.map(({ request }) => request), choices);
    const renewed = requests.length === 0 ? await renew(context, renewals, wishes) : undefined;
    if (!renewed) {
      const already = renewals.map(({ request, name }) => ({
        integration: request.definition.integration,
        workspace: name,
      }));
      for (const { integration, workspace } of already)
        output.say(`${integration} is already attached to ${printable(workspace)}.`);
      if (requests.length === 0) {
        output.document(EXIT.done, { changed: false, already });
        return EXIT.done;
      }
    }
    for (const request of requests) request.side = await sideFor(context, request, options);
    for (const request of requests) request.choices = await answered(context, request, options);
    const { lockfiles, name: manager, reason } = context.facts.manager;
    if (lockfiles.length > 1)
      output.say(
        `${pc.yellow('Note')}  several lockfiles: ${lockfiles.join(', ')}. ${manager} is used, as told by ${reason}.`,
      );
    const changes = await planWithWarnings(context, () =>
      renewed ? Promise.resolve(renewed) : planAttach(context, requests, wishes),
    );
    const shown = shownOtherwise(changes, options, output);
    if (shown !== undefined) return shown;
    const revise = async (): Promise<ChangeSet | undefined> => {
      const before = requests.map((one) => one.choices);
      if (!(await changedChoice(context, requests))) return undefined;
      try {
        return await planWithWarnings(context, () => planAttach(context, requests, wishes));
      } catch (error) {
        requests.forEach((one, index) => (one.choices = before[index] ?? {}));
        throw error;
      }
    };
    const more = renewed ? { lock } : { lock, revise };
    return await carryOut(context, changes, { ...options, secretFiles }, output, more);
  } finally {
    lock?.release();
  }
}

/** Whether there is somebody to ask. */
function mayAsk({ yes, json }: Pick<AttachOptions, 'yes' | 'json'>): boolean {
  return process.stdin.isTTY && !process.env.CI && !yes && !json;
}

/** What somebody chooses to attach, where one stands or, at the root, anywhere. */
async function offered(
  context: Context,
  { here, isOpen }: { here: WorkspaceFacts | undefined; isOpen: boolean },
): Promise<string[]> {
  const isRoot = here?.folder === '.';
  return chosenIntegrations(context, isOpen && isRoot ? context.facts.workspaces : here ? [here] : []);
}

/** The side that a request is for: the one that was given, or that the developer chooses where two fit and there is a terminal to ask at. */
async function sideFor(
  context: Context,
  request: AttachRequest,
  options: AttachOptions,
): Promise<AttachRequest['side']> {
  if (request.side !== undefined || options.preview || !mayAsk(options)) return request.side;
  const question = await sideQuestion(context, request);
  if (!question) return undefined;
  const { sideAnswer } = await import('../../ask.ts');
  return sideAnswer(request.definition.title, question);
}

/** What is different for the first of what is attached already that has something to change; undefined where none has. */
async function renew(
  context: Context,
  renewals: readonly Renewal[],
  wishes: Parameters<typeof planAttach>[2],
): Promise<ChangeSet | undefined> {
  const { planRenew } = await import('../../../core/plan/attach/renew.ts');
  for (const one of renewals) {
    const changes = await planRenew(context, one, wishes);
    if (changes) return changes;
  }
  return undefined;
}

/**
 * Hands answers to the integrations that they are for: `tailwindcss.prefix=tw` to one, `prefix=tw` to all that have such a choice. Throws a
 * Problem (status 2) for one that is for none of them.
 */
function shareChoices(requests: readonly AttachRequest[], given: Readonly<Record<string, string>>): void {
  for (const [key, value] of Object.entries(given)) {
    const scoped = requests.filter(({ definition }) => key.startsWith(`${definition.integration}.`));
    const own = (one: AttachRequest): string => key.slice(one.definition.integration.length + 1);
    const having = requests.filter(({ definition }) => key === 'way' || Object.hasOwn(definition.choices ?? {}, key));
    for (const one of scoped) one.choices = { ...one.choices, [own(one)]: value };
    if (scoped.length > 0) continue;
    // Of one that nobody knows the first says what there is.
    for (const one of having.length > 0 ? having : requests.slice(0, 1)) one.choices = { ...one.choices, [key]: value };
  }
}

/** The answers to a request, with those that the developer gives at a terminal to what is always asked, or has no answer yet. */
async function answered(
  context: Context,
  request: AttachRequest,
  options: AttachOptions,
): Promise<AttachRequest['choices']> {
  if (options.preview || !mayAsk(options)) return request.choices;
  const given = { ...request.choices };
  const { openChoices } = await import('../../../core/plan/attach/open-choices.ts');
  for (const open of await openChoices(context, request)) {
    const { choiceAnswer } = await import('../../ask.ts');
    given[open.key] = await choiceAnswer(request.definition.title, open);
  }
  return given;
}

/** Packages with the range or tag that is asked for. */
function parseTake(given: readonly string[]): Record<string, string> {
  const usage = { what: 'does not say which version to take', next: 'Give it as --take name@range, or name@tag.' };
  // The first character may be the one of a scope.
  return parsePairs(given, (item) => item.indexOf('@', 1), usage);
}

function parseChoices(given: readonly string[]): Record<string, string> {
  const usage = { what: 'is not a choice', next: 'Give choices as --choose key=value.' };
  return parsePairs(given, (item) => item.indexOf('='), usage);
}

function parseSecretFiles(given: readonly string[]): Record<string, string> {
  const usage = { what: 'does not name a file of a secret', next: 'Give it as --secret-file choice=path.' };
  return parsePairs(given, (item) => item.indexOf('='), usage);
}

/** Names and values. Throws a Problem (status 2) for a text without a name or without the sign between the two, and for a name given twice. */
function parsePairs(
  given: readonly string[],
  signAt: (item: string) => number,
  { what, next }: { what: string; next: string },
): Record<string, string> {
  const pairs = given.map((item): [string, string] => {
    const at = signAt(item);
    if (at < 1) throw new Problem({ status: EXIT.wrongUsage, what: `"${item}" ${what}`, next });
    return [item.slice(0, at), item.slice(at + 1)];
  });
  const twice = pairs.find(([key], index) => pairs.findIndex(([other]) => other === key) < index);
  if (twice)
    throw new Problem({
      status: EXIT.wrongUsage,
      what: `${twice[0]} was given twice`,
      next: 'Leave one of them out. Nothing was changed.',
    });
  return Object.fromEntries(pairs);
}
