import type { Ledger } from '../ledger/record.ts';
import { WorkspaceFacts } from '../survey/survey.ts';
import type { HostFacts } from '../survey/survey.ts';
import type { Command } from '../ecosystems/work.ts';
import { workOf } from '../ecosystems/works.ts';
import { linesThatMatter } from '../text/lines-that-matter.ts';
import path from 'node:path';
import type { Context } from '../host/context.ts';
import type { People } from '../definition/parts.ts';
import { bareStack } from '../facts/bare.ts';
import { catalogIds, loadDefinition } from '../definition/catalog.ts';
import { EXIT, Problem } from '../problem.ts';

/** The record of an integration with users, and how these are let in. */
export type LedgerWithPeople = Ledger & { people: People; foreign: boolean };

/**
 * The record of an integration that has users, in one of some workspaces. How they are let in is told by the definition that ships,
 * where one of that name does, and else by the record (`foreign`). Throws a Problem (status 2) where there is none.
 */
export async function ledgerWithPeople(
  context: Context,
  integration: string,
  folders: readonly string[],
): Promise<LedgerWithPeople> {
  const { ledgers, doors, catalog } = context;
  const attached = ledgers.filter((one) => one.integration === integration);
  const here = attached.filter(({ workspace }) => folders.includes(workspace));
  const [found] = here.length > 0 ? here : attached.length === 1 ? attached : [];
  const foreign = !catalogIds(doors.files, catalog).includes(integration);
  const shipped = foreign ? undefined : await loadDefinition(doors.files, catalog, integration);
  const people = foreign ? found?.people : shipped?.people;
  if (found && people) return { ...found, people, foreign };
  const { elsewhere } = shipped ?? {};
  if (!found && elsewhere !== undefined && ledgers.some((one) => one.integration === elsewhere))
    return ledgerWithPeople(context, elsewhere, folders);
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

/**
 * Gives somebody an account by the host's own script, which reads one line for each answer, the password last, from its standard
 * input: nobody else can read it there. What has to be built is built first. Returns what the script says. Throws a Problem
 * (status 4) where it fails: then nobody has been given one.
 */
export async function enrol(
  context: Context,
  ledger: LedgerWithPeople,
  { answers, role }: { answers: readonly string[]; role: string | undefined },
  signal: AbortSignal,
): Promise<string> {
  const { facts, doors, host } = context;
  const { workspace, title } = ledger;
  const { traits } = await bareStack(context, workspace, ledger.side);
  const place = placeOf(facts, workspace);
  const work = workOf(place);
  const cwd = path.join(host.root, workspace);
  const run = async ({ command, args }: Command, input?: string): Promise<string> => {
    const ran = await doors.processes.run(command, args, { cwd, signal, ...(input === undefined ? {} : { input }) });
    signal.throwIfAborted();
    if (ran.status === 0) return ran.stdout;
    throw new Problem({
      status: EXIT.putBack,
      what: `The script of ${title} made no account`,
      where: { file: place.projects[0]?.file ?? workspace },
      why: work.ownWords(ran.stderr) || linesThatMatter(`${ran.stderr}\n${ran.stdout}${ran.failure ?? ''}`),
      next: `Nothing was changed. It was asked by: ${[command, ...args].join(' ')}`,
    });
  };
  const isBuilt = traits.serve !== undefined && 'build' in traits.serve && traits.serve.build;
  if (isBuilt) await run(work.script(facts.manager, 'build'));
  const said = await run(await peopleCommand(context, ledger, role), `${answers.join('\n')}\n`);
  return said.trim().split('\n').at(-1) ?? '';
}

/** The command by which somebody is let in, as a developer would type it. */
export async function commandOf(context: Context, ledger: LedgerWithPeople, role: string | undefined): Promise<string> {
  const { command, args } = await peopleCommand(context, ledger, role);
  return [command, ...args].join(' ');
}

/** Throws a Problem (status 2) where a role is asked for and the accounts have none. */
async function peopleCommand(
  context: Context,
  { people, workspace, side, title }: LedgerWithPeople,
  role: string | undefined,
): Promise<Command> {
  const { facts } = context;
  if (role !== undefined && people.role === undefined)
    throw new Problem({
      status: EXIT.wrongUsage,
      what: `The accounts of ${title} have no roles`,
      next: 'Leave --role out. Nobody was given an account.',
    });
  const more = role === undefined ? [] : [`${people.role ?? ''}=${role}`];
  if (people.console === undefined)
    return workOf(placeOf(facts, workspace)).script(facts.manager, people.script ?? '', [
      ...(people.args ?? []),
      ...more,
    ]);
  const { traits } = await bareStack(context, workspace, side);
  return {
    command: 'php',
    args: [traits.console ?? 'bin/console', ...people.console, ...more, ...(traits.consoleOptions ?? [])],
  };
}

function placeOf(facts: HostFacts, folder: string): WorkspaceFacts {
  const found = facts.workspaces.find((one) => one.folder === folder);
  if (!found) throw new Error(`no workspace ${folder}`);
  return found;
}
