#!/usr/bin/env node
import './colours.ts';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { cacheFolder } from '../core/doors/cache-folder.ts';
import { takeSecrets } from './given-secrets.ts';
import { fitsNode } from './node-version.ts';
import { version } from './version.ts';
import { Chunks } from './chunks.ts';
import { guardStreams } from './streams.ts';

const args = process.argv.slice(2);
guardStreams();
takeSecrets();
if (!fitsNode(process.versions.node)) {
  process.stderr.write(`Ligament needs Node.js 20.19 or newer; this is ${process.versions.node}.\n`);
  process.exitCode = 2;
} else if (args.length === 1 && /^(--version|-[vV])$/.test(args[0] ?? '')) {
  // The one answer that needs nothing loaded.
  process.stdout.write(`${version()}\n`);
} else {
  const beside = fileURLToPath(new URL('./compiled', import.meta.url));
  const chunks = new Chunks(import.meta.url, [beside, path.join(cacheFolder(process.env), 'compiled')]);
  const { run } = (await chunks.load('./commands.js')) as unknown as typeof import('./commands.ts');
  process.exitCode = await run(args);
  chunks.keep();
}
