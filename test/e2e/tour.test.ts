import fs from 'node:fs';
import path from 'node:path';
import { expect, it } from 'vitest';
import { projectRoot } from '../../demo/registry/open.ts';
import { demoHost } from '../support/host.ts';

it('every line of the tour does what it says, and the project ends as it began', () => {
  const page = fs.readFileSync(path.join(projectRoot(), 'docs/tour.md'), 'utf8');
  const lines = [...page.matchAll(/^ligament (.+)$/gm)].map(([, line = '']) => line);
  expect(lines.length).toBeGreaterThan(14);
  const host = demoHost();
  try {
    host.install();
    const before = host.tree();
    for (const line of lines) {
      const { status, stdout, stderr } = host.ligament(...line.split(' '));
      expect(status, `ligament ${line}\n${stdout}${stderr}`).toBe(0);
    }
    expect(host.tree()).toEqual(before);
  } finally {
    host.remove();
  }
});
