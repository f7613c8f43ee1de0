import { tellWhatGoesOn } from '../../at-work.ts';
import { nodeReader } from '../../../core/doors/node-reader.ts';
import { findDrift } from '../../../core/ledger/drift.ts';
import { allLedgers } from '../../../core/ledger/ledger.ts';
import { groupBy } from '../../../core/group-by.ts';
import { EXIT } from '../../../core/problem.ts';
import { hereOrAll } from '../../../core/survey/choose-workspaces.ts';
import { findHost } from '../../../core/survey/host.ts';
import { surveyHost } from '../../../core/survey/survey.ts';
import { findVersionControl } from '../../../core/survey/version-control.ts';
import type { Ledger } from '../../../core/ledger/record.ts';
import type { Output } from '../../output.ts';
import { surveyDocument, type SurveyView } from '../../render/survey-document.ts';
import { renderSurvey } from '../../render/survey.ts';
import { lookingDoors, openCatalog, openDoors, proofKinds, type GlobalOptions } from '../../session.ts';

interface SurveyOptions extends GlobalOptions {
  workspace: string[];
}

// Of so many workspaces each is told in full; of more only those that are named.
const MOST_IN_FULL = 20;

export async function run({ cwd, verbose, workspace }: SurveyOptions, output: Output): Promise<number> {
  const host = await findHost(nodeReader, cwd);
  await tellWhatGoesOn(lookingDoors(), host.root, output);
  // git runs while the parsers are loaded and the stacks are read.
  const asked = findVersionControl(lookingDoors(), host.root);
  const { nameStack, readSides } = await import('../../../core/stacks/sides.ts');
  const facts = surveyHost(nodeReader, host, process.env.PATH ?? '');
  const attached = groupBy(await allLedgers(nodeReader, host, proofKinds), ({ workspace: folder }) => folder);
  const chosen = await hereOrAll(nodeReader, facts, workspace, cwd);
  const isWhole = workspace.length === 0 && chosen.length === facts.workspaces.length;
  const inFull = new Set(isWhole && !verbose && chosen.length > MOST_IN_FULL ? [] : chosen);
  const misfits = misfitFinder(cwd);
  const workspaces: SurveyView['workspaces'] = [];
  const brief: SurveyView['brief'] = [];
  for (const one of facts.workspaces) {
    const ledgers = await Promise.all(
      (attached.get(one.folder) ?? []).map(async (ledger) => ({
        ...ledger,
        drift: await findDrift(nodeReader, host.root, ledger, () => one.style),
        misfits: inFull.has(one) ? await misfits(ledger) : [],
      })),
    );
    if (inFull.has(one))
      workspaces.push({ facts: one, sides: await readSides(nodeReader, host.root, one), attached: ledgers });
    else if (isWhole) brief.push({ facts: one, stack: nameStack(nodeReader, host.root, one), attached: ledgers });
  }
  const view: SurveyView = { facts, versionControl: await asked, workspaces, brief };
  output.document(EXIT.done, surveyDocument(view));
  output.say(renderSurvey(view, verbose));
  return EXIT.done;
}

/** Tells why what is attached does not fit any more. The host is opened for it only where something is attached. */
function misfitFinder(cwd: string): (ledger: Ledger) => Promise<string[]> {
  const open = async () => (await import('../../../core/host/context.ts')).openHost(openDoors(), openCatalog(), cwd);
  let context: ReturnType<typeof open> | undefined;
  return async (ledger) => {
    const { misfitsOf } = await import('../../../core/plan/attach/misfits.ts');
    context ??= open();
    return misfitsOf(await context, ledger);
  };
}
