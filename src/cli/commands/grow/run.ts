import pc from 'picocolors';
import type { Context } from '../../../core/host/context.ts';
import { whatGrows } from '../../../core/grow/what-grows.ts';
import type { ChangeSet } from '../../../core/change/change-set.ts';
import type { Part, RoutedRequest } from '../../../core/grow/grow-request.ts';
import { planComponent } from '../../../core/grow/plan-component.ts';
import { planRouted } from '../../../core/grow/plan-routed.ts';
import { EXIT, Problem } from '../../../core/problem.ts';
import { chooseWorkspaces } from '../../../core/survey/choose-workspaces.ts';
import type { ChangeOptions } from '../../change/change-options.ts';
import { carryOut, openForChange, planWithWarnings } from '../../change/carry-out.ts';
import { checkFormat, showFile } from '../../change/show-file.ts';
import { renderPatch } from '../../render/patch.ts';
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
  format: 'text' | 'patch';
  file?: string | undefined;
}

export async function run(options: GrowOptions, output: Output): Promise<number> {
  checkFormat(options);
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
    if (!isPart(part)) throw unknownPart(part);
    if (name === undefined) throw noName(part);
    const { at: address, link } = options;
    const planned = await planPart(context, { part, name, address, link, workspace: folder });
    if (!planned) {
      output.say(`The ${part} ${printable(name)} has grown already.`);
      output.document(EXIT.done, { changed: false });
      return EXIT.done;
    }
    const changes = await planWithWarnings(context, () => Promise.resolve(planned));
    if (options.preview && options.format === 'patch') {
      process.stdout.write(renderPatch(changes.files));
      return EXIT.done;
    }
    if (options.file !== undefined) return showFile(changes, options.file, output);
    return await carryOut(context, changes, options, output, lock);
  } finally {
    lock?.release();
  }
}

const PARTS: readonly string[] = ['page', 'component', 'endpoint'] satisfies Part[];

function isPart(part: string): part is Part {
  return PARTS.includes(part);
}

/** Throws a Problem (status 2) for an option that says nothing of such a part. */
function planPart(
  context: Context,
  request: { part: Part } & Omit<RoutedRequest, 'part'>,
): Promise<ChangeSet | undefined> {
  const { part, name, workspace, address, link } = request;
  if (part !== 'component') return planRouted(context, { ...request, part });
  if (address !== undefined || link === true)
    throw new Problem({
      status: EXIT.wrongUsage,
      what: `A component has no address: ${address === undefined ? '--link' : '--at'} says nothing of it`,
      next: 'Leave it out. Nothing was changed.',
    });
  return planComponent(context, { part, name, workspace });
}

async function list(context: Context, folder: string, output: Output): Promise<number> {
  const found = await whatGrows(context, folder);
  const rows = found.parts.map(({ part, how }) => [`  ${pc.bold(part)}`, pc.dim(printable(how))]);
  output.say(
    rows.length === 0
      ? `Nothing can grow in ${printable(found.workspace)} yet: no pages, components or routers were found there to make one like.`
      : [`In ${printable(found.workspace)} (${printable(found.stack)}) can grow:`, ...columns(rows)].join('\n'),
  );
  output.document(EXIT.done, { ...found });
  return EXIT.done;
}

function unknownPart(part: string): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `"${part}" is nothing that grows`,
    why: `what grows is a ${PARTS.join(', ')}`,
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
