import fs from 'node:fs';
import path from 'node:path';
import { diffLines } from 'diff';
import { expect } from 'vitest';
import { TestHost } from './host.ts';
import type { Shape } from './shapes.ts';

/**
 * Attaches to a host of a shape, attaches again, and detaches. Attach's own proof is the host's real build: it must emit
 * the rule of a class that nobody used before. Only what was meant differs, and every byte comes back.
 */
export function expectShapeHolds({ files, workspace = '.', puts, way = 'bundler-plugin' }: Shape): void {
  const host = new TestHost(Object.fromEntries(Object.entries(files).filter(([, text]) => text !== '')));
  try {
    host.install();
    const before = host.tree();
    const texts = new Map(
      [...before.keys()].filter((file) => !file.endsWith('/')).map((file) => [file, host.read(file)]),
    );
    const attached = host.ligament('attach', 'tailwindcss', '--workspace', workspace, '--yes');
    expect(attached.stderr + attached.stdout).toContain('Proved');
    expect(attached.status).toBe(0);
    for (const [file, text] of Object.entries(puts)) expect(host.read(file)).toContain(text);
    expect(JSON.parse(host.read(path.join(workspace, '.ligament/attached/tailwindcss.json')))).toMatchObject({ way });
    for (const [file, text] of texts)
      if (!file.endsWith('package-lock.json')) expectOnlyAdditions(text, host.read(file));
    const after = host.tree();
    expect(host.ligament('attach', 'tailwindcss', '--workspace', workspace, '--yes').stdout).toContain(
      'already attached',
    );
    expect(host.tree()).toEqual(after);
    expect(host.ligament('detach', 'tailwindcss', '--yes').status).toBe(0);
    expect(host.tree()).toEqual(before);
    expect(fs.existsSync(path.join(host.root, '.ligament'))).toBe(false);
  } finally {
    host.remove();
  }
}

/** Every line that is gone must stand again with something put into it: nothing of the host's own is lost. */
function expectOnlyAdditions(before: string, after: string): void {
  const parts = diffLines(before, after);
  const lines = (kind: 'added' | 'removed'): string[] =>
    parts.filter((part) => part[kind]).flatMap((part) => part.value.split(/\r?\n/));
  const added = lines('added');
  for (const line of lines('removed'))
    expect(
      added.some((one) => isWithin(line, one)),
      `"${line}" is still there`,
    ).toBe(true);
}

function isWithin(line: string, longer: string): boolean {
  let at = 0;
  for (const character of longer) if (character === line[at]) at += 1;
  return at === line.length;
}
