import fs from 'node:fs';
import path from 'node:path';
import { expect, it } from 'vitest';
import { projectRoot } from '../../demo/registry/open.ts';

it('the manual page is current (UPDATE_DOCS=1 npm test writes it), and no text in it is taken for a request', async () => {
  Object.assign(globalThis, { LIGAMENT_VERSION: 'test' });
  const { COMMANDS } = await import('../../src/cli/commands.ts');
  const { EVERYWHERE } = await import('../../src/cli/arguments/specs.ts');
  const { manualPage } = await import('../../src/cli/help/manual.ts');
  const page = manualPage(COMMANDS, EVERYWHERE);
  const file = path.join(projectRoot(), 'docs/ligament.1');
  if (process.env.UPDATE_DOCS) fs.writeFileSync(file, page);
  expect(fs.readFileSync(file, 'utf8')).toBe(page);
  for (const { usage } of COMMANDS) expect(page).toContain(`.SS ligament ${usage.split(' ')[0] ?? ''}`);
  for (const line of page.split('\n')) if (/^[.']/.test(line)) expect(line).toMatch(/^\.(TH|SH|SS|TP|PP|B|I|br)( |$)/);
  // Signs that a terminal's typesetter would change or drop are escaped.
  expect(page.replaceAll(/\\[-&e(]/g, '')).not.toMatch(/(?<!\\f.|\\)-|\\(?!f[BIR])/);
});
