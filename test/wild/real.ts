import fs from 'node:fs';
import path from 'node:path';
import type { Git } from './check-patch.ts';
import { runIn } from './run-in.ts';

/** What came of an integration that was attached to an installed project for real. */
export interface Tried {
  integration: string;
  /** In one line: the files that it changed, "adopted", or why it was refused. */
  said: string;
  faults: string[];
}

/** Installs a project apart from its sources; why it cannot be tried where it does not install or build by itself. */
export async function install(root: string, place: string, git: Git): Promise<{ folder: string } | { why: string }> {
  const folder = path.join(place, 'installed');
  if (!fs.existsSync(path.join(folder, '.git/installed'))) {
    fs.rmSync(folder, { recursive: true, force: true });
    fs.cpSync(root, folder, { recursive: true });
    const done = await runIn(folder, 'npm', [
      'install',
      '--ignore-scripts',
      '--legacy-peer-deps',
      '--no-audit',
      '--no-fund',
    ]);
    if (done.status !== 0) return { why: `does not install: ${done.output.trim().split('\n').at(-1) ?? ''}` };
    // What such packages lack: their ignore file.
    fs.appendFileSync(
      path.join(folder, '.git/info/exclude'),
      'node_modules/\ndist/\nbuild/\n.next/\n.nuxt/\n.angular/\n.cache/\n',
    );
    git(folder, 'add', '--all');
    git(folder, 'commit', '--quiet', '--allow-empty', '--message', 'Installed');
    fs.writeFileSync(path.join(folder, '.git/installed'), '');
  }
  const { scripts = {} } = JSON.parse(fs.readFileSync(path.join(folder, 'package.json'), 'utf8')) as {
    scripts?: Record<string, string>;
  };
  if (scripts.build !== undefined) {
    const built = await runIn(folder, 'npm', ['run', 'build']);
    git(folder, 'reset', '--hard', '--quiet');
    git(folder, 'clean', '-fdq');
    if (built.status !== 0) return { why: `does not build by itself: ${built.output.trim().split('\n').at(-1) ?? ''}` };
  }
  return { folder };
}

/** Attaches an integration, looks that it is proved, takes it out, and looks that nothing is left. */
export async function tryReally(folder: string, program: string, integration: string, git: Git): Promise<Tried> {
  const made = (said: string, ...faults: string[]): Tried => ({ integration, said, faults });
  const ligament = (...args: string[]) => runIn(folder, process.execPath, [program, ...args]);
  const attached = await ligament('attach', integration, '--yes');
  try {
    if (attached.status !== 0) {
      const left = git(folder, 'status', '--porcelain');
      const faults = left === '' ? [] : [`what was refused left ${left}`];
      const isKnown = attached.status === 3 || attached.status === 4;
      return made(
        attached.output.trim().slice(-1500),
        ...faults,
        ...(isKnown ? [] : [`ended with ${String(attached.status)}`]),
      );
    }
    const changed = git(folder, 'status', '--porcelain', '--untracked-files=all')
      .split('\n')
      .map((line) => line.trim().split(' ').at(-1) ?? '')
      .filter((file) => !file.startsWith('.ligament/'));
    const detached = await ligament('detach', integration, '--yes');
    const left = git(folder, 'status', '--porcelain', '--untracked-files=all');
    const said = changed.length === 0 ? 'adopted' : changed.join(' ');
    if (detached.status !== 0) return made(said, `detach: ${detached.output.slice(-1000)}`);
    return left === '' ? made(said) : made(said, `detach left ${left}`);
  } finally {
    git(folder, 'reset', '--hard', '--quiet');
    git(folder, 'clean', '-fdq');
  }
}
