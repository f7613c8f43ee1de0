import type { Reader } from '../ports.ts';
import type { CodeStyle } from '../text/code-style.ts';
import { bareStyle } from './bare.ts';
import type { StackFacts } from '../stacks/sides.ts';
import type { WorkspaceFacts } from '../survey/survey.ts';
import type { Context } from '../host/context.ts';

/** What the conditions of a definition are looked up in. */
export function circumstances(
  context: Context,
  { stack, choices }: { stack: StackFacts; choices: Readonly<Record<string, string>> },
): Circumstances {
  const { bare, host, ledgers } = context;
  const workspace = asSeenBy(context, stack);
  const hasPeople = ledgers.some((one) => one.workspace === workspace.folder && one.people !== undefined);
  return { workspace, style: bareStyle(context, workspace), stack, choices, hasPeople, reader: bare, root: host.root };
}

/** A workspace with all that is attached to it, in the language of a side: the stack itself is read off the bare host. */
function asSeenBy({ facts }: Context, { workspace: bare }: StackFacts): WorkspaceFacts {
  const found = facts.workspaces.find(({ folder }) => folder === bare.folder) ?? bare;
  return found.language === bare.language ? found : found.inLanguage(bare.language);
}

/** All that a condition can ask for. */
export interface Circumstances {
  workspace: WorkspaceFacts;
  /** How its own sources are written. */
  style: CodeStyle;
  stack: StackFacts;
  choices: Readonly<Record<string, string>>;
  /** Something is attached by which people are let in. */
  hasPeople: boolean;
  /** Shows the host bare. */
  reader: Reader;
  root: string;
}
