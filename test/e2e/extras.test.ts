import fs from 'node:fs';
import { afterEach, describe, expect, it } from 'vitest';
import { Garden, gardenManifest } from '../support/garden.ts';
import { KIT_HEAD } from '../support/kit-definition.ts';
import { typed } from '../support/typed.ts';

const DEFINITION = `${KIT_HEAD}      twine: { range: ^1, section: development }
    files:
      - { file: twine.txt, text: "knots\\n" }
      - { file: notes/hints.txt, optional: true, text: "hints\\n" }
    ties:
      - manifest.scripts: { scripts: { tend: echo tended } }
      - editor.settings: { settings: { twine.knots: true } }
proofs: []
`;
const ATTACH = ['attach', './kit', '--no-install', '--yes'];

let garden: Garden | undefined;
afterEach(async () => {
  await garden?.close();
  garden = undefined;
});

async function opened(): Promise<Garden> {
  const files = { 'package.json': gardenManifest(), 'kit/integration.yaml': DEFINITION };
  garden = await Garden.open({ twine: { '1.4.0': {} } }, files);
  return garden;
}

describe('what only rounds an integration off', () => {
  it('is named in a preview, with its files', async () => {
    const { stdout } = await (await opened()).ligament('attach', './kit', '--preview');
    expect(stdout).toMatch(/\nExtras\n {2}hints\.txt\n {2}scripts {4}package\.json\n {2}editor {5}\.vscode\/settings/);
  });

  it('is left out by name, for one integration or for all, stays out, and comes when all is asked for', async () => {
    const one = await opened();
    const before = one.host.tree();
    const left = ['--without', 'scripts', '--without', 'garden-kit.editor', '--without', 'hints.txt'];
    const preview = await one.ligament('attach', './kit', '--preview', ...left);
    expect(preview.stdout).not.toContain('Extras');
    expect((await one.ligament(...ATTACH, ...left)).status).toBe(0);
    expect(one.host.read('package.json')).not.toContain('tend');
    expect(one.host.read('twine.txt')).toBe('knots\n');
    expect(namesIn(one)).not.toContain('notes');
    expect(namesIn(one)).not.toContain('.vscode');
    expect((await one.ligament(...ATTACH)).stdout).toContain('garden-kit is already attached to garden.');
    const whole = await one.ligament(...ATTACH, '--complete');
    expect(whole.status, whole.stderr).toBe(0);
    expect(one.host.read('package.json')).toContain('tend');
    expect(one.host.read('notes/hints.txt')).toBe('hints\n');
    // And out again.
    expect((await one.ligament(...ATTACH, '--without', 'scripts')).status).toBe(0);
    expect(one.host.read('package.json')).not.toContain('tend');
    expect((await one.ligament('detach', 'garden-kit', '--no-install', '--yes')).status).toBe(0);
    expect(one.host.tree()).toEqual(before);
  });

  it.each([
    ['script', 'Did you mean --without scripts?'],
    ['twine.txt', 'the extras are hints.txt, scripts, and editor'],
  ])('%s is none of them: %s', async (name, words) => {
    const one = await opened();
    const before = one.host.tree();
    const run = await one.ligament(...ATTACH, '--without', name);
    expect(run.status).toBe(2);
    expect(run.stderr).toContain(`Garden kit has no extra called "${name}"`);
    expect(run.stderr).toContain(words);
    expect(one.host.tree()).toEqual(before);
  });

  it('is left out, and put back, while the plan is looked at', async () => {
    const one = await opened();
    const DOWN = '\u001b[B';
    const ASKED = 'Make these changes?';
    const CHANGED = 'What do you want to change?';
    const { status } = await typed(
      one.host,
      ['attach', './kit', '--no-install'],
      [
        [ASKED, 'c\r'],
        [CHANGED, '\r'],
        [/Extras\s+scripts[\s\S]*Make these/, 'c\r'],
        [CHANGED, '\r'],
        [/Extras\s+editor[\s\S]*Make these/, 'c\r'],
        [/put hints\.txt in/, `${DOWN}\r`],
        [/Extras\s+hints\.txt[\s\S]*Make these/, 'y\r'],
      ],
    );
    expect(status).toBe(0);
    expect(namesIn(one)).toContain('notes');
    expect(one.host.read('package.json')).not.toContain('tend');
  });
});

function namesIn({ host }: Garden): string[] {
  return fs.readdirSync(host.root);
}
