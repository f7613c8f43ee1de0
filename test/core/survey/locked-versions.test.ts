import { describe, expect, it } from 'vitest';
import { lockedVersions } from '../../../src/core/ecosystems/npm/locked-versions.ts';
import { memoryReader } from '../../support/memory-reader.ts';

const locked = (file: string, text: string) => lockedVersions(memoryReader({ [file]: text }), '/host', file);

describe('lockfiles tell the version of a declared package', () => {
  it("npm's, by the place in the tree, workspaces and links apart", () => {
    const find = locked(
      'package-lock.json',
      JSON.stringify({
        lockfileVersion: 3,
        packages: {
          '': {},
          'node_modules/twine': { version: '1.4.0' },
          'node_modules/web': { link: true },
          'web/node_modules/twine': { version: '2.0.0' },
        },
      }),
    );
    expect([find('.', 'twine', '*'), find('web', 'twine', '*'), find('api', 'twine', '*')]).toEqual([
      '1.4.0',
      '2.0.0',
      '1.4.0',
    ]);
    expect([find('.', 'web', '*'), find('.', 'hemp', '*')]).toEqual([undefined, undefined]);
    expect(locked('package-lock.json', '{"dependencies":{"twine":{"version":"1.0.0"}}}')('.', 'twine', '*')).toBe(
      '1.0.0',
    );
    expect(locked('package-lock.json', '{ "packages": ')('.', 'twine', '*')).toBeUndefined();
  });

  it("pnpm's, by workspace, without the peers behind the version; and that of a single package", () => {
    const find = locked(
      'pnpm-lock.yaml',
      "lockfileVersion: '9.0'\n\nsettings:\n  autoInstallPeers: true\n\nimporters:\n\n  .:\n    devDependencies:\n      '@shed/pump':\n        specifier: 'catalog:'\n        version: 1.2.3(soil@7.0.0)\n\n  plots/north:\n    dependencies:\n      twine:\n        specifier: ^1.0.0\n        version: 1.4.0\n\npackages:\n\n  twine@1.4.0:\n    resolution: {integrity: sha512-x}\n    version: 9.9.9\n",
    );
    expect(find('.', '@shed/pump', '*')).toBe('1.2.3');
    expect(find('plots/north', 'twine', '*')).toBe('1.4.0');
    expect(find('.', 'twine', '*')).toBeUndefined();
    const single = locked(
      'pnpm-lock.yaml',
      "lockfileVersion: '6.0'\n\ndependencies:\n  twine:\n    specifier: ^1.0.0\n    version: 1.4.0\n\npackages:\n\n  /twine@1.4.0:\n    version: 9.9.9\n",
    );
    expect(single('.', 'twine', '*')).toBe('1.4.0');
  });

  it("yarn's, in both forms, by the range that is declared", () => {
    const classic = locked(
      'yarn.lock',
      '# yarn lockfile v1\n\n\n"@shed/pump@^1.0.0", "@shed/pump@^1.2.0":\n  version "1.2.3"\n  dependencies:\n    version "^9.0.0"\n\ntwine@~1.4.0:\n  version "1.4.2"\n',
    );
    expect([classic('.', '@shed/pump', '^1.2.0'), classic('.', 'twine', '~1.4.0')]).toEqual(['1.2.3', '1.4.2']);
    expect(classic('.', 'twine', '^2.0.0')).toBeUndefined();
    const later = locked(
      'yarn.lock',
      '__metadata:\n  version: 8\n\n"@shed/pump@npm:^1.0.0, @shed/pump@npm:^1.2.0":\n  version: 1.2.3\n  resolution: "@shed/pump@npm:1.2.3"\n',
    );
    expect(later('.', '@shed/pump', '^1.0.0')).toBe('1.2.3');
  });
});
