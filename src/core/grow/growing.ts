import { bareHost } from '../edits/host-view.ts';
import { isPart } from '../edits/part-id.ts';
import { bareSides } from '../facts/bare.ts';
import type { Context } from '../host/context.ts';
import { Ground } from '../joints/ground.ts';
import type { AlikePart, Growth, KindGrowth } from '../joints/growth.ts';
import type { Reader } from '../ports.ts';
import type { StackFacts } from '../stacks/sides.ts';
import { STACKS } from '../stacks/stacks.ts';
import type { WorkspaceFacts } from '../survey/survey.ts';

/** A side of a workspace, with how parts of a kind come to be there; without, where none can. */
export interface Growing {
  facts: WorkspaceFacts;
  stack: StackFacts;
  kind?: KindGrowth | undefined;
}

/** The side of a workspace on which parts of a kind stand or can begin, its browser's first; the first one where none can, or no kind is named. */
export async function growing(context: Context, folder: string, part?: AlikePart): Promise<Growing> {
  const all = await growingSides(context, folder);
  const [first] = all;
  if (!first) throw new Error(`no stack has ${folder}`);
  if (part === undefined) return first.place;
  const kinds = all.map(({ place, kindOf }) => ({ ...place, kind: kindOf(part) }));
  // Where some stand is where another one goes.
  return kinds.find(({ kind }) => kind && kind.standing.length > 0) ?? kinds.find(({ kind }) => kind) ?? first.place;
}

/** The sides of a workspace, its browser's first, each with a look at the kinds that can grow there. */
export async function growingSides(
  context: Context,
  folder: string,
): Promise<{ place: Growing; kindOf: (part: AlikePart) => KindGrowth | undefined }[]> {
  const facts = context.facts.workspaces.find((one) => one.folder === folder);
  if (!facts) throw new Error(`no workspace ${folder}`);
  const sides = (await bareSides(context, folder)).filter(({ side }) => side !== 'tools');
  const reader = withoutParts(context);
  const inOrder = [...sides].sort((a, b) => Number(b.builds === 'browser') - Number(a.builds === 'browser'));
  return Promise.all(
    inOrder.map(async (stack) => {
      const growth = await growthOf(new Ground(reader, context.host.root, stack.workspace), stack);
      const kindOf = (part: AlikePart): KindGrowth | undefined => {
        const kind = growth[part]?.();
        return kind && (kind.standing.length > 0 || kind.first) ? kind : undefined;
      };
      return { place: { facts, stack }, kindOf };
    }),
  );
}

/** Shows the host with what is attached, but without what has grown: where a part goes never depends on which grew before. */
export function withoutParts({ reader, host, ledgers }: Context): Reader {
  return bareHost(
    reader,
    host.root,
    ledgers.filter((one) => isPart(one)),
  );
}

/** What grows on a side of a workspace, as its stack tells; nothing on one that is only known by its name. */
export async function growthOf(ground: Ground, { id, outside }: StackFacts): Promise<Growth> {
  const stack = STACKS.find((one) => one.id === id);
  return stack?.grows && outside === undefined ? stack.grows(ground) : {};
}
