import fs from 'node:fs';
import path from 'node:path';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { projectRoot } from '../../demo/registry/open.ts';
import { demoHost, type TestHost } from '../support/host.ts';

const guide = fs.readFileSync(path.join(projectRoot(), 'docs/definition-format.md'), 'utf8');
/** The whole definition that the guide shows. */
const example =
  [...guide.matchAll(/```yaml\n([^]*?)```/g)].map(([, text = '']) => text).find((text) => /^format: 1$/m.test(text)) ??
  '';

let host: TestHost;
beforeEach(() => {
  host = demoHost();
  host.write('kits/settings/integration.yaml', example);
});
afterEach(() => host.remove());

it('the definition in the guide is attached to a browser app and to a server, proved, and taken out again', () => {
  host.install();
  host.commitAll();
  const attach = ['attach', './kits/settings', '--yes', '--json', '--allow-commands', '--workspace'];
  for (const [workspace, way] of [
    ['web', 'for the browser'],
    ['api', 'for a server'],
  ] as const) {
    const done = host.ligament(...attach, workspace);
    expect(done.status, done.stderr).toBe(0);
    const { changes, proofs } = JSON.parse(done.stdout) as {
      changes: { parts: { way: string }[] };
      proofs: { held: boolean }[];
    };
    expect(changes.parts.map((part) => part.way)).toEqual([way]);
    expect(proofs.map(({ held }) => held)).toEqual([true]);
    const gone = host.ligament('detach', 'garden-settings', '--workspace', workspace, '--yes');
    expect(gone.status, gone.stderr).toBe(0);
    expect(host.git('status', '--short')).toBe('');
  }
});

it('the faults in the guide are told as it shows them', () => {
  const wrong = example
    .replace('common:\n  packages', 'common:\n  pakages')
    .replace('fits: { not: { runtime: server', 'fits: { not: { runtime: sever');
  host.write('our-kit/integration.yaml', wrong);
  const refused = host.ligament('attach', './our-kit', '--workspace', 'web');
  expect(refused.status).toBe(2);
  const shown = /```\n(Wrong[^]*?)```/.exec(guide)?.[1] ?? '';
  expect(refused.stderr.trim()).toBe(shown.trim());
});
