import { refuseUnfinished } from '../../core/apply/unfinished.ts';
import { nodeProcesses } from '../../core/doors/node-processes.ts';
import { nodeReader } from '../../core/doors/node-reader.ts';
import { allLedgers } from '../../core/ledger/ledger.ts';
import { EXIT } from '../../core/problem.ts';
import { findHost } from '../../core/survey/host.ts';
import { surveyHost } from '../../core/survey/survey.ts';
import { findVersionControl } from '../../core/survey/version-control.ts';
import type { Output } from '../output.ts';
import { renderSurvey, surveyDocument, type SurveyView } from '../render/survey.ts';
import type { GlobalOptions } from '../session.ts';

export async function run({ cwd }: GlobalOptions, output: Output): Promise<number> {
  const host = await findHost(nodeReader, cwd);
  await refuseUnfinished(nodeReader, host.root);
  // git runs while the parsers are loaded and the stacks are read.
  const asked = findVersionControl(nodeReader, nodeProcesses, host.root);
  const { readStack } = await import('../../core/stacks/stacks.ts');
  const facts = surveyHost(nodeReader, host, process.env.PATH ?? '');
  const ledgers = await allLedgers(nodeReader, host);
  const workspaces: SurveyView['workspaces'] = [];
  for (const one of facts.workspaces) {
    const stack = await readStack(nodeReader, host.root, one);
    workspaces.push({ facts: one, stack, attached: ledgers.filter(({ workspace }) => workspace === one.folder) });
  }
  const view: SurveyView = { facts, versionControl: await asked, workspaces };
  output.document(EXIT.done, surveyDocument(view));
  output.say(renderSurvey(view));
  return EXIT.done;
}
