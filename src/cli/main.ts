#!/usr/bin/env node
import './colours.ts';
import { takeSecrets } from './given-secrets.ts';
import { fitsNode } from './node-version.ts';
import { version } from './output.ts';
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
  const { run } = await import('./commands.ts');
  process.exitCode = await run(args);
}
