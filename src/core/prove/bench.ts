import { randomInt } from 'node:crypto';
import path from 'node:path';
import { noteChild } from '../apply/journal.ts';
import type { Context } from '../context.ts';
import { decode, encode } from '../doors/text.ts';
import { fillAll, fillText } from '../definition/fill.ts';
import type { Tie } from '../definition/ties.ts';
import { toNative } from '../formats/script/native.ts';
import { editText } from '../formats/formats.ts';
import { scriptCommand } from '../resolve/manager-commands.ts';
import { programStart } from '../resolve/program-start.ts';
import { mannerOf } from '../plan/way-edits.ts';
import { bareStack } from '../plan/bare.ts';
import type { StackFacts } from '../stacks/stacks.ts';
import type { WorkspaceFacts } from '../survey/survey.ts';
import type { ProofResult, ProofTask } from './proof.ts';
import { makeScratch, type Scratch } from './scratch.ts';

/** What a program that was run for a proof has done. */
export interface Ran {
  status: number | undefined;
  stdout: string;
  output: string;
  /** The command as a developer would type it. */
  shown: string;
}

interface Place {
  workspace: WorkspaceFacts;
  stack: StackFacts;
  scratch: Scratch;
}

/** What a proof is carried out on: a scratch copy of a host, with everything that proofs do in one. */
export class Bench {
  readonly context: Context;
  readonly task: ProofTask;
  readonly workspace: WorkspaceFacts;
  readonly stack: StackFacts;
  /** Absolute root of the copy. */
  readonly root: string;
  /** What texts of the proof are filled with: choices, and a number that is another one each time. */
  readonly values: Readonly<Record<string, string>>;
  readonly #place: Place;
  readonly #signal: AbortSignal;
  readonly #start = performance.now();

  private constructor(context: Context, task: ProofTask, place: Place, signal: AbortSignal) {
    this.context = context;
    this.task = task;
    this.#place = place;
    this.workspace = place.workspace;
    this.stack = place.stack;
    this.root = place.scratch.root;
    this.values = { ...task.choices, number: String(randomInt(100_000, 1_000_000)) };
    this.#signal = signal;
  }

  /** Makes a copy of the host for a proof. */
  static async open(context: Context, task: ProofTask, signal: AbortSignal): Promise<Bench> {
    const { doors, host, facts } = context;
    const workspace = facts.workspaces.find(({ folder }) => folder === task.workspace);
    if (!workspace) throw new Error(`no workspace ${task.workspace}`);
    // What has come with an integration does not make the host another one.
    const stack = await bareStack(context, task.workspace);
    const scratch = await makeScratch(doors, host.root, { packagesInside: stack.traits.packagesInside ?? false });
    return new Bench(context, task, { workspace, stack, scratch }, signal);
  }

  /** Makes a copy of the host, lets `carryOut` work in it, and removes it. */
  static async with(
    context: Context,
    task: ProofTask,
    signal: AbortSignal,
    carryOut: (bench: Bench) => Promise<ProofResult>,
  ): Promise<ProofResult> {
    const bench = await Bench.open(context, task, signal);
    try {
      return await carryOut(bench);
    } finally {
      bench.remove();
    }
  }

  /** For another proof on the same workspace: in the same copy, with values of its own. */
  also(task: ProofTask): Bench {
    return new Bench(this.context, task, this.#place, this.#signal);
  }

  /** Removes the copy. */
  remove(): void {
    this.#place.scratch.remove();
  }

  /** The absolute path of a file of the workspace, in the copy. */
  path(file: string): string {
    return path.join(this.root, this.workspace.folder, file);
  }

  /** Puts files into the copy, by their paths in the workspace. */
  plant(plants: Readonly<Record<string, string>>): void {
    const { files } = this.context.doors;
    for (const [name, text] of Object.entries(plants)) {
      const file = this.path(fillText(name, this.values));
      files.makeFolder(path.dirname(file));
      files.put(file, encode(this.#own(name, fillText(text, this.values))));
    }
  }

  /** Modules are planted in the language and, where nothing bundles them, in the format of the host. */
  #own(name: string, text: string): string {
    return /\.[cm]?[jt]sx?$/.test(name) ? toNative(text, mannerOf(this.workspace, this.stack.traits)) : text;
  }

  /** Makes ties in the copy, as an attach would in the host. */
  async tie(ties: readonly Tie[]): Promise<void> {
    const { files } = this.context.doors;
    for (const tie of ties) {
      const joint = this.stack.joints.find(({ name }) => name === tie.at);
      for (const edit of joint?.tie(fillAll(tie, this.values)) ?? []) {
        const file = path.join(this.root, edit.file);
        const bytes = files.read(file);
        const text = bytes === undefined ? edit.seed : decode(bytes);
        if (text === undefined) continue;
        const outcome = await editText(text, edit, { file: edit.file, style: this.workspace.style });
        files.makeFolder(path.dirname(file));
        if (outcome.kind !== 'refused') files.put(file, encode(outcome.kind === 'edited' ? outcome.text : text));
      }
    }
  }

  /** Runs a program that an installed package brings, in the copy of the workspace. */
  async program(program: string, args: readonly string[]): Promise<Ran> {
    const start = programStart(this.context.doors.files, this.root, this.workspace.folder, program);
    // Where no package brings the program the system says so.
    const { command, lead } = start ?? { command: program, lead: [] };
    return this.#run(command, [...lead, ...args], [program, ...args].join(' '));
  }

  /** Makes what the sources lean on where a build would make it on its way. */
  async prepare(): Promise<void> {
    const { prepare } = this.stack.traits;
    if (prepare) await this.program(prepare.program, prepare.args);
  }

  /** Builds the workspace: by its own script, else as its stack is built. */
  async build(): Promise<Ran> {
    if (this.workspace.manifest.scripts.build === undefined) {
      const { program = '', args = [] } = this.stack.build ?? {};
      return this.program(program, args);
    }
    const { command, args } = scriptCommand(this.context.facts.manager, 'build');
    return this.#run(command, args, [command, ...args].join(' '));
  }

  /** Runs git in the copy's root. */
  git(args: readonly string[]): Promise<Ran> {
    return this.#run('git', args, ['git', ...args].join(' '), this.root);
  }

  async #run(command: string, args: readonly string[], shown: string, cwd = this.path('.')): Promise<Ran> {
    const { doors, host } = this.context;
    const result = await doors.processes.run(command, args, {
      cwd,
      environment: { ...QUIET, CI: '1' },
      signal: this.#signal,
      onStart: (pid) => noteChild(doors.files, host.root, pid),
    });
    this.#signal.throwIfAborted();
    const { status, stdout, stderr, failure = '' } = result;
    return { status, stdout, output: `${stdout}\n${stderr}${failure}`, shown };
  }

  /** What came of the proof. */
  result(held: boolean, checked: string, missed: string[] = [], output?: string): ProofResult {
    const milliseconds = Math.round(performance.now() - this.#start);
    return { task: this.task, held, checked, missed, output, milliseconds };
  }
}

/** Frameworks that would tell their makers of each run are asked not to. */
export const QUIET = {
  NO_COLOR: '1',
  NEXT_TELEMETRY_DISABLED: '1',
  NUXT_TELEMETRY_DISABLED: '1',
  ASTRO_TELEMETRY_DISABLED: '1',
  NG_CLI_ANALYTICS: 'false',
};
