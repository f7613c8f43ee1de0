import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoHost, type TestHost } from '../support/host.ts';
import { typed, type Step } from '../support/typed.ts';

let host: TestHost;
let before: Map<string, string>;
beforeAll(() => {
  host = demoHost();
  before = host.tree();
});
afterAll(() => host.remove());

const ASKED = 'Make these changes?';
const DOWN = '\u001b[B';

describe('at a terminal', () => {
  it('attach alone offers what fits, finds it by what it does, and takes several', async () => {
    const { status, shown } = await typed(
      host,
      ['attach', '--no-install'],
      [
        ['What do you want to attach?', 'stores'],
        ['pinia', '\r'],
        ['And what else?', 'vue-router'],
        [/❯ vue-router/, '\r'],
        [/that is all: pinia, vue-router/, '\r'],
        [ASKED, 'n\r'],
      ],
    );
    expect(shown).toContain('Pinia goes to web');
    expect(shown).toContain('goes to web');
    expect(shown).toContain('Nothing was changed.');
    expect(status).toBe(3);
    expect(host.tree()).toEqual(before);
  });

  it('the only workspace that something fits is taken without asking', async () => {
    const { status, shown } = await typed(host, ['attach', 'tailwindcss', '--no-install'], [[ASKED, '\r']]);
    expect(shown).toContain('Tailwind CSS goes to web');
    expect(status).toBe(3);
    const unasked = host.ligament('attach', 'tailwindcss', '--preview', '--no-install');
    expect(unasked.stdout).toContain('Tailwind CSS goes to web');
    // Of several nobody guesses.
    const several = host.ligament('attach', 'axios', '--preview');
    expect(several.status).toBe(3);
    expect(several.stderr).toContain('It fits api and web: name it with --workspace.');
  });

  it('of several workspaces one is chosen', async () => {
    const where: Step = [/Where does Axios go\?[\s\S]*web/, `${DOWN}\r`];
    const { status, shown } = await typed(host, ['attach', 'axios', '--no-install'], [where]);
    expect(shown).toContain('Where does Axios go? web');
    // The registry of these tests does not have it.
    expect(shown).toContain('The package registry does not have axios');
    expect(status).toBe(3);
  });

  it('a file of the plan is shown, a choice is changed, and another answer than yes or no is asked again', async () => {
    const { status, shown } = await typed(
      host,
      ['attach', 'tailwindcss', '--no-install'],
      [
        [ASKED, 'f\r'],
        ['Which file?', '\r'],
        [ASKED, 'c\r'],
        ['What do you want to change?', '\r'],
        [/Prefix in front of/, 'TW\r'],
        ['one word of lower-case letters', '\u007f\u007ftw\r'],
        [ASKED, 'perhaps\r'],
        ['Answer y or n', '\u007f\u007f\u007f\u007f\u007f\u007f\u007fn\r'],
      ],
    );
    expect(shown).toMatch(/tailwindcss\.prefix +tw +as you said/);
    expect(status).toBe(3);
    expect(host.tree()).toEqual(before);
  });

  it('another way is taken', async () => {
    const { shown } = await typed(
      host,
      ['attach', 'tailwindcss', '--no-install'],
      [
        [ASKED, 'c\r'],
        ['What do you want to change?', `${DOWN}\r`],
        ['By which way?', `${DOWN}\r`],
        [ASKED, '\u0003'],
      ],
    );
    expect(shown).toContain('web/postcss.config.mjs');
  });

  it.each([
    ['what', ['attach'], 'What do you want to attach?'],
    ['where', ['attach', 'axios'], 'Where does'],
    ['whether', ['attach', 'tailwindcss', '--no-install'], ASKED],
  ])('an interruption where it is asked %s changes nothing', async (_, args, words) => {
    const { status, shown } = await typed(host, args, [[words, '\u0003']]);
    expect(status).toBe(130);
    expect(shown).toContain('Interrupted  Nothing was changed');
    expect(host.tree()).toEqual(before);
  });
});

describe('what goes on', () => {
  const plan = ['attach', 'tailwindcss', '--workspace', 'web'];

  it('is told in one line at a terminal, with the time, the last words of a program, and is gone in the end', async () => {
    host.install();
    const { status, shown } = await typed(host, plan, [[ASKED, 'y\r']]);
    expect(status, shown).toBe(0);
    expect(shown).toMatch(/asking the registry|settling what will be installed|running npm install/);
    expect(shown).toMatch(/proving Tailwind CSS \(built-css\) in a scratch copy \d+ s/);
    expect(shown).toMatch(/Done {2}attach tailwindcss to web {2}3 files changed, 2 packages, \d+\.\d s/);
    expect(shown).toContain('To take it back: ligament undo');
    expect(host.ligament('undo', '--yes').status).toBe(0);
  });

  it('is said once elsewhere, and not at all where it shall be quiet', () => {
    const loud = host.ligament(...plan, '--yes');
    expect(loud.stderr).toContain('running npm install');
    expect(loud.stdout).toContain('tailwindcss()');
    expect(host.ligament('undo', '--yes').status).toBe(0);
    const quiet = host.ligament(...plan, '--yes', '--quiet');
    expect(quiet.stderr).toBe('');
    expect(quiet.stdout).toMatch(/^\nProved .*\nDone .*\nNext .*\nNext .*\n$/);
    expect(host.ligament('undo', '--yes', '-q').stderr).toBe('');
  });
});
