import type { ChosenPackage } from '../ecosystems/work.ts';
import type { Context } from '../host/context.ts';
import { readSides, type StackFacts } from '../stacks/sides.ts';
import type { HostFacts, WorkspaceFacts } from '../survey/survey.ts';
import type { CodeStyle } from '../text/code-style.ts';

/** The sides of a workspace as they are without what Ligament has put in. */
export function bareSides({ bare, bareFacts, host, facts }: Context, folder: string): Promise<StackFacts[]> {
  const find = (all: HostFacts): WorkspaceFacts | undefined => all.workspaces.find((one) => one.folder === folder);
  const workspace = find(bareFacts) ?? find(facts);
  if (!workspace) throw new Error(`no workspace ${folder}`);
  return readSides(bare, host.root, workspace);
}

/** One of them; where none is named (records did not do so at first) the one that is told first. */
export async function bareStack(context: Context, folder: string, side?: StackFacts['side']): Promise<StackFacts> {
  const sides = await bareSides(context, folder);
  const found = sides.find((one) => one.side === side) ?? sides[0];
  if (!found) throw new Error(`no stack has ${folder}`);
  return found;
}

/** How a workspace's own sources are written, without what Ligament has put in. */
export function bareStyle({ bareFacts }: Context, { folder, style }: WorkspaceFacts): CodeStyle {
  return bareFacts.workspaces.find((one) => one.folder === folder)?.style ?? style;
}

/** Whether a package is the host's own: what another integration has brought is not. */
export function isOwn({ bareFacts }: Context, { name, workspace, declared }: ChosenPackage): boolean {
  return (
    declared && bareFacts.workspaces.find(({ folder }) => folder === workspace)?.manifest.declared(name) !== undefined
  );
}
