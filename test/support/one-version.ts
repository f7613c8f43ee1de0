import type { RegistryDoor } from '../../src/core/ecosystems/npm/registry-door.ts';

/** A registry that has one version of everything. */
export const oneVersionRegistry: RegistryDoor = {
  packument: (name) =>
    Promise.resolve({ name, 'dist-tags': { latest: '4.1.8' }, versions: { '4.1.8': { version: '4.1.8' } } }),
  packageSettings: () => Promise.resolve({ saveExact: false, savePrefix: undefined, ignoreScripts: false }),
};
