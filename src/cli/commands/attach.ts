import pc from 'picocolors';
import { isPath, loadDefinition } from '../../core/definition/catalog.ts';
import type { AttachRequest } from '../../core/plan/attach-request.ts';
import { planAttach } from '../../core/plan/plan-attach.ts';
import { renderPatch } from '../../core/plan/patch.ts';
import { EXIT, Problem } from '../../core/problem.ts';
import type { Output } from '../output.ts';
import { checkedDefinitions } from '../session.ts';
import { printable } from '../render/printable.ts';
import { carryOut, openForChange, planWithWarnings, targets, type ChangeOptions } from './change.ts';

interface AttachOptions extends ChangeOptions {
  integrations: string[];
  workspace: string[];
  everywhere: boolean;
  choose: string[];
  secretFile: string[];
  take: string[];
  movePackages: boolean;
  preview: boolean;
  format: 'text' | 'patch';
}

export async function run(options: AttachOptions, output: Output): Promise<number> {
  checkFormat(options);
  const { context, lock } = await openForChange(options, `attach ${options.integrations.join(' ')}`, output);
  try {
    const choices = parseChoices(options.choose);
    const secretFiles = parseSecretFiles(options.secretFile);
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
      const places = definition.belongs === 'root' ? context.facts.workspaces.slice(0, 1) : workspaces;
      for (const { folder, name } of places) {
        const held = context.ledgers.some(
          (ledger) => ledger.integration === definition.integration && ledger.workspace === folder,
        );
        if (held) already.push({ integration: definition.integration, workspace: name });
        else requests.push({ definition, workspace: folder, choices, foreign: isPath(id) });
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
    const changes = await planWithWarnings(context, () => planAttach(context, requests, wishes));
    if (options.preview && options.format === 'patch') {
      process.stdout.write(renderPatch(changes.files));
      return EXIT.done;
    }
    return await carryOut(context, changes, { ...options, secretFiles }, output, lock);
  } finally {
    lock?.release();
  }
}

function checkFormat({ format, preview, json }: AttachOptions): void {
  if (format !== 'patch' || (preview && !json)) return;
  throw new Problem({
    status: EXIT.wrongUsage,
    what: preview ? '--format patch and --json cannot both be given' : '--format patch shows a preview only',
    next: preview ? 'Choose one of them.' : 'Add --preview, or leave --format out. Nothing was changed.',
  });
}

/** Packages with the range or tag that is asked for. */
function parseTake(given: readonly string[]): Record<string, string> {
  const usage = { what: 'does not say which version to take', next: 'Give it as --take name@range, or name@tag.' };
  // The first character may be the one of a scope.
  return parsePairs(given, (item) => item.indexOf('@', 1), usage);
}

function parseChoices(given: readonly string[]): Record<string, string> {
  const usage = { what: 'is not a choice', next: 'Give choices as --choose key=value.' };
  return parsePairs(given, (item) => item.indexOf('='), usage);
}

function parseSecretFiles(given: readonly string[]): Record<string, string> {
  const usage = { what: 'does not name a file of a secret', next: 'Give it as --secret-file choice=path.' };
  return parsePairs(given, (item) => item.indexOf('='), usage);
}

/** Names and values. Throws a Problem (status 2) for a text without a name, or without the sign between the two. */
function parsePairs(
  given: readonly string[],
  signAt: (item: string) => number,
  { what, next }: { what: string; next: string },
): Record<string, string> {
  return Object.fromEntries(
    given.map((item) => {
      const at = signAt(item);
      if (at < 1) throw new Problem({ status: EXIT.wrongUsage, what: `"${item}" ${what}`, next });
      return [item.slice(0, at), item.slice(at + 1)];
    }),
  );
}
