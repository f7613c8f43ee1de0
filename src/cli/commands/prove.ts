import pc from 'picocolors';
import { refuseUnfinished } from '../../core/apply/unfinished.ts';
import { openHost } from '../../core/context.ts';
import { EXIT, Problem } from '../../core/problem.ts';
import { Proofs } from '../../core/prove/prove.ts';
import type { ProofResult } from '../../core/prove/proof.ts';
import { namedOrAll } from '../../core/survey/choose-workspaces.ts';
import type { Output } from '../output.ts';
import { printable } from '../render/printable.ts';
import { catalogFolder, interruption, openDoors, type GlobalOptions } from '../session.ts';

interface ProveOptions extends GlobalOptions {
  integrations?: string[];
  workspace: string[];
}

export async function run({ cwd, integrations = [], workspace }: ProveOptions, output: Output): Promise<number> {
  const doors = openDoors();
  const context = await openHost(doors, catalogFolder(), cwd);
  await refuseUnfinished(doors.files, context.host.root);
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
  const signal = interruption();
  const results: ProofResult[] = [];
  const tasks = ledgers.flatMap(({ integration, title, workspace: folder, choices, proofs: specs }) =>
    specs.map((spec) => ({ integration, title, workspace: folder, spec, choices })),
  );
  const proofs = new Proofs(() => Promise.resolve(context), tasks, signal);
  try {
    for (const task of tasks) {
      output.note(pc.dim(`proving ${printable(task.title)} on ${printable(task.workspace)} in a scratch copy`));
      const result = await proofs.prove(task);
      results.push(result);
      output.say(renderResult(result));
    }
  } finally {
    proofs.close();
  }
  const status = results.every(({ held }) => held) ? EXIT.done : EXIT.notProved;
  output.document(status, {
    proofs: results.map(({ task, ...result }) => ({
      integration: task.integration,
      workspace: task.workspace,
      ...result,
    })),
  });
  return status;
}

function renderResult({ held, checked, missed, output, milliseconds, task }: ProofResult): string {
  const time = pc.dim(`${(milliseconds / 1000).toFixed(1)} s`);
  if (held) return `${pc.green('Proved')}  ${task.title}: ${printable(checked)} ${time}`;
  const lines = [...missed, ...(output ?? '').split('\n').filter((line) => line !== '')];
  return [`${pc.red('Not proved')}  ${task.title} ${time}`, ...lines.map((line) => `  ${printable(line)}`)].join('\n');
}
