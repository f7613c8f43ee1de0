import type { ProofKinds } from '../definition/proof-kind.ts';
import { renderLedger } from '../ledger/record.ts';
import { linesThatMatter } from '../text/lines-that-matter.ts';
import path from 'node:path';
import { encode, readText } from '../text/utf8.ts';
import { parseLedger } from '../ledger/parse-ledger.ts';
import type { ChangeSet, CommandRun } from '../change/change-set.ts';
import type { Doors, FileDoor } from '../ports.ts';
import { EXIT, Problem } from '../problem.ts';
import { startOf } from '../ecosystems/works.ts';
import type { ApplyOptions } from './apply-options.ts';
import { hashOf } from '../text/hash.ts';
import type { Run } from './run.ts';
import { narrowEnvironment } from '../narrow-environment.ts';

/**
 * Runs the commands of what is attached, one after the other, as programs of installed packages. What they say that they
 * write is in the journal, so that it can be put back; what is new of it goes into the record. Throws a Problem (status 4).
 */
export async function runCommands(doors: Doors, changes: ChangeSet, options: ApplyOptions, change: Run): Promise<void> {
  if (!options.install) return;
  for (const run of changes.commands ?? []) {
    options.signal.throwIfAborted();
    change.phase('running');
    await runOne(doors, run, options, change);
    recordMade(doors.files, run, change, options.kinds);
  }
}

async function runOne(
  doors: Doors,
  { workspace, program, args }: CommandRun,
  options: ApplyOptions,
  { record }: Run,
): Promise<void> {
  const { root, signal, onEvent } = options;
  const shown = [program, ...args].join(' ');
  onEvent({ step: 'running', command: shown });
  const start = startOf(doors.files, root, workspace, program);
  if (!start) throw failed(shown, `no installed package brings a program "${program}"`);
  const result = await doors.processes.run(start.command, [...start.lead, ...args], {
    cwd: path.join(root, workspace),
    only: narrowEnvironment(doors.environment),
    signal,
    onStart: (pid) => record.child(pid),
  });
  signal.throwIfAborted();
  if (result.status !== 0) {
    const output = linesThatMatter(`${result.stdout}\n${result.stderr}`);
    throw failed(shown, result.failure ?? `it ended with ${result.status ?? 'no status'}`, output);
  }
}

/** Notes in the record what a command has made: `detach` takes it out if nobody has changed it since. */
function recordMade(
  files: FileDoor,
  { workspace, writes, record }: CommandRun,
  { root, journal, within }: Run,
  kinds: ProofKinds,
): void {
  const made = writes.flatMap((file) => {
    const isNew = journal.files.some((entry) => entry.file === file && entry.before === null);
    const bytes = isNew ? files.read(path.join(root, file)) : undefined;
    return bytes === undefined ? [] : [{ file, sha256: hashOf(bytes) }];
  });
  const text = readText(files, path.join(root, record));
  if (made.length === 0 || text === undefined) return;
  const ledger = parseLedger(text, record, workspace, kinds);
  const known = (ledger.made ?? []).filter((one) => !made.some(({ file }) => file === one.file));
  files.put(path.join(root, record), encode(renderLedger({ ...ledger, made: [...known, ...made] })), undefined, within);
}

function failed(command: string, why: string, output?: string): Problem {
  return new Problem({
    status: EXIT.putBack,
    what: `${command} failed`,
    why,
    ...(output ? { output } : {}),
    next: 'Mend what it says, then run the command again.',
  });
}
