import fs from 'node:fs';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { installedDemoHost, type TestHost } from '../support/host.ts';

const USUAL = ['tailwindcss', 'vue-router', 'pinia', 'eslint', 'prettier', 'vitest'];
// Six proofs, three of them with a build of their own: on a busy machine that takes minutes.
const LONG = 600_000;
const AT = ['--workspace', 'web', '--yes'];

describe('the usual set on the demo host: styling, routes, a store, lint, format, tests', () => {
  let host: TestHost;
  let before: Map<string, string>;

  beforeAll(() => {
    host = installedDemoHost();
    before = host.tree();
  });
  afterAll(() => host.remove());

  it('is attached by one command, every one of them proved', { timeout: LONG }, async () => {
    const { status, stdout, stderr } = await host.ligamentAsync('attach', ...USUAL, ...AT, '--json');
    expect(status, stderr).toBe(0);
    const { proofs } = JSON.parse(stdout) as { proofs: { integration: string; held: boolean }[] };
    expect(new Set(proofs.filter(({ held }) => held).map(({ integration }) => integration))).toEqual(new Set(USUAL));
  });

  it('works with the host’s own commands: it is linted, formatted and tested', () => {
    for (const script of ['lint', 'test', 'build']) {
      const run = host.run('npm', ['run', script, '--workspace', 'web']);
      expect(run.status, `${script}: ${run.stdout}${run.stderr}`).toBe(0);
    }
    fs.rmSync(path.join(host.root, 'web/dist'), { recursive: true });
  });

  it('changes nothing when it is attached again', () => {
    const attached = host.tree();
    expect(host.ligament('attach', ...USUAL, ...AT).status).toBe(0);
    expect(host.tree()).toEqual(attached);
  });

  it(
    'is left by one of them: the formatter is fitted to that and all others are still proved',
    { timeout: LONG },
    async () => {
      const detached = host.ligament('detach', 'eslint', ...AT);
      expect(detached.status, detached.stderr).toBe(0);
      expect(detached.stdout).toContain('Prettier is adjusted to fit');
      expect(host.read('web/package.json')).not.toContain('eslint');
      const proved = await host.ligamentAsync('prove');
      expect(proved.status, proved.stdout).toBe(0);
    },
  );

  it('is left by all of them, and the host is byte for byte what it was', () => {
    const rest = USUAL.filter((one) => one !== 'eslint');
    const detached = host.ligament('detach', ...rest, ...AT);
    expect(detached.status, detached.stderr).toBe(0);
    expect(host.git('status', '--short')).toBe('');
    expect(host.tree()).toEqual(before);
  });
});
