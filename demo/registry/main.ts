// Opens the offline registry by itself, for trying things by hand: node build/registry.js [port]
import { openProjectRegistry } from './open.ts';

const registry = await openProjectRegistry(Number(process.argv[2] ?? 4873));
process.stdout.write(`The offline registry answers at ${registry.url} (end it with Ctrl-C)\n`);
