import pc from 'picocolors';
import { loadDefinition } from '../../core/definition/catalog.ts';
import type { AttachRequest } from '../../core/plan/attach-request.ts';
import { planAttach } from '../../core/plan/plan-attach.ts';
import { renderPatch } from '../../core/plan/patch.ts';
import { EXIT, Problem } from '../../core/problem.ts';
import type { Output } from '../output.ts';
import { checkedDefinitions } from '../session.ts';
import { printable } from '../render/printable.ts';
import { carryOut, openForChange, withWarnings, targets, type ChangeOptions } from './change.ts';

interface AttachOptions extends ChangeOptions {
  integrations: string[];
  workspace: string[];
  everywhere: boolean;
  choose: string[];
  take: string[];
  movePackages: boolean;
  preview: boolean;
  format: 'text' | 'patch';
}

export async function run(options: AttachOptions, output: Output): Promise<number> {
  const { context, lock, versionControl } = await openForChange(
    options,
    `attach ${options.integrations.join(' ')}`,
    output,
  );
  try {
    const choices = parseChoices(options.choose);
    const wishes = {
      take: parseTake(options.take),
      movePackages: options.movePackages,
      whereItFits: options.everywhere,
    };
    const workspaces = await targets(context, options);
    const kept = checkedDefinitions();
    const requests: AttachRequest[] = [];
    const already: { integration: string; workspace: string }[] = [];
    for (const id of new Set(options.integrations)) {
      const definition = await loadDefinition(context.doors.files, context.catalog, id, { from: options.cwd, kept });
      // What serves the whole host goes to its root, whichever workspace one stands in.
      const targets = definition.belongs === 'root' ? context.facts.workspaces.slice(0, 1) : workspaces;
      for (const { folder, name } of targets) {
        const held = context.ledgers.some(
          (ledger) => ledger.integration === definition.integration && ledger.workspace === folder,
        );
        if (held) already.push({ integration: definition.integration, workspace: name });
        else requests.push({ definition, workspace: folder, choices });
      }
    }
    for (const { integration, workspace } of already)
      output.say(`${integration} is already attached to ${printable(workspace)}.`);
    if (requests.length === 0) {
      output.document(EXIT.done, { changed: false, already });
      return EXIT.done;
    }
    const { lockfiles, name: manager, reason } = context.facts.manager;
    if (lockfiles.length > 1)
      output.say(
        `${pc.yellow('Note')}  several lockfiles: ${lockfiles.join(', ')}. ${manager} is used, as told by ${reason}.`,
      );
    const changes = await withWarnings(await planAttach(context, requests, wishes), versionControl);
    if (options.preview && options.format === 'patch') {
      process.stdout.write(renderPatch(changes.files));
      return EXIT.done;
    }
    return await carryOut(context, changes, options, output);
  } finally {
    lock?.release();
  }
}

/** Packages with the range or tag that is asked for: "name@range". */
function parseTake(given: readonly string[]): Record<string, string> {
  return Object.fromEntries(
    given.map((item) => {
      const at = item.indexOf('@', 1);
      if (at === -1 || at === item.length - 1)
        throw new Problem({
          status: EXIT.wrongUsage,
          what: `"${item}" does not say which version to take`,
          next: 'Give it as --take name@range, or name@tag.',
        });
      return [item.slice(0, at), item.slice(at + 1)];
    }),
  );
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
