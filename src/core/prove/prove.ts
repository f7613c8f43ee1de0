import { keepLog } from './keep-log.ts';
import { kindOf } from '../definition/proof-kind.ts';
import type { Maker } from './maker.ts';
import type { ProofKinds } from '../definition/proof-kind.ts';
import type { Context } from '../host/context.ts';
import { bareStack, bareSides } from '../facts/bare.ts';
import { Bench } from './bench.ts';
import type { ProofResult, ProofTask } from '../change/proof.ts';
import type { Scratch } from './scratch.ts';
import type { Party, SharedBuild } from './shared-build.ts';

/** The proofs of one command, made one by one in one copy of the host; those on one workspace that look at a build share it. */
export class Proofs {
  readonly #read: () => Promise<Context>;
  readonly #tasks: readonly ProofTask[];
  readonly #signal: AbortSignal;
  readonly #kinds: ProofKinds;
  readonly #makers = new Map<string, Promise<Maker>>();
  /** By workspace; `none` where it failed. */
  readonly #builds = new Map<string, SharedBuild | 'none'>();
  /** A copy with links to packages, and one with the packages inside, for stacks that need that. */
  readonly #scratches = new Map<boolean, Scratch>();
  #context: Promise<Context> | undefined;

  /** `read` gives the host as the proofs are to see it: it does not change while they are made. */
  constructor(
    read: () => Promise<Context>,
    tasks: readonly ProofTask[],
    { signal, kinds }: { signal: AbortSignal; kinds: ProofKinds },
  ) {
    this.#read = read;
    this.#kinds = kinds;
    this.#tasks = tasks;
    this.#signal = signal;
  }

  /** Makes a proof; the copy's sources are then as they were before it. */
  async prove(task: ProofTask): Promise<ProofResult> {
    const shared = await this.#shared(task);
    const found = await shared?.judge(task);
    // What does not hold beside others is looked at by itself: only that tells what it misses.
    if (found && (found.held || found.unseen !== undefined)) return found;
    const bench = await this.#bench(task);
    try {
      const maker = await this.#maker(task);
      if ('prove' in maker) return await this.#told(await maker.prove(bench, this.#signal), bench);
      const { proveByBuild } = await import('./build-proof.ts');
      return await this.#told(await proveByBuild(maker.byBuild, bench, this.#signal), bench);
    } finally {
      bench.restore();
    }
  }

  /** How a proof is made; each kind is loaded once. */
  #maker({ spec }: ProofTask): Promise<Maker> {
    const known = this.#makers.get(spec.proof) ?? (kindOf(this.#kinds, spec).load() as Promise<Maker>);
    this.#makers.set(spec.proof, known);
    return known;
  }

  /** Of what is to be adopted the project itself is looked at, too, where the proof fails: without what that has planted. */
  async #told(result: ProofResult, bench: Bench): Promise<ProofResult> {
    const logged = await this.#withLog(result);
    if (logged.held || logged.unseen !== undefined || !logged.task.adopts) return logged;
    bench.restore();
    const { ownState } = await import('./own-state.ts');
    return { ...logged, ownState: await ownState(bench) };
  }

  /** Of a proof that failed all output is kept, so that nothing has to be run again to see it. */
  async #withLog(result: ProofResult): Promise<ProofResult> {
    if (result.held || result.unseen !== undefined || !result.whole?.trim()) return result;
    const { doors } = (await this.#context) ?? (await this.#read());
    return { ...result, log: keepLog(doors, result.task, result.whole) };
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
    const { traits } = await bareStack(context, task.workspace, task.side);
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
        const sides = await bareSides(context, folder);
        const outputs = sides.flatMap(({ traits }) => traits.outputs);
        return outputs.map((output) => (folder === '.' ? output : `${folder}/${output}`));
      }),
    );
    return all.flat().filter((output) => !sources.some((file) => file.startsWith(`${output}/`)));
  }

  /** The build that a proof shares with others; undefined where there are none, or where it failed. */
  async #shared(task: ProofTask): Promise<SharedBuild | undefined> {
    if (!('byBuild' in (await this.#maker(task)))) return undefined;
    const { workspace } = task;
    const known = this.#builds.get(workspace);
    if (known) return known === 'none' ? undefined : known;
    const parties = new Map<ProofTask, Party>();
    for (const one of this.#tasks.filter((each) => each.workspace === workspace)) {
      const maker = await this.#maker(one);
      if ('byBuild' in maker) parties.set(one, { bench: await this.#bench(one), proof: maker.byBuild });
    }
    if (parties.size < 2) return undefined;
    const { SharedBuild } = await import('./shared-build.ts');
    const made = await SharedBuild.make(parties, this.#signal);
    this.#builds.set(workspace, made ?? 'none');
    return made;
  }
}
