#!/usr/bin/env node
import { takeSecrets } from './given-secrets.ts';
import { version } from './output.ts';
import { guardStreams } from './streams.ts';

const args = process.argv.slice(2);
guardStreams();
takeSecrets();
// The one answer that needs nothing loaded.
if (args.length === 1 && (args[0] === '--version' || args[0] === '-v')) {
  process.stdout.write(`${version()}\n`);
} else {
  const { run } = await import('./commands.ts');
  process.exitCode = await run(args);
}
