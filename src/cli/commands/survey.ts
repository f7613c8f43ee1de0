import { openHost } from '../../core/context.ts';
import { readJournal, recoveryNeeded } from '../../core/apply/journal.ts';
import { EXIT } from '../../core/problem.ts';
import { readStack } from '../../core/stacks/stacks.ts';
import { findVersionControl } from '../../core/survey/version-control.ts';
import type { Output } from '../output.ts';
import { renderSurvey, surveyDocument, type SurveyView } from '../render/survey.ts';
import { catalogFolder, openDoors, type GlobalOptions } from '../session.ts';

export async function run({ cwd }: GlobalOptions, output: Output): Promise<number> {
  const doors = openDoors();
  const context = await openHost(doors, catalogFolder(), cwd);
  const journal = readJournal(doors.files, context.host.root);
  if (journal) throw recoveryNeeded(journal);
  // git runs while the stacks are read.
  const asked = findVersionControl(doors.files, doors.processes, context.host.root);
  const workspaces: SurveyView['workspaces'] = [];
  for (const facts of context.facts.workspaces) {
    const stack = await readStack(doors.files, context.host.root, facts);
    const attached = context.ledgers.filter(({ workspace }) => workspace === facts.folder);
    workspaces.push({ facts, stack, attached });
  }
  const view: SurveyView = { facts: context.facts, versionControl: await asked, workspaces };
  output.document(EXIT.done, surveyDocument(view));
  output.say(renderSurvey(view));
  return EXIT.done;
}
