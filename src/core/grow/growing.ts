import { bareSides } from '../facts/bare.ts';
import { bareHost } from '../edits/host-view.ts';
import { GROWN } from '../ledger/record.ts';
import type { Reader } from '../ports.ts';
import type { Context } from '../host/context.ts';
import { Ground } from '../joints/ground.ts';
import type { Growth } from '../joints/growth.ts';
import type { StackFacts } from '../stacks/sides.ts';
import { STACKS } from '../stacks/stacks.ts';
import type { WorkspaceFacts } from '../survey/survey.ts';

/** A side of a workspace in which something grows. */
export interface Growing {
  facts: WorkspaceFacts;
  stack: StackFacts;
  growth: Growth;
}

/** What grows in a workspace: on the side where what is wanted grows, its browser's first. */
export async function growing(context: Context, folder: string, wanted?: keyof Growth): Promise<Growing> {
  const facts = context.facts.workspaces.find((one) => one.folder === folder);
  if (!facts) throw new Error(`no workspace ${folder}`);
  const sides = (await bareSides(context, folder)).filter(({ side }) => side !== 'tools');
  const inOrder = [...sides].sort((a, b) => Number(b.builds === 'browser') - Number(a.builds === 'browser'));
  let first: Growing | undefined;
  for (const stack of inOrder) {
    const growth = await growthOf(context, stack);
    const found = { facts, stack, growth };
    if (wanted === undefined ? Object.keys(growth).length > 0 : growth[wanted]) return found;
    first ??= found;
  }
  if (!first) throw new Error(`no stack has ${folder}`);
  return first;
}

/** Shows the host with what is attached, but without what has grown: where a part goes never depends on which grew before. */
export function withoutParts({ reader, host, ledgers }: Context): Reader {
  return bareHost(
    reader,
    host.root,
    ledgers.filter(({ way }) => way === GROWN),
  );
}

async function growthOf(context: Context, { id, workspace, traits, outside }: StackFacts): Promise<Growth> {
  const stack = STACKS.find((one) => one.id === id);
  if (!stack?.grows || outside !== undefined) return {};
  const growth = await stack.grows(new Ground(withoutParts(context), context.host.root, workspace), traits);
  const { pages, endpoints, components } = growth;
  return {
    ...(pages && pages.pages.length > 0 ? { pages } : {}),
    ...(components && components.length > 0 ? { components } : {}),
    ...(endpoints && endpoints.pages.length > 0 ? { endpoints } : {}),
  };
}
