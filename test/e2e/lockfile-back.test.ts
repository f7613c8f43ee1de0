import { afterEach, expect, it } from 'vitest';
import { demoHost, type TestHost } from '../support/host.ts';

let host: TestHost;
afterEach(() => host.remove());

const AT = ['--workspace', 'web', '--yes'];

function installed(): Map<string, string> {
  host = demoHost();
  host.install();
  host.commitAll();
  return host.tree();
}

function run(...args: string[]): string {
  const { status, stdout, stderr } = host.ligament(...args, ...AT);
  expect(status, stderr).toBe(0);
  return stdout;
}

it('whatever comes and goes in whichever order, the lockfile is what it was once nothing of it is left', () => {
  const before = installed();
  run('attach', 'eslint', 'prettier', '--no-prove');
  run('attach', 'tailwindcss', '--no-prove');
  run('detach', 'prettier');
  run('attach', 'pinia', '--no-prove');
  run('detach', 'eslint');
  run('detach', 'pinia');
  expect(host.tree()).not.toEqual(before);
  expect(run('detach', 'tailwindcss')).not.toContain('Look at package-lock.json');
  expect(host.tree()).toEqual(before);
});

it('a lockfile that somebody else has changed since is left to the manager', () => {
  installed();
  run('attach', 'tailwindcss', '--no-prove');
  run('attach', 'pinia', '--no-prove');
  host.write('package-lock.json', host.read('package-lock.json').replace(/\n$/, '\n\n'));
  run('detach', 'tailwindcss');
  expect(run('detach', 'pinia')).toContain('Look at package-lock.json');
  expect(host.git('status', '--short')).toMatch(/^( M package-lock\.json\n)?$/);
});
