import { MANAGERS } from '../support/managed-host.ts';
import { testManager } from '../support/test-manager.ts';

for (const name of ['pnpm 10', 'yarn 1', 'yarn 4']) testManager(name, MANAGERS[name]);
