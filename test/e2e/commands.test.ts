import fs from 'node:fs';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { gardenManifest } from '../support/garden.ts';
import { PROGRAM as LIGAMENT, TestHost } from '../support/host.ts';

const KIT = `format: 1
integration: water
title: The water
kind: data
about: Only for tests.
choices:
  butts: { kind: text, ask: How many butts, form: line, default: '3', asked: on-request }
ways:
  plain:
    title: by its program
    ties:
      - manifest.scripts:
          scripts: { water: lay-pipes }
    commands:
      - program: lay-pipes
        args: [--butts, '{{butts}}', '; touch taken', '$(touch taken)']
        purpose: lays the pipes
        writes: [pipes/plan.txt, README.md]
proofs: []
`;

// Writes a plan and a line in the README, and says how it was called.
const PROGRAM = `#!/usr/bin/env node
const fs = require('node:fs');
fs.mkdirSync('pipes', { recursive: true });
fs.writeFileSync('pipes/plan.txt', process.argv.slice(2).join('|') + '\\n');
fs.appendFileSync('README.md', 'There is water.\\n');
if (fs.existsSync('leak')) { console.error('Error: the pipe leaks'); process.exit(3); }
if (fs.existsSync('slow')) setTimeout(() => {}, 60000);
`;

let host: TestHost;
let before: Map<string, string>;
beforeEach(() => {
  host = new TestHost({
    'package.json': gardenManifest(),
    'README.md': '# Plots\n',
    'kit/integration.yaml': KIT,
    'node_modules/.bin/lay-pipes': PROGRAM,
  });
  fs.chmodSync(path.join(host.root, 'node_modules/.bin/lay-pipes'), 0o755);
  before = host.tree();
});
afterEach(() => host.remove());

const ATTACH = ['attach', './kit', '--yes'];

describe('commands of a definition', () => {
  it('are shown, and need --allow-commands where it did not come with Ligament', () => {
    const preview = host.ligament(...ATTACH, '--preview');
    expect(preview.status).toBe(0);
    expect(preview.stdout).toContain('lay-pipes --butts 3');
    expect(preview.stdout).toContain('only with --allow-commands');
    const refused = host.ligament(...ATTACH);
    expect(refused.status).toBe(3);
    expect(refused.stderr).toContain('lay-pipes --butts 3 ; touch taken');
    expect(refused.stderr).toContain('--allow-commands');
    expect(host.tree()).toEqual(before);
    const left = host.ligament(...ATTACH, '--no-install');
    expect(left.stdout).toContain('Run in .: lay-pipes --butts 3');
    expect(host.tree().has('pipes/')).toBe(false);
  });

  it('run without a shell, and go again with all that they made', () => {
    const done = host.ligament(...ATTACH, '--allow-commands', '--choose', 'butts=3 4');
    expect(done.status, done.stderr).toBe(0);
    expect(host.read('pipes/plan.txt')).toBe('--butts|3 4|; touch taken|$(touch taken)\n');
    expect(host.tree().has('taken')).toBe(false);
    expect(host.read('.ligament/attached/water.json')).toContain('"file": "pipes/plan.txt"');
    const undone = host.ligament('undo', '--yes');
    expect(undone.status, undone.stderr).toBe(0);
    expect(host.tree()).toEqual(before);
  });

  it('are detached: what they made goes if nobody has changed it; else it stays and is named', () => {
    expect(host.ligament(...ATTACH, '--allow-commands').status).toBe(0);
    expect(host.ligament('detach', 'water', '--yes').status).toBe(0);
    expect(host.tree().has('pipes/plan.txt')).toBe(false);
    host.write('README.md', '# Plots\n');
    expect(host.ligament(...ATTACH, '--allow-commands').status).toBe(0);
    host.write('pipes/plan.txt', 'mine by now\n');
    const kept = host.ligament('detach', 'water', '--yes');
    expect(kept.stdout).toContain('pipes/plan.txt was made for it and has changed since: it stays.');
    expect(host.read('pipes/plan.txt')).toBe('mine by now\n');
  });

  it('that fail: everything is put back, what they have written too', () => {
    host.write('leak', '');
    before = host.tree();
    const failed = host.ligament(...ATTACH, '--allow-commands');
    expect(failed.status).toBe(4);
    expect(failed.stderr).toContain('the pipe leaks');
    expect(host.tree()).toEqual(before);
    fs.rmSync(path.join(host.root, 'leak'));
    before = host.tree();
    fs.rmSync(path.join(host.root, 'node_modules/.bin/lay-pipes'));
    const missing = host.ligament(...ATTACH, '--allow-commands');
    expect(missing.status).toBe(4);
    expect(missing.stderr).toContain('no installed package brings a program "lay-pipes"');
    expect(host.tree()).toEqual(before);
  });

  it('that are killed: recover ends them and puts everything back', async () => {
    host.write('slow', '');
    before = host.tree();
    const running = host.runAsync('bash', [
      '-c',
      `'${process.execPath}' '${LIGAMENT}' ${ATTACH.join(' ')} --allow-commands & echo $!; wait`,
    ]);
    const plan = path.join(host.root, 'pipes/plan.txt');
    while (!fs.existsSync(plan) || !fs.readFileSync(path.join(host.root, 'README.md'), 'utf8').includes('water'))
      await pause();
    const lock = JSON.parse(host.read('.ligament/lock')) as { holder: { pid: number } };
    process.kill(lock.holder.pid, 'SIGKILL');
    await running;
    const recovered = host.ligament('recover');
    expect(recovered.status, recovered.stderr).toBe(0);
    expect(host.tree()).toEqual(before);
    expect(host.run('pgrep', ['-f', host.root]).stdout).toBe('');
  });

  it('that say they write outside of the project are refused', () => {
    host.write('kit/integration.yaml', KIT.replace('README.md]', '../outside.txt]'));
    const refused = host.ligament(...ATTACH, '--allow-commands');
    expect(refused.status).toBe(2);
    expect(refused.stderr).toContain('must be a plain path in the workspace, outside of installed packages');
    host.write('kit/integration.yaml', KIT.replace('program: lay-pipes', 'program: ../../bin/sh'));
    expect(host.ligament(...ATTACH, '--allow-commands').status).toBe(2);
  });
});

function pause(): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, 30));
}
