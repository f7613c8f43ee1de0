import { fillText } from '../../definition/fill.ts';
import type { Spec } from './spec.ts';
import type { Bench, Ran } from '../bench.ts';
import { missingEdits } from '../missing-edits.ts';
import type { ProofResult } from '../../change/proof.ts';
import path from 'node:path';
import { HOOK_MANAGERS } from '../../joints/hook-managers.ts';
import { hooksPathInScript } from '../../survey/git.ts';

const AUTHOR = ['-c', 'user.name=Ligament', '-c', 'user.email=ligament@localhost'];

/** Proves that the hook before a commit runs: it refuses a planted file, or changes it before it is committed. */
export async function proveCommit(bench: Bench): Promise<ProofResult> {
  const { context, task } = bench;
  const spec = task.spec as unknown as Spec;
  let hooks: string[] = [];
  const git = (...args: string[]): Promise<Ran> => bench.git([...AUTHOR, ...hooks, ...args]);
  const files = bench.context.doors.files;
  try {
    await git('init', '--quiet');
    hooks = (await installsHooks(bench)) ? [] : ['-c', `core.hooksPath=${hooksPath(bench)}`];
    await git('add', '--all');
    await git('commit', '--quiet', '--no-verify', '--message=before');
    const inside = path.relative(bench.scratch.top, bench.folder).split(path.sep).join('/');
    const plants = Object.entries(spec.plants).map(
      ([name, text]) => [path.posix.join(inside, fillText(name, bench.values)), fillText(text, bench.values)] as const,
    );
    bench.plant(spec.plants);
    const names = plants.map(([name]) => name);
    await git('add', '--force', ...names);
    const committed = await git('commit', '--quiet', '--message=planted');
    const fail = async (why: string): Promise<ProofResult> =>
      bench.result(false, 'git commit', [why, ...(await missingEdits(context, task))], committed.output);
    if (spec.refuses) {
      if (committed.status === 0) return await fail('a commit that the hook should refuse was made');
      // Without the hook nothing stands in its way: so it was the hook.
      const without = await git('commit', '--quiet', '--no-verify', '--message=planted');
      if (without.status !== 0) return await fail('nothing can be committed in a copy of the project');
      return bench.result(true, 'git commit: the hook refused a planted file');
    }
    if (committed.status !== 0) return await fail('the hook refused a file that it should have put right');
    for (const [name, text] of plants) {
      const shown = await git('show', `HEAD:${name}`);
      if (shown.stdout === text) return await fail(`${name} was committed as it was staged`);
    }
    return bench.result(true, 'git commit: the hook put a planted file right before it was committed');
  } finally {
    files.removeTree(path.join(bench.scratch.top, '.git'));
  }
}

/** Lets the project's own manager of hooks install them in the copy, as it does when the project is installed. False without one. */
async function installsHooks(bench: Bench): Promise<boolean> {
  const { manifest } = bench.workspace;
  const manager = HOOK_MANAGERS.find((name) => manifest.declared(name) !== undefined);
  if (manager === undefined) return false;
  const script = ['prepare', 'postinstall', 'postprepare'].find((name) => manifest.scripts[name]?.includes(manager));
  if (script !== undefined) await bench.script(script);
  else await bench.program(manager, manager === 'simple-git-hooks' ? [] : ['install']);
  const told = await bench.git(['config', '--local', '--get', 'core.hooksPath']);
  if (told.status === 0) return true;
  return bench.context.doors.files.kind(path.join(bench.scratch.top, '.git/hooks/pre-commit')) !== undefined;
}

/** The folder of hooks as the project's own `prepare` script gives it to git, else the one that the hook stands in. */
function hooksPath(bench: Bench): string {
  const top = bench.context.facts.workspaces.find(({ folder }) => folder === '.');
  const told = hooksPathInScript(top?.manifest.scripts.prepare);
  if (told !== undefined) return told;
  const hook = bench.stack.joints.find(({ name }) => name === 'hooks.pre-commit')?.file ?? '.githooks/pre-commit';
  const inside = path.relative(bench.scratch.top, bench.root).split(path.sep).join('/');
  return path.posix.join(inside, path.posix.dirname(hook));
}
