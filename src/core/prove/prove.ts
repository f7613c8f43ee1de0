import type { Context } from '../context.ts';
import type { BuildProof } from './build-proof.ts';
import type { ProofResult, ProofTask } from './proof.ts';
import type { SharedBuild } from './shared-build.ts';

type Prover = (context: Context, task: ProofTask, signal: AbortSignal) => Promise<ProofResult>;
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

/** The proofs of one command, made one by one; those on one workspace that look at a build share it. */
export class Proofs {
  readonly #read: () => Promise<Context>;
  readonly #signal: AbortSignal;
  /** By workspace: the proofs that look at a build and are not made yet. */
  readonly #open = new Map<string, Set<ProofTask>>();
  /** `none`: it failed, or all that shared it is made. */
  readonly #builds = new Map<string, SharedBuild | 'none'>();

  /** `read` gives the host as it is when a proof is made. */
  constructor(read: () => Promise<Context>, tasks: readonly ProofTask[], signal: AbortSignal) {
    this.#read = read;
    this.#signal = signal;
    for (const task of tasks) {
      if (!BY_BUILD[task.spec.proof]) continue;
      const open = this.#open.get(task.workspace) ?? new Set();
      this.#open.set(task.workspace, open.add(task));
    }
  }

  /** Makes a proof. */
  async prove(task: ProofTask): Promise<ProofResult> {
    const { proof: kind } = task.spec;
    const context = await this.#read();
    const prover = await PROVERS[kind]?.();
    if (prover) return prover(context, task, this.#signal);
    const shared = await this.#shared(context, task);
    const found = await shared?.judge(task);
    this.#made(task);
    if (found?.held) return found;
    // What does not hold beside others is looked at by itself: only that tells what it misses.
    const proof = await BY_BUILD[kind]?.();
    if (!proof) throw new Error(`no proof of the kind ${kind}`);
    const { proveByBuild } = await import('./build-proof.ts');
    return proveByBuild(proof, context, task, this.#signal);
  }

  /** Removes what is left of the copies that were shared. */
  close(): void {
    for (const [workspace, build] of this.#builds) {
      if (build !== 'none') build.remove();
      this.#builds.delete(workspace);
    }
  }

  /** The build that a proof shares with others; undefined where there are none, or where it failed. */
  async #shared(context: Context, task: ProofTask): Promise<SharedBuild | undefined> {
    const { workspace } = task;
    const known = this.#builds.get(workspace);
    if (known) return known === 'none' ? undefined : known;
    const open = [...(this.#open.get(workspace) ?? [])];
    if (open.length < 2) return undefined;
    const parties = await Promise.all(
      open.map(async (one) => ({ task: one, proof: await BY_BUILD[one.spec.proof]?.() })),
    );
    const { SharedBuild } = await import('./shared-build.ts');
    const made = await SharedBuild.make(context, parties, this.#signal);
    this.#builds.set(workspace, made ?? 'none');
    return made;
  }

  #made(task: ProofTask): void {
    const open = this.#open.get(task.workspace);
    open?.delete(task);
    const build = this.#builds.get(task.workspace);
    if (open?.size !== 0 || build === undefined || build === 'none') return;
    build.remove();
    this.#builds.set(task.workspace, 'none');
  }
}
