import type { Context } from '../context.ts';
import type { ChosenPackage } from '../resolve/packages.ts';
import { readStack, type StackFacts } from '../stacks/stacks.ts';
import type { HostFacts, WorkspaceFacts } from '../survey/survey.ts';
import type { CodeStyle } from '../text/code-style.ts';

/** The stack of a workspace as it is without what Ligament has put in. */
export function bareStack({ bare, bareFacts, host, facts }: Context, folder: string): Promise<StackFacts> {
  const find = (all: HostFacts): WorkspaceFacts | undefined => all.workspaces.find((one) => one.folder === folder);
  const workspace = find(bareFacts) ?? find(facts);
  if (!workspace) throw new Error(`no workspace ${folder}`);
  return readStack(bare, host.root, workspace);
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
