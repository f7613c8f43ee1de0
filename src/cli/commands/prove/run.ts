import pc from 'picocolors';
import { refuseUnfinished } from '../../../core/apply/unfinished.ts';
import { openHost, type Context } from '../../../core/host/context.ts';
import { EXIT, Problem } from '../../../core/problem.ts';
import { Proofs } from '../../../core/prove/prove.ts';
import { proofTasks } from '../../../core/prove/proof-tasks.ts';
import { inProvingOrder, type ProofResult, type ProofTask, placeOf, failedProof } from '../../../core/change/proof.ts';
import { namedOrAll } from '../../../core/survey/choose-workspaces.ts';
import type { Output } from '../../output.ts';
import { failedProofRows } from '../../render/problem.ts';
import { labelled } from '../../render/columns.ts';
import { printable } from '../../render/printable.ts';
import { openCatalog, interruption, openDoors, type GlobalOptions } from '../../session.ts';
import { checkProofs } from '../../change/consent.ts';
import { waiting } from '../../at-work.ts';

interface ProveOptions extends GlobalOptions {
  integrations?: string[];
  workspace: string[];
  allowCommands: boolean;
}

export async function run(options: ProveOptions, output: Output): Promise<number> {
  const { cwd, integrations = [], workspace } = options;
  const doors = openDoors({ watch: output.watch });
  const context = await openHost(doors, openCatalog(), cwd);
  const { sweep } = await import('../../../core/apply/sweep.ts');
  await sweep(doors);
  const { waitForOthers } = await import('../../../core/apply/lock.ts');
  await waitForOthers(doors, context.host.root, waiting(output));
  await refuseUnfinished(doors, context.host.root);
  const named = await namedOrAll(doors.files, context.facts, workspace, cwd);
  const ledgers = context.ledgers.filter(
    (ledger) =>
      named.some(({ folder }) => folder === ledger.workspace) &&
      (integrations.length === 0 || integrations.includes(ledger.integration)),
  );
  const unknown = integrations.find((id) => !ledgers.some((ledger) => ledger.integration === id));
  if (unknown !== undefined) {
    throw new Problem({
      status: EXIT.wrongUsage,
      what: `${unknown} is not attached here`,
      next: 'ligament survey tells what is attached.',
    });
  }
  if (ledgers.length === 0) output.say('Nothing is attached here, so there is nothing to prove.');
  const tasks = inProvingOrder(await proofTasks(context, ledgers));
  checkProofs(tasks, options);
  const results = await proveAll(context, tasks, output);
  const status = results.every(({ held }) => held) ? EXIT.done : EXIT.notProved;
  output.document(status, {
    proofs: results.map(({ task, held, checked, missed, output: lines, log, milliseconds, unseen }) => ({
      integration: task.integration,
      workspace: task.workspace,
      side: task.side,
      kind: task.spec.proof,
      promised: task.words,
      held,
      checked,
      missed,
      output: lines,
      log,
      milliseconds,
      unseen,
    })),
  });
  return status;
}

/** Makes proofs one after the other, and tells of each. */
async function proveAll(context: Context, tasks: readonly ProofTask[], output: Output): Promise<ProofResult[]> {
  const { doors } = context;
  const results: ProofResult[] = [];
  const { ChangeRecord } = await import('../../../core/apply/change-record.ts');
  const record = ChangeRecord.begin(doors, context.host.root, 'proof', 'prove');
  doors.leftovers = record;
  const proofs = new Proofs(() => Promise.resolve(context), tasks, {
    signal: interruption(),
    kinds: await context.catalog.proofs(),
  });
  try {
    for (const task of tasks) {
      output.working(`proving ${printable(task.title)} on ${printable(task.workspace)} in a scratch copy`);
      const result = await proofs.prove(task);
      results.push(result);
      output.say(
        renderResult(
          result,
          results.slice(0, -1).filter(({ held }) => held),
        ),
      );
    }
  } finally {
    await proofs.close();
    record.remove();
  }
  return results;
}

function renderResult(result: ProofResult, before: readonly ProofResult[]): string {
  const { held, checked, milliseconds, task, unseen } = result;
  const time = pc.dim(`${(milliseconds / 1000).toFixed(1)} s`);
  if (held) return labelled(pc.green('Proved'), `${printable(task.title)}: ${printable(checked)} ${time}`);
  if (unseen !== undefined)
    return `${pc.yellow('Seen in part')}  ${printable(task.title)}: ${printable(checked)}, but ${printable(unseen)} ${time}`;
  const head = `${pc.red('Not proved')}  ${printable(task.title)} on ${printable(placeOf(task))} ${time}`;
  return [head, ...failedProofRows(failedProof(result, before))].join('\n');
}
