import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { demoHost, PROGRAM, type TestHost } from '../support/host.ts';

let host: TestHost;
let before: Map<string, string>;
beforeEach(() => {
  host = demoHost();
  before = host.tree();
});
afterEach(() => host.remove());

const ATTACH = 'attach tailwindcss --workspace web --yes --no-install';

/** A shell's line with the program in it; the status is the program's own. */
function shell(line: string): { status: number | null; stderr: string } {
  const run = spawnSync('bash', ['-c', `${line}; exit \${PIPESTATUS[0]}`], {
    cwd: host.root,
    env: { ...host.environment, L: `${process.execPath} ${PROGRAM}` },
    encoding: 'utf8',
    timeout: 60_000,
  });
  return { status: run.status, stderr: run.stderr };
}

it.each(['head -1', 'head -c 1', 'true'])(
  'a reader that goes (| %s): the change is made whole, and the status says so',
  (reader) => {
    for (const streams of ['', '2>&1']) {
      const { status, stderr } = shell(`$L ${ATTACH} ${streams} | ${reader}`);
      expect(status, stderr).toBe(0);
      expect(stderr).not.toContain('EPIPE');
      expect(host.ligament('survey').stderr).toBe('');
      expect(host.ligament('detach', 'tailwindcss', '--yes', '--no-install').status).toBe(0);
      expect(host.tree()).toEqual(before);
    }
  },
);

it('a full disk behind the output: the change is made whole; of a look the status tells that nobody saw it', () => {
  const { status, stderr } = shell(`$L ${ATTACH} > /dev/full`);
  expect(status, stderr).toBe(0);
  expect(stderr).toContain('The output could not be written');
  expect(fs.existsSync(`${host.root}/web/.ligament/attached/tailwindcss.json`)).toBe(true);
  const look = shell('$L survey > /dev/full');
  expect(look.status).toBe(3);
  expect(look.stderr).toContain('The output could not be written: ENOSPC');
  expect(look.stderr).not.toContain('    at ');
});

it.each(['survey', 'browse', 'history', 'survey --json', 'browse --json'])(
  'a look whose reader goes: %s',
  (command) => {
    const { status, stderr } = shell(`$L ${command} | head -1 > /dev/null`);
    expect(status).toBe(0);
    expect(stderr).toBe('');
  },
);

it('closed streams', () => {
  expect(shell(`$L ${ATTACH} >&- 2>&-`).status).toBe(0);
  expect(shell('$L detach tailwindcss --yes --no-install >&- 2>&- <&-').status).toBe(0);
  expect(host.tree()).toEqual(before);
});
