import pc from 'picocolors';
import type { Context } from '../../../core/host/context.ts';
import { whatGrows } from '../../../core/grow/what-grows.ts';
import { planRouted } from '../../../core/grow/plan-routed.ts';
import { EXIT, Problem } from '../../../core/problem.ts';
import { chooseWorkspaces } from '../../../core/survey/choose-workspaces.ts';
import type { ChangeOptions } from '../../change/change-options.ts';
import { carryOut, openForChange, planWithWarnings } from '../../change/carry-out.ts';
import type { Output } from '../../output.ts';
import { columns } from '../../render/columns.ts';
import { printable } from '../../render/printable.ts';

interface GrowOptions extends ChangeOptions {
  part?: string | undefined;
  name?: string | undefined;
  at?: string | undefined;
  link: boolean;
  workspace: string[];
  preview: boolean;
}

export async function run(options: GrowOptions, output: Output): Promise<number> {
  const { part, name } = options;
  const { context, lock } = await openForChange(
    { ...options, preview: options.preview || part === undefined },
    'grow',
    output,
  );
  try {
    const [workspace] = await chooseWorkspaces(context.doors.files, context.facts, options.workspace, options.cwd);
    const folder = workspace?.folder ?? '.';
    if (part === undefined) return await list(context, folder, output);
    if (part !== 'page' && part !== 'endpoint') throw unknownPart(part);
    if (name === undefined) throw noName(part);
    const { at: address, link } = options;
    const planned = await planRouted(context, { part, name, address, link, workspace: folder });
    if (!planned) {
      output.say(`The ${part} ${printable(name)} has grown already.`);
      output.document(EXIT.done, { changed: false });
      return EXIT.done;
    }
    const changes = await planWithWarnings(context, () => Promise.resolve(planned));
    return await carryOut(context, changes, options, output, lock);
  } finally {
    lock?.release();
  }
}

async function list(context: Context, folder: string, output: Output): Promise<number> {
  const found = await whatGrows(context, folder);
  const rows = found.parts.map(({ part, how }) => [`  ${pc.bold(part)}`, pc.dim(printable(how))]);
  output.say(
    rows.length === 0
      ? `Nothing can grow in ${printable(found.workspace)} yet: no pages and no routers at paths of their own were found there.`
      : [`In ${printable(found.workspace)} (${printable(found.stack)}) can grow:`, ...columns(rows)].join('\n'),
  );
  output.document(EXIT.done, { ...found });
  return EXIT.done;
}

function unknownPart(part: string): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `"${part}" is nothing that grows`,
    why: 'pages and endpoints do',
    next: 'ligament grow lists what can grow here. Nothing was changed.',
  });
}

function noName(part: string): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `The ${part} needs a name`,
    next: `Give it one: ligament grow ${part} SeedSwap. Nothing was changed.`,
  });
}
