import { afterEach, expect, it } from 'vitest';
import { demoHost, type TestHost } from '../support/host.ts';
import { definitionText } from '../support/versions/run-version-case.ts';

let host: TestHost | undefined;
afterEach(() => host?.remove());

it('two branches attach different integrations: git merges them, ledgers too, and the proof holds', () => {
  host = demoHost();
  const garden = host;
  garden.write('kit/integration.yaml', definitionText({ prettier: '^3' }));
  garden.install();
  garden.commitAll();
  const there = `${garden.root}/../branch`;
  garden.git('worktree', 'add', '--quiet', '-b', 'kit', there);
  const attach = (...args: string[]): void => {
    const run = garden.ligament('attach', ...args, '--yes', '--no-prove');
    expect(run.status, run.stderr).toBe(0);
  };
  attach('tailwindcss', '--workspace', 'web');
  attach('./kit', '--cwd', there, '--workspace', 'api');
  for (const [folder, message] of [
    [garden.root, 'Attach the styling'],
    [there, 'Attach the kit'],
  ] as const) {
    garden.git('-C', folder, 'add', '--all');
    garden.git('-C', folder, 'commit', '--quiet', `--message=${message}`);
  }
  garden.git('merge', '--quiet', '--no-edit', 'kit');
  expect(garden.git('status', '--porcelain')).toBe('');
  const installed = garden.run('npm', ['ci']);
  expect(installed.status, installed.stderr).toBe(0);
  const survey = JSON.parse(garden.ligament('survey', '--json').stdout) as {
    workspaces: { folder: string; attached: { integration: string }[] }[];
  };
  expect(
    survey.workspaces.map(({ folder, attached }) => [folder, attached.map(({ integration }) => integration)]),
  ).toEqual([
    ['.', []],
    ['api', ['garden-kit']],
    ['web', ['tailwindcss']],
  ]);
  const proved = garden.ligament('prove');
  expect(proved.status, proved.stderr).toBe(0);
  expect(proved.stdout).toContain('Proved');
});

it('two branches attach to one workspace: what git leaves to join is the manifest, never a ledger', () => {
  host = demoHost();
  const garden = host;
  garden.write('kit/integration.yaml', definitionText({ prettier: '^3' }));
  garden.write('package-lock.json', '');
  garden.commitAll();
  const there = `${garden.root}/../branch`;
  garden.git('worktree', 'add', '--quiet', '-b', 'kit', there);
  for (const args of [['tailwindcss'], ['./kit', '--cwd', there]]) {
    const run = garden.ligament('attach', ...args, '--workspace', 'web', '--yes', '--no-install');
    expect(run.status, run.stderr).toBe(0);
  }
  for (const folder of [garden.root, there]) {
    garden.git('-C', folder, 'add', '--all');
    garden.git('-C', folder, 'commit', '--quiet', '--message=Attach');
  }
  const identity = ['-c', 'user.name=Committee', '-c', 'user.email=committee@example.org'];
  garden.run('git', [...identity, 'merge', '--quiet', '--no-edit', 'kit']);
  const conflicts = garden.git('diff', '--name-only', '--diff-filter=U').trim().split('\n');
  expect(conflicts.filter((file) => file !== '' && file !== 'web/package.json')).toEqual([]);
  // People join the two sides: both sides' lines stay.
  garden.write('web/package.json', garden.read('web/package.json').replace(/^(<{7}|={7}|>{7}).*\n/gm, ''));
  garden.git('add', '--all');
  garden.run('git', [...identity, 'commit', '--quiet', '--no-edit']);
  for (const integration of ['tailwindcss', 'garden-kit']) {
    const run = garden.ligament('detach', integration, '--workspace', 'web', '--yes', '--no-install');
    expect(run.status, run.stderr).toBe(0);
  }
  expect(garden.read('web/package.json')).not.toMatch(/tailwindcss|prettier|tend/);
  expect(garden.git('diff', '--stat', 'HEAD~2', '--', 'web/src', 'web/vite.config.ts')).toBe('');
});
