import { linesThatMatter } from '../apply/install-failed.ts';
import type { Context } from '../context.ts';
import { fillText } from '../definition/fill.ts';
import type { ProofOf } from '../definition/proof-spec.ts';
import { Bench, type Ran } from './bench.ts';
import { missingEdits } from './missing-edits.ts';
import type { ProofResult, ProofTask } from './proof.ts';

const AUTHOR = ['-c', 'user.name=Ligament', '-c', 'user.email=ligament@localhost'];

/** Proves that the hook before a commit runs: it refuses a planted file, or changes it before it is committed. */
export function proveCommit(context: Context, task: ProofTask, signal: AbortSignal): Promise<ProofResult> {
  const spec = task.spec as ProofOf<'commit'>;
  return Bench.with(context, task, signal, async (bench) => {
    const hook = bench.stack.joints.find(({ name }) => name === 'hooks.pre-commit')?.file ?? '.githooks/pre-commit';
    const hooks = hook.slice(0, hook.lastIndexOf('/'));
    const git = (...args: string[]): Promise<Ran> => bench.git([...AUTHOR, '-c', `core.hooksPath=${hooks}`, ...args]);
    await git('init', '--quiet');
    await git('add', '--all');
    await git('commit', '--quiet', '--no-verify', '--message=before');
    const plants = Object.entries(spec.plants).map(([name, text]) => [name, fillText(text, bench.values)] as const);
    bench.plant(spec.plants);
    const names = plants.map(([name]) => name);
    await git('add', '--force', ...names);
    const committed = await git('commit', '--quiet', '--message=planted');
    const fail = async (why: string): Promise<ProofResult> =>
      bench.result(
        false,
        'git commit',
        [why, ...(await missingEdits(context, task))],
        linesThatMatter(committed.output),
      );
    if (spec.refuses) {
      if (committed.status === 0) return fail('a commit that the hook should refuse was made');
      // Without the hook nothing stands in its way: so it was the hook.
      const without = await git('commit', '--quiet', '--no-verify', '--message=planted');
      if (without.status !== 0) return fail('nothing can be committed in a copy of the project');
      return bench.result(true, 'git commit: the hook refused a planted file');
    }
    if (committed.status !== 0) return fail('the hook refused a file that it should have put right');
    for (const [name, text] of plants) {
      const shown = await git('show', `HEAD:${name}`);
      if (shown.stdout === text) return fail(`${name} was committed as it was staged`);
    }
    return bench.result(true, 'git commit: the hook put a planted file right before it was committed');
  });
}
