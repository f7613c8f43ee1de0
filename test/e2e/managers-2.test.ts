import { MANAGERS } from '../support/managed-host.ts';
import { testManager } from '../support/test-manager.ts';

for (const name of ['pnpm 12', "yarn 4 with Plug'n'Play"]) testManager(name, MANAGERS[name]);
