import type { ChangeSet } from '../../core/change/change-set.ts';
import type { Context } from '../../core/host/context.ts';
import { withPublished } from '../../core/plan/attach/published-facts.ts';
import { settleChange } from '../../core/plan/shared/settle-change.ts';
import { EXIT, Problem } from '../../core/problem.ts';
import type { Output } from '../output.ts';
import { inPlaces, renderChangeSet, renderFile } from '../render/change-set.ts';
import { renderProblem } from '../render/problem.ts';
import type { ChangeOptions } from './change-options.ts';
import { checkCommands, checkTerminal } from './consent.ts';

/** How a plan is made anew after somebody has looked at it: asks what shall be different. Undefined where nothing shall. */
export type Revise = (shown: ChangeSet) => Promise<ChangeSet | undefined>;

interface Shown {
  context: Context;
  options: ChangeOptions;
  output: Output;
  revise?: Revise | undefined;
}

/** A change set as it will be carried out, shown to people. */
export async function shownPlan(planned: ChangeSet, { context, options, output }: Shown): Promise<ChangeSet> {
  output.meanwhile('settling what will be installed');
  const settled = await settleChange(context, planned);
  const wanted = options.install ? settled : withoutMigrations(settled);
  // What was agreed to beforehand need not be read again by a machine.
  const isSeen = !output.quiet || !options.yes || options.preview === true;
  const shown = isSeen || options.json ? await withPublished(context, wanted) : wanted;
  output.rest();
  const { secretFiles = {} } = options;
  if (Object.keys(secretFiles).length > 0) (await import('../secrets.ts')).checkFiles(shown.secrets ?? [], secretFiles);
  if (options.preview && options.format === 'html') {
    await (await import('../review/write-page.ts')).writePage(shown, options, output);
    return shown;
  }
  if (isSeen) output.say(renderChangeSet(shown, options));
  return shown;
}

/**
 * Asks whether what was shown is to be done, until that is answered: a file of it can be looked at before, and a choice answered otherwise.
 * Undefined where it is not to be done. Throws a Problem (status 2) where there is nobody to ask.
 */
export async function agreedPlan(shown: ChangeSet, how: Shown): Promise<ChangeSet | undefined> {
  const { options, output, revise } = how;
  checkCommands(shown, options);
  if (options.yes) return shown;
  checkTerminal();
  const { agreement, fileAnswer } = await import('../ask.ts');
  let plan = shown;
  for (;;) {
    output.say('');
    const answer = await agreement(questionOf(plan), { canChange: revise !== undefined });
    if (answer === 'yes') return plan;
    if (answer === 'no') return undefined;
    if (answer === 'file') {
      // Ligament's own come last.
      const files = plan.files.toSorted((a, b) => Number(a.role === 'record') - Number(b.role === 'record'));
      const chosen = await fileAnswer(files.map(({ file }) => file));
      const found = plan.files.find(({ file }) => file === chosen);
      if (found) output.say(renderFile(found));
      continue;
    }
    plan = await revised(plan, how);
  }
}

/** What is planned by another answer; the plan as it was where there is none, or where that cannot be, which is told. */
async function revised(plan: ChangeSet, how: Shown): Promise<ChangeSet> {
  try {
    const planned = await how.revise?.(plan);
    if (!planned) return plan;
    const shown = await shownPlan(planned, how);
    checkCommands(shown, how.options);
    return shown;
  } catch (error) {
    if (!Problem.is(error) || error.status === EXIT.interrupted) throw error;
    how.output.note(renderProblem(error));
    return plan;
  }
}

function questionOf({ uses = [] }: ChangeSet): string {
  return uses.length === 0 ? 'Make these changes?' : `Take it out, although it is still used in ${inPlaces(uses)}?`;
}

/** Without its packages no migration runs. */
function withoutMigrations(changes: ChangeSet): ChangeSet {
  const { kind, migrations = [] } = changes;
  return kind === 'attach' ? { ...changes, migrations: migrations.map((one) => ({ ...one, wanted: false })) } : changes;
}
