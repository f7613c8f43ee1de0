import { sideQuestion } from '../../../core/plan/attach/choose-side.ts';
import type { Context } from '../../../core/host/context.ts';
import { type ChangeOptions } from '../../change/change-options.ts';
import pc from 'picocolors';
import type { AttachRequest } from '../../../core/plan/attach/attach-request.ts';
import type { Renewal } from '../../../core/plan/attach/renew.ts';
import { planAttach } from '../../../core/plan/attach/plan-attach.ts';
import type { ChangeSet } from '../../../core/change/change-set.ts';
import { checkFormat, shownOtherwise, type PreviewFormat } from '../../change/show-file.ts';
import { EXIT } from '../../../core/problem.ts';
import type { WorkspaceFacts } from '../../../core/survey/survey.ts';
import type { Output } from '../../output.ts';
import { withRefusalPage } from '../../review/write-page.ts';
import { printable } from '../../render/printable.ts';
import { missingName, usageProblem } from '../../arguments/usage-problem.ts';
import { changedChoice, chosenIntegrations } from './interactive.ts';
import { parseChoices, parseSecretFiles, parseTake, shareChoices, shareExtras } from './given.ts';
import { requestsFor, type NamedRenewal } from './requests.ts';
import { carryOut, openForChange, planWithWarnings, targets } from '../../change/carry-out.ts';

interface AttachOptions extends ChangeOptions {
  integrations: string[];
  workspace: string[];
  everywhere: boolean;
  choose: string[];
  secretFile: string[];
  take: string[];
  without: string[];
  movePackages: boolean;
  complete: boolean;
  withData: boolean;
  preview: boolean;
  format: PreviewFormat;
  file?: string | undefined;
  side?: 'browser' | 'server' | undefined;
}

export async function run(options: AttachOptions, output: Output): Promise<number> {
  checkFormat(options);
  return withRefusalPage(options, () => attach(options, output));
}

async function attach(options: AttachOptions, output: Output): Promise<number> {
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
    const isOpen = !options.everywhere && options.workspace.length === 0;
    const [here] = workspaces;
    const named = options.integrations.length > 0 ? options.integrations : await offered(context, { here, isOpen });
    const { requests, renewals } = await requestsFor(context, named, {
      ...options,
      workspaces,
      isOpen,
      canAsk,
      output,
    });
    const asked = requests.length > 0 ? requests : renewals.map(({ request }) => request);
    shareChoices(asked, choices);
    shareExtras(asked, options.without);
    const renewed = requests.length === 0 ? await renew(context, renewals, wishes) : undefined;
    if (!renewed && toldAlready(renewals, output, { isAll: requests.length === 0 })) return EXIT.done;
    for (const request of requests) request.side = await sideFor(context, request, options);
    for (const request of requests) request.choices = await answered(context, request, options);
    const { lockfiles, name: manager, reason } = context.facts.manager;
    if (lockfiles.length > 1)
      output.say(
        `${pc.yellow('Note')}  several lockfiles: ${lockfiles.join(', ')}. ${manager} is used, as told by ${reason}.`,
      );
    const plan = (): Promise<ChangeSet> => planWithWarnings(context, () => planAttach(context, requests, wishes));
    const changes = renewed ? await planWithWarnings(context, () => Promise.resolve(renewed)) : await plan();
    const shown = shownOtherwise(changes, options, output);
    if (shown !== undefined) return shown;
    const revise = (before: ChangeSet): Promise<ChangeSet | undefined> => revised(context, { requests, before, plan });
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

/** Says what is attached already; true where that is all that was asked for. */
function toldAlready(renewals: readonly NamedRenewal[], output: Output, { isAll }: { isAll: boolean }): boolean {
  const already = renewals.map(({ request, name }) => ({
    integration: request.definition.integration,
    workspace: name,
  }));
  for (const { integration, workspace } of already)
    output.say(`${integration} is already attached to ${printable(workspace)}.`);
  if (isAll) output.document(EXIT.done, { changed: false, already });
  return isAll;
}

/** A plan with what somebody has changed in it; undefined where that is nothing. Where it cannot be planned all stays as it was. */
async function revised(
  context: Context,
  { requests, before, plan }: { requests: readonly AttachRequest[]; before: ChangeSet; plan: () => Promise<ChangeSet> },
): Promise<ChangeSet | undefined> {
  const answers = requests.map(({ choices, without }) => ({ choices, without }));
  if (!(await changedChoice(context, requests, before))) return undefined;
  try {
    return await plan();
  } catch (error) {
    requests.forEach((one, index) => Object.assign(one, answers[index]));
    throw error;
  }
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
