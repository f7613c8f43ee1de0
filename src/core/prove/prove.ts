import type { Context } from '../context.ts';
import { bareStack } from '../plan/bare.ts';
import { Bench } from './bench.ts';
import type { BuildProof } from './build-proof.ts';
import type { ProofResult, ProofTask } from './proof.ts';
import type { Scratch } from './scratch.ts';
import type { Party, SharedBuild } from './shared-build.ts';

type Prover = (bench: Bench, signal: AbortSignal) => Promise<ProofResult>;
type Kind = ProofTask['spec']['proof'];

/** How each kind of proof is made; each is loaded only when one of its kind is to be made. */
const PROVERS: Partial<Record<Kind, () => Promise<Prover>>> = {
  http: async () => (await import('./http.ts')).proveHttp,
  lint: async () => (await import('./lint.ts')).proveLint,
  format: async () => (await import('./format-proof.ts')).proveFormat,
  commit: async () => (await import('./commit-proof.ts')).proveCommit,
  'editor-settings': async () => (await import('./editor-settings.ts')).proveEditorSettings,
  run: async () => (await import('./run.ts')).proveRun,
};

/** The kinds that look at a build: several can share one. */
const BY_BUILD: Partial<Record<Kind, () => Promise<BuildProof>>> = {
  'built-css': async () => (await import('./built-css.ts')).builtCss,
  page: async () => (await import('./page.ts')).page,
};

/** The proofs of one command, made one by one in one copy of the host; those on one workspace that look at a build share it. */
export class Proofs {
  readonly #read: () => Promise<Context>;
  readonly #tasks: readonly ProofTask[];
  readonly #signal: AbortSignal;
  /** By workspace; `none` where it failed. */
  readonly #builds = new Map<string, SharedBuild | 'none'>();
  /** A copy with links to packages, and one with the packages inside, for stacks that need that. */
  readonly #scratches = new Map<boolean, Scratch>();
  #context: Promise<Context> | undefined;

  /** `read` gives the host as the proofs are to see it: it does not change while they are made. */
  constructor(read: () => Promise<Context>, tasks: readonly ProofTask[], signal: AbortSignal) {
    this.#read = read;
    this.#tasks = tasks;
    this.#signal = signal;
  }

  /** Makes a proof; the copy's sources are then as they were before it. */
  async prove(task: ProofTask): Promise<ProofResult> {
    const { proof: kind } = task.spec;
    const shared = await this.#shared(task);
    const found = await shared?.judge(task);
    // What does not hold beside others is looked at by itself: only that tells what it misses.
    if (found && (found.held || found.unseen !== undefined)) return found;
    const bench = await this.#bench(task);
    try {
      const prover = await PROVERS[kind]?.();
      if (prover) return await prover(bench, this.#signal);
      const proof = await BY_BUILD[kind]?.();
      if (!proof) throw new Error(`no proof of the kind ${kind}`);
      const { proveByBuild } = await import('./build-proof.ts');
      return await proveByBuild(proof, bench, this.#signal);
    } finally {
      bench.restore();
    }
  }

  /** Removes the copies. */
  async close(): Promise<void> {
    const scratches = [...this.#scratches.values()];
    this.#scratches.clear();
    for (const scratch of scratches) await scratch.remove();
  }

  async #bench(task: ProofTask): Promise<Bench> {
    this.#context ??= this.#read();
    const context = await this.#context;
    const { traits } = await bareStack(context, task.workspace);
    const packagesInside = traits.packagesInside ?? false;
    const { makeScratch } = await import('./scratch.ts');
    const known = this.#scratches.get(packagesInside);
    const scratch = known ?? (await makeScratch(context, { packagesInside, outputs: await this.#outputs(context) }));
    this.#scratches.set(packagesInside, scratch);
    return Bench.open(context, task, scratch, this.#signal);
  }

  /** Folders of what the workspaces build that are to be proved on, from the host's root; of those that sources are in nothing is left out. */
  async #outputs(context: Context): Promise<string[]> {
    const folders = [...new Set(this.#tasks.map(({ workspace }) => workspace))];
    const { sourceFiles } = await import('../survey/source-files.ts');
    const sources = await sourceFiles(context.doors, context.host.root);
    const all = await Promise.all(
      folders.map(async (folder) => {
        const { traits } = await bareStack(context, folder);
        return traits.outputs.map((output) => (folder === '.' ? output : `${folder}/${output}`));
      }),
    );
    return all.flat().filter((output) => !sources.some((file) => file.startsWith(`${output}/`)));
  }

  /** The build that a proof shares with others; undefined where there are none, or where it failed. */
  async #shared(task: ProofTask): Promise<SharedBuild | undefined> {
    if (!BY_BUILD[task.spec.proof]) return undefined;
    const { workspace } = task;
    const known = this.#builds.get(workspace);
    if (known) return known === 'none' ? undefined : known;
    const open = this.#tasks.filter((one) => one.workspace === workspace && BY_BUILD[one.spec.proof]);
    if (open.length < 2) return undefined;
    const parties = new Map<ProofTask, Party>();
    for (const one of open) {
      const proof = await BY_BUILD[one.spec.proof]?.();
      if (proof) parties.set(one, { bench: await this.#bench(one), proof });
    }
    const { SharedBuild } = await import('./shared-build.ts');
    const made = await SharedBuild.make(parties, this.#signal);
    this.#builds.set(workspace, made ?? 'none');
    return made;
  }
}
