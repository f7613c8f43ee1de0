import path from 'node:path';
import type { Reader } from '../ports.ts';
import { EXIT, Problem } from '../problem.ts';
import type { HostFacts, WorkspaceFacts } from './survey.ts';

/**
 * The workspaces that a command is for: those named by folder or name, else the one that `from` lies in. Throws a
 * Problem (status 2) for a name that is none.
 */
export async function chooseWorkspaces(
  reader: Reader,
  facts: HostFacts,
  named: readonly string[],
  from: string,
): Promise<WorkspaceFacts[]> {
  if (named.length === 0) {
    // The host's root is a real path; where one stands may be the name of a link to it.
    const here = reader.real(path.resolve(from));
    const inside = facts.workspaces.filter(({ folder }) => isWithin(here, path.join(facts.root, folder)));
    // The innermost one: a workspace lies within its root.
    const innermost = inside.reduce<WorkspaceFacts | undefined>(
      (best, one) => (best && best.folder.length > one.folder.length && best.folder !== '.' ? best : one),
      undefined,
    );
    if (!innermost) throw new Error(`${here} is outside of ${facts.root}`);
    return [innermost];
  }
  const chosen: WorkspaceFacts[] = [];
  for (const name of named) {
    // A path that begins with a dot is seen from where one stands, as everywhere else.
    const seen = /^\.{1,2}([\\/]|$)/.test(name)
      ? path.relative(facts.root, reader.real(path.resolve(from, name))) || '.'
      : name;
    const plain = path.posix.normalize(seen.replaceAll('\\', '/')).replace(/\/$/, '');
    const found =
      facts.workspaces.find((one) => one.folder === plain) ?? facts.workspaces.find((one) => one.name === name);
    if (!found) throw await unknown(facts, name);
    if (!chosen.includes(found)) chosen.push(found);
  }
  return chosen;
}

/** The workspaces that are named; all of them where none is. Throws as `chooseWorkspaces` does. */
export async function namedOrAll(
  reader: Reader,
  facts: HostFacts,
  named: readonly string[],
  from: string,
): Promise<WorkspaceFacts[]> {
  return named.length > 0 ? chooseWorkspaces(reader, facts, named, from) : facts.workspaces;
}

/** The workspaces that are named; else the one that `from` lies in, or all of them at the root. Throws as `chooseWorkspaces` does. */
export async function hereOrAll(
  reader: Reader,
  facts: HostFacts,
  named: readonly string[],
  from: string,
): Promise<WorkspaceFacts[]> {
  const chosen = await chooseWorkspaces(reader, facts, named, from);
  return named.length === 0 && chosen[0]?.folder === '.' ? facts.workspaces : chosen;
}

function isWithin(folder: string, outer: string): boolean {
  return folder === outer || folder.startsWith(outer + path.sep);
}

async function unknown(facts: HostFacts, name: string): Promise<Problem> {
  const { nearName } = await import('../text/near-name.ts');
  const known = [
    ...new Set(facts.workspaces.flatMap((one) => (one.folder === '.' ? [one.name] : [one.folder, one.name]))),
  ];
  const near = nearName(name, known);
  return new Problem({
    status: EXIT.wrongUsage,
    what: `There is no workspace "${name}"`,
    why: `this project has ${known.join(', ')}`,
    next: near === undefined ? 'Name one of these.' : `Did you mean: --workspace ${near}`,
  });
}
