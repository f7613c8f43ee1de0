import { describe, expect, it } from 'vitest';
import type { Packument, PackageVersion } from '../../../src/core/ports.ts';
import { chooseVersions } from '../../../src/core/resolve/choose-versions.ts';

function packument(name: string, versions: Record<string, Omit<PackageVersion, 'version'>>): [string, Packument] {
  const all = Object.entries(versions).map(([version, rest]) => [version, { version, ...rest }] as const);
  return [name, { name, 'dist-tags': { latest: all[0]?.[0] ?? '' }, versions: Object.fromEntries(all) }];
}

const around = (present: Record<string, string>, nodeVersion = '20.20.2') => ({
  present: new Map(Object.entries(present)),
  nodeVersion,
});
const choose = (
  needs: Record<string, string>,
  packuments: [string, Packument][],
  surrounds: ReturnType<typeof around>,
) =>
  chooseVersions(
    Object.entries(needs).map(([name, range]) => ({ name, range })),
    new Map(packuments),
    surrounds,
  );

describe('the newest versions that hold together', () => {
  it('are the highest, whatever was published last', () => {
    const beans = packument('beans', { '4.2.0': {}, '4.10.1': {}, '4.3.5': {}, '5.0.0-beta.1': {} });
    expect(choose({ beans: '>=4' }, [beans], around({}))).toEqual([
      { name: 'beans', version: '4.10.1', reason: 'newest' },
    ]);
  });

  it('accept what is installed, and say which newer one does not', () => {
    const plugin = packument('plugin', {
      '6.0.0': { peerDependencies: { bundler: '^8' } },
      '5.2.0': { peerDependencies: { bundler: '^4 || ^5 || ^6 || ^7' } },
    });
    expect(choose({ plugin: '>=4' }, [plugin], around({ bundler: '7.3.8' }))).toEqual([
      { name: 'plugin', version: '5.2.0', reason: 'newest that fits: 6.0.0 wants bundler ^8, and 7.3.8 is here' },
    ]);
  });

  it('run on this Node, and are not deprecated if one is not', () => {
    const tool = packument('tool', {
      '3.0.0': { engines: { node: '>=22' } },
      '2.1.0': { deprecated: 'rotten' },
      '2.0.0': {},
    });
    expect(choose({ tool: '*' }, [tool], around({}))).toMatchObject([{ version: '2.0.0' }]);
    expect(choose({ tool: '^2.1.0' }, [tool], around({}))).toMatchObject([{ version: '2.1.0' }]);
  });

  it('are found by going back where the newest of each do not go together', () => {
    const core = packument('core', { '3.0.0': {}, '2.0.0': {} });
    const addition = packument('addition', {
      '1.1.0': { peerDependencies: { core: '^2' } },
      '1.0.0': { peerDependencies: { core: '^1' } },
    });
    expect(choose({ core: '*', addition: '*' }, [core, addition], around({}))).toMatchObject([
      { version: '2.0.0' },
      { version: '1.1.0' },
    ]);
  });

  it('or the facts that clash', () => {
    const plugin = packument('plugin', { '6.0.0': { peerDependencies: { bundler: '^8' } } });
    expect(choose({ plugin: '*' }, [plugin], around({ bundler: '7.3.8' }))).toEqual({
      clash: ['plugin 6.0.0 wants bundler ^8, and 7.3.8 is here'],
    });
    expect(choose({ plugin: '*' }, [plugin], around({}))).toEqual({
      clash: ['plugin 6.0.0 wants bundler ^8, which is not here'],
    });
    expect(choose({ plugin: '^7' }, [plugin], around({}))).toEqual({
      clash: ['no released version of plugin is in the range ^7'],
    });
    const optional = packument('plugin', {
      '6.0.0': { peerDependencies: { bundler: '^8' }, peerDependenciesMeta: { bundler: { optional: true } } },
    });
    expect(choose({ plugin: '*' }, [optional], around({}))).toMatchObject([{ version: '6.0.0' }]);
  });
});
