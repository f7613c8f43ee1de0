import path from 'node:path';
import { linesThatMatter } from './apply/install-failed.ts';
import type { Context } from './context.ts';
import type { People } from './definition/schema.ts';
import type { Ledger } from './ledger/ledger.ts';
import { bareStack } from './plan/bare.ts';
import { EXIT, Problem } from './problem.ts';
import { scriptCommand, type ManagerCommand } from './resolve/manager-commands.ts';

/** The record of an integration that has users, in one of some workspaces. Throws a Problem (status 2) where there is none. */
export function ledgerWithPeople(
  { ledgers }: Context,
  integration: string,
  folders: readonly string[],
): Ledger & { people: People } {
  const attached = ledgers.filter((one) => one.integration === integration);
  const here = attached.filter(({ workspace }) => folders.includes(workspace));
  const [found] = here.length > 0 ? here : attached.length === 1 ? attached : [];
  if (found?.people) return { ...found, people: found.people };
  const able = ledgers.filter(({ people }) => people).map((one) => one.integration);
  throw new Problem({
    status: EXIT.wrongUsage,
    what: found ? `${found.title} has no users` : `${integration} is not attached here`,
    why:
      able.length > 0
        ? `those with users are ${[...new Set(able)].join(', ')}`
        : 'nothing that is attached here has users',
    next: found ? 'ligament survey tells what is attached.' : `Attach it first: ligament attach ${integration}`,
  });
}

/** What the script itself has said: managers add that it has failed, and how it was run. */
function ownWords(said: string): string {
  const lines = said.split('\n').map((line) => line.trim());
  return lines
    .filter((line) => line !== '' && !/^(npm|yarn|pnpm|bun|error|info|ELIFECYCLE|\$|>)\b/i.test(line))
    .join('\n');
}

/**
 * Gives somebody an account by the host's own script, which reads one line for each answer, the password last, from its standard
 * input: nobody else can read it there. What has to be built is built first. Returns what the script says. Throws a Problem
 * (status 4) where it fails: then nobody has been given one.
 */
export async function enrol(
  context: Context,
  { people, workspace, title }: Ledger & { people: People },
  answers: readonly string[],
  signal: AbortSignal,
): Promise<string> {
  const { facts, doors, host } = context;
  const { traits } = await bareStack(context, workspace);
  const cwd = path.join(host.root, workspace);
  const run = async ({ command, args }: ManagerCommand, input?: string): Promise<string> => {
    const ran = await doors.processes.run(command, args, { cwd, signal, ...(input === undefined ? {} : { input }) });
    signal.throwIfAborted();
    if (ran.status === 0) return ran.stdout;
    throw new Problem({
      status: EXIT.putBack,
      what: `${title} has given nobody an account`,
      where: { file: path.posix.join(workspace, 'package.json') },
      why: ownWords(ran.stderr) || linesThatMatter(`${ran.stderr}\n${ran.stdout}${ran.failure ?? ''}`),
      next: `Nothing was changed. It was asked by: ${[command, ...args].join(' ')}`,
    });
  };
  const isBuilt = traits.serve !== undefined && 'build' in traits.serve && traits.serve.build;
  if (isBuilt) await run(scriptCommand(facts.manager, 'build'));
  const { command, args } = scriptCommand(facts.manager, people.script);
  // npm takes what stands behind two dashes for the script; the others take all.
  const behind = command === 'npm' ? ['--', ...people.args] : people.args;
  const said = await run({ command, args: [...args, ...behind] }, `${answers.join('\n')}\n`);
  return said.trim().split('\n').at(-1) ?? '';
}
