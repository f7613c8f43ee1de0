import { linesThatMatter } from '../text/lines-that-matter.ts';
import { tieAt } from '../joints/joint.ts';
import type { ProgramStart } from '../ecosystems/work.ts';
import { ALL_WORK, startOf, workOf } from '../ecosystems/works.ts';
import { moduleStyleOf } from '../facts/module-style.ts';
import { randomInt } from 'node:crypto';
import path from 'node:path';
import type { Context } from '../host/context.ts';
import { decode, encode, readText } from '../text/utf8.ts';
import { fillAll, fillText } from '../definition/fill.ts';
import type { Tie } from '../definition/ties.ts';
import { toNative } from '../formats/script/native.ts';
import { editText } from '../formats/formats.ts';
import { bareStack } from '../facts/bare.ts';
import type { StackFacts } from '../stacks/sides.ts';
import type { WorkspaceFacts } from '../survey/survey.ts';
import type { ProofResult, ProofTask } from '../change/proof.ts';
import type { Scratch } from './scratch.ts';
import { staleFiles } from '../change/stale-files.ts';
import { checkOwnPath } from '../change/paths.ts';
import { typedProgram } from './proof-commands.ts';
import { narrowEnvironment } from '../narrow-environment.ts';

/** What a program that was run for a proof has done. */
export interface Ran {
  status: number | undefined;
  stdout: string;
  output: string;
  /** The command as a developer would type it. */
  shown: string;
}

interface BenchPlace {
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
  readonly #place: BenchPlace;
  readonly #signal: AbortSignal;
  readonly #start = performance.now();
  /** Files of the copy that this proof has written, as they were. */
  readonly #touched = new Map<string, Uint8Array | undefined>();

  private constructor(context: Context, task: ProofTask, place: BenchPlace, signal: AbortSignal) {
    this.context = context;
    this.task = task;
    this.#place = place;
    this.workspace = place.workspace;
    this.stack = place.stack;
    this.root = place.scratch.root;
    this.values = { ...task.choices, number: String(randomInt(100_000, 1_000_000)), copy: this.folder };
    this.#signal = signal;
  }

  /** Opens a workspace of a copy for a proof. */
  static async open(context: Context, task: ProofTask, scratch: Scratch, signal: AbortSignal): Promise<Bench> {
    const workspace = context.facts.workspaces.find(({ folder }) => folder === task.workspace);
    if (!workspace) throw new Error(`no workspace ${task.workspace}`);
    // What has come with an integration does not make the host another one.
    const stack = await bareStack(context, task.workspace, task.side);
    return new Bench(context, task, { workspace, stack, scratch }, signal);
  }

  /** The copy that it works in. */
  get scratch(): Scratch {
    return this.#place.scratch;
  }

  /** The environment of everything that is run here (docs/safety.md lists it). */
  get environment(): Record<string, string> {
    const { doors, host } = this.context;
    return {
      ...Object.fromEntries(ALL_WORK.flatMap((one) => Object.entries(one.environment(doors.files, host.root)))),
      ...narrowEnvironment(doors.environment),
    };
  }

  /** Puts the copy's sources back as they were before this proof wrote into them. */
  restore(): void {
    const { files } = this.context.doors;
    for (const [file, before] of [...this.#touched].reverse()) {
      if (before !== undefined) files.put(file, before);
      else if (files.kind(file) !== undefined) files.removeFile(file);
    }
    this.#touched.clear();
  }

  /** Notes how a file of the copy is before a proof writes it: it is put back when the proof is over. */
  touch(file: string): void {
    if (!this.#touched.has(file)) this.#touched.set(file, this.context.doors.files.read(file));
  }

  /** Has a file of the copy, by its path from the host's root, with other contents, or without a file there. */
  replace(inHost: string, bytes: Uint8Array | undefined): void {
    const { files } = this.context.doors;
    checkOwnPath(files, this.root, inHost);
    const file = path.join(this.root, inHost);
    this.touch(file);
    files.makeFolder(path.dirname(file));
    if (bytes !== undefined) files.put(file, bytes);
    else if (files.kind(file) !== undefined) files.removeFile(file);
  }

  /** Drops what the framework has kept in the copy of its last start. */
  dropCaches(): void {
    const { files } = this.context.doors;
    for (const cache of this.stack.traits.caches ?? [])
      for (const file of staleFiles(files, this.folder, cache)) {
        if (files.kind(file) === 'folder') files.removeTree(file);
        else files.removeFile(file);
      }
  }

  /** The absolute path of a file of the workspace, in the copy. Throws a Problem (status 3) for one that leads out of it. */
  path(file: string): string {
    const inHost = path.posix.join(this.workspace.folder, file.split(path.sep).join('/'));
    if (inHost === '.') return this.root;
    checkOwnPath(this.context.doors.files, this.root, inHost.replace(/\/$/, ''));
    return path.join(this.root, inHost);
  }

  /** The workspace's folder in the copy. */
  get folder(): string {
    return path.join(this.root, this.workspace.folder);
  }

  /** Puts files into the copy, by their paths in the workspace. */
  plant(plants: Readonly<Record<string, string>>): void {
    const own = Object.entries(plants).map(([name, text]) => [
      fillText(name, this.values),
      this.#own(name, fillText(text, this.values)),
    ]);
    this.#put(Object.fromEntries(own) as Record<string, string>);
  }

  #put(texts: Readonly<Record<string, string>>): void {
    const { files } = this.context.doors;
    for (const [name, text] of Object.entries(texts)) {
      const file = this.path(name);
      this.touch(file);
      files.makeFolder(path.dirname(file));
      files.put(file, encode(text));
    }
  }

  /** Has the build of the copy told variables that browsers get, and others that they must not. */
  tell(values: Readonly<Record<string, string>>, hidden: Readonly<Record<string, string>>): void {
    const filled = (all: Readonly<Record<string, string>>): Record<string, string> =>
      Object.fromEntries(Object.entries(all).map(([name, value]) => [name, fillText(value, this.values)]));
    const textOf = (file: string): string | undefined => readText(this.context.doors.files, this.path(file));
    if (Object.keys(values).length > 0)
      this.#put(this.stack.traits.publicEnvironment?.told(filled(values), filled(hidden), textOf) ?? {});
  }

  /** Modules are planted in the language and, where nothing bundles them, in the format of the host. */
  #own(name: string, text: string): string {
    return /\.[cm]?[jt]sx?$/.test(name) ? toNative(text, moduleStyleOf(this.stack.workspace, this.stack.traits)) : text;
  }

  /** Makes ties in the copy, as an attach would in the host. */
  async tie(ties: readonly Tie[]): Promise<void> {
    const { files } = this.context.doors;
    const { proofBoot } = this.stack.traits;
    const joints = proofBoot ? [...this.stack.joints, proofBoot] : this.stack.joints;
    for (const tie of ties) {
      for (const edit of tieAt(joints, fillAll(tie, this.values))) {
        checkOwnPath(files, this.root, edit.file);
        const file = path.join(this.root, edit.file);
        this.touch(file);
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
  async program(program: string, args: readonly string[], more: Readonly<Record<string, string>> = {}): Promise<Ran> {
    const start =
      this.#console(program) ?? startOf(this.context.doors.files, this.root, this.workspace.folder, program);
    const shown = [typedProgram(program, this.stack.traits.console), ...args].join(' ');
    // What the system has by that name is nobody's to run here.
    if (!start)
      return { status: undefined, stdout: '', output: `no installed package brings a program "${program}"`, shown };
    const { temporary } = this.scratch;
    const apart = start.sharesCaches ? { TMPDIR: temporary, TMP: temporary, TEMP: temporary } : {};
    return this.#run(start.command, [...start.lead, ...args], shown, this.folder, { ...apart, ...more });
  }

  /** The framework's own console, which is a program of the project. */
  #console(program: string): ProgramStart | undefined {
    const file = program === 'console' ? this.stack.traits.console : undefined;
    return file === undefined ? undefined : { command: 'php', lead: [this.path(file)] };
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
    return this.script('build');
  }

  /** Runs a script of the workspace's manifest in the copy. */
  script(name: string): Promise<Ran> {
    const { command, args } = workOf(this.workspace).script(this.context.facts.manager, name);
    return this.#run(command, args, [command, ...args].join(' '));
  }

  /** Runs git at the copy's top. */
  git(args: readonly string[]): Promise<Ran> {
    return this.#run('git', args, ['git', ...args].join(' '), this.scratch.top);
  }

  async #run(command: string, args: readonly string[], shown: string, cwd = this.folder, more = {}): Promise<Ran> {
    const { doors } = this.context;
    const result = await doors.processes.run(command, args, {
      cwd,
      only: { ...this.environment, ...more },
      signal: this.#signal,
      onStart: (pid) => doors.leftovers?.child(pid),
    });
    this.#signal.throwIfAborted();
    const { status, stdout, stderr, failure = '' } = result;
    return { status, stdout, output: `${stdout}\n${stderr}${failure}`, shown };
  }

  /** That it could be looked at in part only: what it built is well, but nothing here can look at the rest. */
  unseen(checked: string, why: string): ProofResult {
    return { ...this.result(false, checked, [why]), unseen: why };
  }

  /** What came of the proof; of a tool's output the lines that matter are told, and the whole is kept if the proof failed. */
  result(held: boolean, checked: string, missed: string[] = [], whole?: string): ProofResult {
    const milliseconds = Math.round(performance.now() - this.#start);
    const output = whole === undefined ? undefined : linesThatMatter(whole);
    return { task: this.task, held, checked, missed, output, whole, milliseconds };
  }
}
