import pc from 'picocolors';
import type { HostLock } from '../../../core/apply/lock.ts';
import type { Context } from '../../../core/host/context.ts';
import { whatGrows } from '../../../core/grow/what-grows.ts';
import type { ChangeSet } from '../../../core/change/change-set.ts';
import type { GrowRequest } from '../../../core/grow/grow-request.ts';
import { inWords } from '../../../core/grow/part-problems.ts';
import { planTheme } from '../../../core/grow/theme/plan-theme.ts';
import { planBundle } from '../../../core/grow/plan-bundle.ts';
import { planHeadTag } from '../../../core/grow/plan-head-tag.ts';
import { planListPage } from '../../../core/grow/plan-list-page.ts';
import { planLayout } from '../../../core/grow/plan-layout.ts';
import { planPieces } from '../../../core/grow/plan-pieces.ts';
import { planAlike } from '../../../core/grow/plan-alike.ts';
import { EXIT } from '../../../core/problem.ts';
import { chooseWorkspaces } from '../../../core/survey/choose-workspaces.ts';
import type { ChangeOptions } from '../../change/change-options.ts';
import { carryOut, openForChange, planWithWarnings } from '../../change/carry-out.ts';
import { checkFormat, shownOtherwise, type PreviewFormat } from '../../change/show-file.ts';
import type { Output } from '../../output.ts';
import { withRefusalPage } from '../../review/write-page.ts';
import { columns } from '../../render/columns.ts';
import { requestOf, type GrowWords } from './request.ts';
import { printable } from '../../render/printable.ts';

interface GrowOptions extends ChangeOptions, GrowWords {
  preview: boolean;
  format: PreviewFormat;
  file?: string | undefined;
  workspace: string[];
}

export async function run(options: GrowOptions, output: Output): Promise<number> {
  checkFormat(options);
  return withRefusalPage(options, () => grow(options, output));
}

async function grow(options: GrowOptions, output: Output): Promise<number> {
  const { part, names = [] } = options;
  const { context, lock } = await openForChange(
    { ...options, preview: options.preview || part === undefined },
    'grow',
    output,
  );
  try {
    const [workspace] = await chooseWorkspaces(context.doors.files, context.facts, options.workspace, options.cwd);
    const folder = workspace?.folder ?? '.';
    if (part === undefined) return await list(context, folder, output);
    const planned = await planPart(context, requestOf(options, folder));
    if (planned) return await show(context, planned, options, { output, lock });
    const named = names.length === 0 ? '' : ` ${printable(names.join(', '))}`;
    output.say(
      names.length > 1
        ? `The ${inWords(part)}s${named} have grown already.`
        : `The ${inWords(part)}${named} has grown already.`,
    );
    output.document(EXIT.done, { changed: false });
    return EXIT.done;
  } finally {
    lock?.release();
  }
}

async function show(
  context: Context,
  planned: ChangeSet,
  options: GrowOptions,
  { output, lock }: { output: Output; lock: HostLock | undefined },
): Promise<number> {
  const changes = await planWithWarnings(context, () => Promise.resolve(planned));
  const shown = shownOtherwise(changes, options, output);
  if (shown !== undefined) return shown;
  return carryOut(context, changes, options, output, { lock });
}

function planPart(context: Context, request: GrowRequest): Promise<ChangeSet | undefined> {
  switch (request.part) {
    case 'colour':
    case 'font':
    case 'container':
    case 'type-scale':
      return planTheme(context, request);
    case 'head-tag':
      return planHeadTag(context, request);
    case 'bundle':
      return planBundle(context, request);
    case 'list-page':
      return planListPage(context, request);
    case 'layout':
      return planLayout(context, request);
    case 'piece':
      return planPieces(context, request);
    default:
      return planAlike(context, request);
  }
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
