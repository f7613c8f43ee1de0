import { loadDefinition } from '../../core/definition/catalog.ts';
import { planAttach, type AttachRequest } from '../../core/plan/plan-attach.ts';
import { renderPatch } from '../../core/plan/patch.ts';
import { EXIT, Problem } from '../../core/problem.ts';
import { chooseWorkspaces } from '../../core/survey/choose-workspaces.ts';
import type { Output } from '../output.ts';
import { printable } from '../render/printable.ts';
import { carryOut, openForChange, withWarnings, type ChangeOptions } from './change.ts';

interface AttachOptions extends ChangeOptions {
  integrations: string[];
  workspace: string[];
  choose: string[];
  preview: boolean;
  format: 'text' | 'patch';
}

export async function run(options: AttachOptions, output: Output): Promise<number> {
  const { context, lock } = await openForChange(options, `attach ${options.integrations.join(' ')}`, output);
  try {
    const choices = parseChoices(options.choose);
    const workspaces = await chooseWorkspaces(context.facts, options.workspace, options.cwd);
    const requests: AttachRequest[] = [];
    const already: { integration: string; workspace: string }[] = [];
    for (const id of new Set(options.integrations)) {
      const definition = await loadDefinition(context.doors.files, context.catalog, id);
      for (const { folder, name } of workspaces) {
        const held = context.ledgers.some((ledger) => ledger.integration === id && ledger.workspace === folder);
        if (held) already.push({ integration: id, workspace: name });
        else requests.push({ definition, workspace: folder, choices });
      }
    }
    for (const { integration, workspace } of already)
      output.say(`${integration} is already attached to ${printable(workspace)}.`);
    if (requests.length === 0) {
      output.document(EXIT.done, { changed: false, already });
      return EXIT.done;
    }
    const changes = await withWarnings(context, await planAttach(context, requests));
    if (options.preview && options.format === 'patch') {
      process.stdout.write(renderPatch(changes.files));
      return EXIT.done;
    }
    return await carryOut(context, changes, options, output);
  } finally {
    lock?.release();
  }
}

function parseChoices(given: readonly string[]): Record<string, string> {
  return Object.fromEntries(
    given.map((item) => {
      const at = item.indexOf('=');
      if (at < 1)
        throw new Problem({
          status: EXIT.wrongUsage,
          what: `"${item}" is not a choice`,
          next: 'Give choices as --choose key=value.',
        });
      return [item.slice(0, at), item.slice(at + 1)];
    }),
  );
}
