import { spawnSync } from 'node:child_process';
import { afterEach, describe, expect, it } from 'vitest';
import { demoHost, PROGRAM, type TestHost } from '../support/host.ts';

let host: TestHost | undefined;
afterEach(() => host?.remove());

describe('choices', () => {
  it('change what is put in, and the proof with it', () => {
    host = demoHost();
    host.install();
    const before = host.tree();
    const prefixed = host.ligament('attach', 'tailwindcss', '--workspace', 'web', '--choose', 'prefix=tw', '--yes');
    expect(prefixed.stderr + prefixed.stdout).toMatch(/Proved .*\.tw:mt-\[\d+px\]/);
    expect(host.read('web/src/styles/site.css')).toContain('@import "tailwindcss" prefix(tw);');
    expect(host.ligament('prove').status).toBe(0);
    expect(host.ligament('detach', 'tailwindcss', '--yes').status).toBe(0);
    expect(host.tree()).toEqual(before);
    const other = host.ligament('attach', 'tailwindcss', '--workspace', 'web', '--choose', 'way=postcss', '--yes');
    expect(other.stderr + other.stdout).toContain('Proved');
    expect(host.read('web/postcss.config.mjs')).toBe(
      "export default {\n  plugins: {\n    '@tailwindcss/postcss': {},\n  },\n}\n",
    );
    expect(host.ligament('detach', 'tailwindcss', '--yes').status).toBe(0);
    expect(host.tree()).toEqual(before);
  });
});

describe('agreement in a terminal', () => {
  /** Runs a command in a pseudo-terminal, as somebody who types. */
  function type(one: TestHost, answer: string): { status: number | null; shown: string } {
    const command = `'${process.execPath}' '${PROGRAM}' attach tailwindcss --workspace web --no-install`;
    const environment: Record<string, string> = { ...one.environment };
    delete environment.CI;
    const result = spawnSync('script', ['-qec', command, '/dev/null'], {
      cwd: one.root,
      env: environment,
      input: answer,
      encoding: 'utf8',
      timeout: 60_000,
    });
    return { status: result.status, shown: result.stdout };
  }

  it('is asked for; no means that nothing is done, yes that it is', () => {
    host = demoHost();
    const before = host.tree();
    const no = type(host, 'n\n');
    expect(no.shown).toContain('Make these changes?');
    expect(no.shown).toContain('Nothing was changed.');
    expect(no.status).toBe(3);
    expect(host.tree()).toEqual(before);
    const yes = type(host, 'y\n');
    expect(yes.shown).toContain('attach tailwindcss to web');
    expect(host.read('web/vite.config.ts')).toContain('tailwindcss()');
  });
});
