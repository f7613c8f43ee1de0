import pc from 'picocolors';
import { refuseUnfinished } from '../../core/apply/unfinished.ts';
import { openHost } from '../../core/context.ts';
import { EXIT, Problem } from '../../core/problem.ts';
import { prove } from '../../core/prove/prove.ts';
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
  for (const { integration, title, workspace: folder, choices, proofs } of ledgers) {
    for (const spec of proofs) {
      output.note(pc.dim(`proving ${printable(title)} on ${printable(folder)} in a scratch copy`));
      const result = await prove(context, { integration, title, workspace: folder, spec, choices }, signal);
      results.push(result);
      output.say(renderResult(result));
    }
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
