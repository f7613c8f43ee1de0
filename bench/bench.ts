// Benchmarks: ratios measured side by side on this machine, never absolute limits. Run: npm run bench
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { projectRoot, registryEnvironment } from '../demo/registry/open.ts';
import { startRegistry } from '../demo/registry/start.ts';
import { benchEditing } from './editing.ts';
import { benchHand } from './hand.ts';
import { benchScale } from './scale.ts';
import { tableOf } from './table.ts';
import type { Row } from './timing.ts';

const root = projectRoot();
const top = fs.mkdtempSync(path.join(os.tmpdir(), 'ligament-bench-'));
const registry = await startRegistry();
try {
  const env = { ...process.env, ...registryEnvironment(registry.url, top), NO_COLOR: '1', CI: '1' };
  const groups: [string, Row[]][] = [];
  const measure = async (name: string, rows: () => Row[] | Promise<Row[]>): Promise<void> => {
    process.stderr.write(`measuring: ${name}\n`);
    groups.push([name, await rows()]);
  };
  await measure('Typed, beside `node -e 0`', () => benchHand(root, top, env));
  await measure('Scale; workspaces beside listing, reading and parsing their manifests', () =>
    benchScale(root, top, env),
  );
  await measure('Edits', () => benchEditing(root));
  const table = tableOf(groups);
  fs.writeFileSync(path.join(root, 'docs/performance.md'), table.page);
  process.stdout.write(table.shown);
} finally {
  registry.stop();
  fs.rmSync(top, { recursive: true, force: true });
}
