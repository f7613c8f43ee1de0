import type { VersionCase } from './version-case.ts';

const peer = (peerDependencies: Record<string, string>, optional: string[] = []): Record<string, unknown> => ({
  peerDependencies,
  ...(optional.length > 0
    ? { peerDependenciesMeta: Object.fromEntries(optional.map((name) => [name, { optional: true }])) }
    : {}),
});
const node = (range: string): Record<string, unknown> => ({ engines: { node: range } });
const versions = (...all: string[]): Record<string, Record<string, unknown>> =>
  Object.fromEntries(all.map((version) => [version, {}]));
const PART = `trellis-${process.platform}-${process.arch}`;
const dev = (devDependencies: Record<string, string>): Record<string, unknown> => ({ devDependencies });

/** Newest, tags, ranges, pre-releases, deprecations: one package at a time. */
const ALONE: Record<string, VersionCase> = {
  'the highest version, not the one that was published last': {
    registry: { trellis: versions('1.9.0', '2.0.0', '2.10.0', '2.9.0', '1.9.1') },
    tags: { trellis: { latest: '2.10.0' } },
    wants: { trellis: '>=1' },
    gets: { trellis: '2.10.0' },
  },
  'what the tag "latest" names, although higher ones are there': {
    registry: { trellis: versions('2.0.0', '2.1.0', '3.0.0') },
    tags: { trellis: { latest: '2.1.0', next: '3.0.0' } },
    wants: { trellis: '>=2' },
    gets: { trellis: '2.1.0' },
    writes: { trellis: '^2.1.0' },
  },
  'another tag on request': {
    registry: { trellis: versions('2.1.0', '3.0.0') },
    tags: { trellis: { latest: '2.1.0', next: '3.0.0' } },
    wants: { trellis: '>=2' },
    options: ['--take', 'trellis@next'],
    gets: { trellis: '3.0.0' },
  },
  'an older version on request': {
    registry: { trellis: versions('2.0.0', '2.1.0', '2.2.0') },
    wants: { trellis: '^2' },
    options: ['--take', 'trellis@~2.1'],
    gets: { trellis: '2.1.0' },
    writes: { trellis: '~2.1.0' },
  },
  'no pre-release, however new': {
    registry: { trellis: versions('1.0.0', '2.0.0-beta.1') },
    wants: { trellis: '>=1' },
    gets: { trellis: '1.0.0' },
  },
  'a pre-release on request': {
    registry: { trellis: versions('1.0.0', '2.0.0-beta.1', '2.0.0-beta.2') },
    tags: { trellis: { latest: '1.0.0', beta: '2.0.0-beta.2' } },
    wants: { trellis: '>=1 || >=2.0.0-beta.0' },
    options: ['--take', 'trellis@beta'],
    gets: { trellis: '2.0.0-beta.2' },
  },
  'only pre-releases': {
    registry: { trellis: versions('1.0.0-rc.1', '1.0.0-rc.2') },
    wants: { trellis: '^1.0.0' },
    clash: ['only pre-releases (1.0.0-rc.2)'],
  },
  'no version in the range': {
    registry: { trellis: versions('1.0.0', '2.0.0') },
    wants: { trellis: '^3' },
    clash: ['trellis has no release in ^3', 'this way requires trellis ^3'],
  },
  'a tag that is not there': {
    registry: { trellis: versions('1.0.0') },
    wants: { trellis: '>=1' },
    options: ['--take', 'trellis@canary'],
    clash: ['has no dist-tag "canary" (it has latest)'],
    npmAgrees: false,
  },
  'the newest is deprecated': {
    registry: { trellis: { '2.0.0': {}, '2.1.0': { deprecated: 'it rots' } } },
    wants: { trellis: '^2' },
    gets: { trellis: '2.0.0' },
    tells: ['trellis 2.0.0'],
    writes: { trellis: '^2.0.0' },
  },
  'the newest is built for another system': {
    registry: { trellis: { '2.0.0': {}, '2.1.0': { os: ['haiku'] }, '2.2.0': { cpu: ['!x64', '!arm64'] } } },
    wants: { trellis: '^2' },
    gets: { trellis: '2.0.0' },
    tells: ['runs on this machine'],
    writes: { trellis: '~2.0.0' },
  },
  'the newest is built against another C library': {
    registry: { trellis: { '2.0.0': { libc: ['glibc'] }, '2.1.0': { libc: ['musl'] } } },
    wants: { trellis: '^2' },
    gets: { trellis: '2.0.0' },
    writes: { trellis: '~2.0.0' },
  },
  'the newest depends on a version that cannot be had': {
    registry: { trellis: { '2.0.0': {}, '2.1.0': { dependencies: { twine: '^9' } } }, twine: versions('1.0.0') },
    wants: { trellis: '^2' },
    gets: { trellis: '2.0.0' },
    tells: ['requires twine ^9, no version of which can be had'],
    writes: { trellis: '~2.0.0' },
  },
  'the compiled part for this machine of the newest has not been published': {
    registry: {
      trellis: {
        '2.0.0': { optionalDependencies: { [PART]: '2.0.0', 'trellis-haiku-m68k': '2.0.0' } },
        '2.1.0': { optionalDependencies: { [PART]: '2.1.0', 'trellis-haiku-m68k': '2.0.0' } },
      },
      [PART]: { '2.0.0': { os: [process.platform], cpu: [process.arch] } },
    },
    wants: { trellis: '^2' },
    gets: { trellis: '2.0.0' },
    tells: [`requires ${PART} 2.1.0 on this machine, which cannot be had`],
    writes: { trellis: '~2.0.0' },
  },
  'a dependency further down cannot be had': {
    registry: {
      trellis: { '2.0.0': {}, '2.1.0': { dependencies: { twine: '^1' } } },
      twine: { '1.0.0': { dependencies: { hemp: '*' } } },
    },
    wants: { trellis: '^2' },
    gets: { trellis: '2.0.0' },
    tells: ['requires hemp *, which the registry does not have'],
  },
  'dependencies in a circle': {
    registry: {
      trellis: { '2.1.0': { dependencies: { twine: '^1' } } },
      twine: { '1.0.0': { dependencies: { trellis: '^2' } } },
    },
    wants: { trellis: '^2' },
    gets: { trellis: '2.1.0', twine: '1.0.0' },
  },
};

/** The running Node, and what the host says it runs on. */
const ENGINES: Record<string, VersionCase> = {
  'the newest wants a newer Node': {
    registry: { trellis: { '7.0.0': node('>=18'), '8.0.0': node('>=22.22') } },
    wants: { trellis: '>=7' },
    gets: { trellis: '7.0.0' },
    tells: ['runs on Node 20.20.2 (8.0.0 requires Node >=22.22)'],
  },
  'the newest minor wants a newer Node, so the range is kept narrow': {
    registry: { trellis: { '7.0.0': {}, '7.1.0': node('>=22') } },
    wants: { trellis: '^7' },
    gets: { trellis: '7.0.0' },
    writes: { trellis: '^7.0.0' },
  },
  'the host runs on older ones than this machine': {
    registry: { trellis: { '7.0.0': node('>=16'), '8.0.0': node('>=20') } },
    host: node('>=18'),
    wants: { trellis: { range: '>=7', section: 'production' } },
    gets: { trellis: '7.0.0' },
    tells: ['all that the project says it runs on'],
  },
  'the host runs on two lines': {
    registry: { trellis: { '7.0.0': node('^18 || >=20'), '8.0.0': node('>=20') } },
    host: node('^18.12 || >=20.9'),
    wants: { trellis: { range: '>=7', section: 'production' } },
    gets: { trellis: '7.0.0' },
  },
  'a tool needs only the Node that runs it': {
    registry: { trellis: { '7.0.0': node('>=16'), '8.0.0': node('>=20') } },
    host: node('>=18'),
    wants: { trellis: '>=7' },
    gets: { trellis: '8.0.0' },
  },
  'a line means the version of it that is at hand': {
    registry: { trellis: { '7.0.0': node('>=16'), '8.0.0': node('^20.19.0 || >=22.12.0') } },
    host: node('20.x'),
    wants: { trellis: { range: '>=7', section: 'production' } },
    gets: { trellis: '8.0.0' },
  },
  'no version runs on what the host says, which is a preference': {
    registry: { trellis: { '8.0.0': node('>=20') } },
    files: { '.npmrc': '' },
    host: node('>=18'),
    wants: { trellis: { range: '>=7', section: 'production' } },
    gets: { trellis: '8.0.0' },
    tells: ['trellis 8.0.0 requires Node >=20, and package.json says that the project runs on Node >=18.'],
  },
  'no version runs here': {
    registry: { trellis: { '8.0.0': node('>=22') } },
    wants: { trellis: '>=7' },
    clash: ['Node 20.20.2 runs here', 'trellis 8.0.0 requires Node >=22', 'run Node >=22'],
  },
  'no version runs on what the host says': {
    registry: { trellis: { '8.0.0': node('>=20') } },
    host: node('>=18'),
    wants: { trellis: { range: '>=7', section: 'production' } },
    clash: ['package.json says that the project runs on Node >=18', 'let the project ask for Node >=20'],
    npmAgrees: false,
  },
};

/** Peers: what the host has, what is chosen beside, and what has to come along. */
const PEERS: Record<string, VersionCase> = {
  'the newest does not accept what is installed': {
    registry: {
      soil: versions('7.3.8', '8.1.0'),
      trellis: { '5.2.0': peer({ soil: '^4 || ^5 || ^6 || ^7' }), '6.3.0': peer({ soil: '^8' }) },
    },
    host: dev({ soil: '^7.3.0' }),
    installed: true,
    wants: { trellis: '>=4' },
    gets: { soil: '7.3.8', trellis: '5.2.0' },
    tells: ['newest that accepts soil 7.3.8 (6.3.0 requires soil ^8)'],
  },
  'the newest minor does not accept it: the range is kept narrow': {
    registry: { soil: versions('7.3.8'), trellis: { '5.2.0': peer({ soil: '^7' }), '5.3.0': peer({ soil: '^8' }) } },
    host: dev({ soil: '^7.3.0' }),
    installed: true,
    wants: { trellis: '^5' },
    gets: { soil: '7.3.8', trellis: '5.2.0' },
    tells: ['^5.2.0 would bring 5.3.0'],
    writes: { trellis: '~5.2.0' },
  },
  'what is declared but not installed is what its range brings': {
    registry: {
      soil: versions('7.0.0', '7.9.0', '8.0.0'),
      trellis: { '1.0.0': peer({ soil: '*' }), '2.0.0': peer({ soil: '>=7.5 <8' }), '3.0.0': peer({ soil: '^8' }) },
    },
    host: dev({ soil: '^7.0.0' }),
    wants: { trellis: '*' },
    gets: { soil: '7.9.0', trellis: '2.0.0' },
  },
  'a pre-release that is installed is in no plain range': {
    registry: {
      soil: versions('7.0.0', '8.0.0-beta.1'),
      trellis: { '1.0.0': peer({ soil: '^7 || ^8.0.0-beta.0' }), '2.0.0': peer({ soil: '^8' }) },
    },
    host: dev({ soil: '8.0.0-beta.1' }),
    installed: true,
    wants: { trellis: '*' },
    gets: { soil: '8.0.0-beta.1', trellis: '1.0.0' },
  },
  'a peer that is missing comes along': {
    registry: { soil: versions('7.0.0', '8.0.0'), trellis: { '2.0.0': peer({ soil: '^7' }) } },
    wants: { trellis: '^2' },
    gets: { soil: '7.0.0', trellis: '2.0.0' },
    tells: ['trellis requires it (^7)'],
    writes: { soil: '^7.0.0' },
  },
  'the peer of a peer comes along too': {
    registry: {
      clay: versions('1.0.0', '2.0.0'),
      soil: { '7.0.0': peer({ clay: '^1' }) },
      trellis: { '2.0.0': peer({ soil: '^7' }) },
    },
    wants: { trellis: '^2' },
    gets: { clay: '1.0.0', soil: '7.0.0', trellis: '2.0.0' },
  },
  'a preset brings its own peers, in its own section': {
    registry: {
      'lint-preset': { '3.0.0': peer({ linter: '^9', parser: '>=8', rules: '^2' }) },
      linter: versions('8.0.0', '9.4.0', '10.0.0'),
      parser: { '8.1.0': peer({ linter: '^8 || ^9' }), '9.0.0': peer({ linter: '^10' }) },
      rules: versions('2.5.0', '3.0.0'),
    },
    wants: { 'lint-preset': '^3' },
    gets: { linter: '9.4.0', parser: '8.1.0', rules: '2.5.0', 'lint-preset': '3.0.0' },
    writes: { linter: '^9.4.0', parser: '^8.1.0', rules: '^2.5.0' },
  },
  'peers of each other': {
    registry: {
      soil: { '1.0.0': peer({ worms: '^1' }), '2.0.0': peer({ worms: '^2' }) },
      worms: { '1.0.0': peer({ soil: '^1' }), '2.0.0': peer({ soil: '^1' }) },
    },
    wants: { soil: '*', worms: '*' },
    gets: { soil: '1.0.0', worms: '1.0.0' },
  },
  'peers of each other, one of which comes along': {
    registry: { soil: { '2.0.0': peer({ worms: '^2' }) }, worms: { '2.0.0': peer({ soil: '^2' }) } },
    wants: { soil: '^2' },
    gets: { soil: '2.0.0', worms: '2.0.0' },
  },
  'a peer that may be missing stays missing': {
    registry: { soil: versions('7.0.0'), trellis: { '2.0.0': peer({ soil: '^7' }, ['soil']) } },
    wants: { trellis: '^2' },
    gets: { trellis: '2.0.0' },
    writes: { trellis: '^2.0.0' },
  },
  'a peer that may be missing must fit where it is there': {
    registry: {
      soil: versions('6.0.0', '7.0.0'),
      trellis: { '1.0.0': peer({ soil: '^6' }, ['soil']), '2.0.0': peer({ soil: '^7' }, ['soil']) },
    },
    host: dev({ soil: '^6.0.0' }),
    installed: true,
    wants: { trellis: '*' },
    gets: { soil: '6.0.0', trellis: '1.0.0' },
  },
  'what is installed has a say in what comes': {
    registry: { soil: { '7.0.0': peer({ mulch: '^1' }, ['mulch']) }, mulch: versions('1.4.0', '2.0.0') },
    host: dev({ soil: '^7.0.0' }),
    installed: true,
    wants: { mulch: '*' },
    gets: { soil: '7.0.0', mulch: '1.4.0' },
    tells: ['soil 7.0.0 in garden accepts'],
  },
  'what is declared but not installed has a say as well': {
    registry: { soil: { '7.0.0': peer({ mulch: '^1' }, ['mulch']) }, mulch: versions('1.4.0', '2.0.0') },
    host: dev({ soil: '^7.0.0' }),
    wants: { mulch: '*' },
    gets: { soil: '7.0.0', mulch: '1.4.0' },
  },
  'two that come together hold together': {
    registry: { loom: versions('6.0.0', '7.0.0'), weaver: { '8.0.0': peer({ loom: '<6.1' }) } },
    wants: { loom: '*', weaver: '^8' },
    gets: { loom: '6.0.0', weaver: '8.0.0' },
    tells: ['leaves one for weaver'],
  },
  'back to an older version of the first for the sake of the third': {
    registry: {
      soil: versions('1.0.0', '2.0.0', '3.0.0'),
      mulch: { '1.0.0': peer({ soil: '^1 || ^2' }), '2.0.0': peer({ soil: '^3' }) },
      worms: { '1.0.0': peer({ soil: '<3', mulch: '^1' }) },
    },
    wants: { soil: '*', mulch: '*', worms: '*' },
    gets: { soil: '2.0.0', mulch: '1.0.0', worms: '1.0.0' },
  },
  'older plugins are the ones that refuse the host': {
    registry: {
      soil: versions('7.0.0'),
      trellis: {
        '4.0.0': peer({ soil: '^5 || ^6' }),
        '4.1.0': peer({ soil: '^5 || ^6' }),
        '4.2.0': peer({ soil: '^5 || ^6 || ^7' }),
      },
    },
    host: dev({ soil: '^7.0.0' }),
    installed: true,
    wants: { trellis: '^4.0.0' },
    gets: { trellis: '4.2.0' },
  },
  'a dependency of its own may have other peers': {
    registry: {
      soil: versions('1.0.0', '2.0.0'),
      trellis: { '1.0.0': { dependencies: { twine: '^1' } } },
      twine: { '1.0.0': { dependencies: { soil: '^1' } } },
    },
    host: dev({ soil: '^2.0.0' }),
    installed: true,
    wants: { trellis: '*' },
    gets: { soil: '2.0.0', trellis: '1.0.0' },
  },
  'the host of an installed plugin is not there to be raised': {
    registry: { soil: versions('4.5.0', '8.0.0'), trellis: { '6.0.0': peer({ soil: '^8' }) } },
    host: dev({ soil: '^4.5.0' }),
    installed: true,
    wants: { trellis: '*' },
    clash: ['garden has soil 4.5.0', 'trellis 6.0.0 requires soil ^8', 'have soil ^8 (8.0.0 would do)'],
  },
  'peers that clash with each other, whatever the host has': {
    registry: {
      soil: versions('1.0.0', '2.0.0'),
      mulch: { '1.0.0': peer({ soil: '^1' }) },
      worms: { '1.0.0': peer({ soil: '^2' }) },
    },
    wants: { mulch: '*', worms: '*' },
    clash: ['this way requires mulch *', 'this way requires worms *'],
  },
  'a peer in no version of which can be had': {
    registry: { soil: versions('1.0.0'), mulch: { '1.0.0': peer({ soil: '^9' }) } },
    wants: { mulch: '*' },
    clash: ['soil has no release in ^9'],
  },
};

/** What the host has to say: declared ranges, overrides, settings, other workspaces. */
const HOSTS: Record<string, VersionCase> = {
  'what is declared already stays as it is': {
    registry: { trellis: versions('2.0.0', '2.1.0', '3.0.0') },
    host: dev({ trellis: '~2.0.0' }),
    installed: true,
    wants: { trellis: '>=2' },
    gets: { trellis: '2.0.0' },
    writes: { trellis: '~2.0.0' },
  },
  'two integrations that need different majors of one package': {
    registry: { trellis: versions('2.0.0', '3.0.0') },
    host: dev({ trellis: '^2.0.0' }),
    installed: true,
    wants: { trellis: '^3' },
    clash: ['garden has trellis 2.0.0 (declared ^2.0.0)', 'have trellis ^3'],
    npmAgrees: false,
  },
  'an override of the wanted package': {
    registry: { trellis: versions('2.0.0', '2.1.0', '2.2.0') },
    host: { overrides: { trellis: '2.1.0' } },
    wants: { trellis: '^2' },
    gets: { trellis: '2.1.0' },
    writes: { trellis: '2.1.0' },
  },
  'an override that lets a plugin accept what is there': {
    registry: { soil: versions('8.0.0'), trellis: { '5.0.0': peer({ soil: '^7' }) } },
    host: { devDependencies: { soil: '^8.0.0' }, overrides: { trellis: { soil: '$soil' } } },
    installed: true,
    wants: { trellis: '*' },
    gets: { soil: '8.0.0', trellis: '5.0.0' },
  },
  'an override out of the range': {
    registry: { trellis: versions('1.0.0', '2.0.0') },
    host: { overrides: { trellis: '1.0.0' } },
    wants: { trellis: '^2' },
    clash: ['trellis has no release in ^2 and 1.0.0'],
  },
  'an override of a dependency that cannot be had otherwise': {
    registry: { trellis: { '2.0.0': { dependencies: { twine: '^9' } } }, twine: versions('1.0.0') },
    host: { overrides: { twine: '1.0.0' } },
    wants: { trellis: '^2' },
    gets: { trellis: '2.0.0', twine: '1.0.0' },
  },
  'exact versions by the settings': {
    registry: { trellis: versions('2.0.0', '2.1.0') },
    files: { '.npmrc': 'save-exact=true\nengine-strict=true\n' },
    wants: { trellis: '^2' },
    gets: { trellis: '2.1.0' },
    writes: { trellis: '2.1.0' },
  },
  'a prefix by the settings': {
    registry: { trellis: versions('2.0.0', '2.1.0') },
    files: { '.npmrc': 'save-prefix=~\nengine-strict=true\n' },
    wants: { trellis: '^2' },
    gets: { trellis: '2.1.0' },
    writes: { trellis: '~2.1.0' },
  },
  'exact versions by the habit of the host': {
    registry: { trellis: versions('2.0.0', '2.1.0'), soil: versions('7.0.0'), clay: versions('1.0.0') },
    host: dev({ clay: '1.0.0', soil: '7.0.0' }),
    wants: { trellis: '^2' },
    gets: { trellis: '2.1.0' },
    writes: { trellis: '2.1.0' },
  },
  'production, peer and optional packages in their sections': {
    registry: { trellis: versions('2.1.0'), soil: versions('7.0.0'), clay: versions('1.0.0') },
    wants: {
      trellis: { range: '^2', section: 'production' },
      soil: { range: '^6 || ^7', section: 'peer' },
      clay: { range: '*', section: 'optional' },
    },
    gets: { trellis: '2.1.0', soil: '7.0.0', clay: '1.0.0' },
    writes: { trellis: '^2.1.0', soil: '^6 || ^7', clay: '^1.0.0' },
  },
  'the version that another workspace has': {
    registry: { trellis: versions('2.0.0', '2.1.0', '2.2.0') },
    host: { workspaces: ['web', 'api'] },
    files: {
      'web/package.json': '{ "name": "web", "version": "1.0.0", "devDependencies": { "trellis": "~2.1.0" } }\n',
      'api/package.json': '{ "name": "api", "version": "1.0.0" }\n',
    },
    installed: true,
    workspace: 'api',
    wants: { trellis: '^2' },
    gets: { trellis: '2.1.0' },
    tells: ['the version that web has'],
    writes: { trellis: '~2.1.0' },
  },
  'a peer that the root has for all workspaces': {
    registry: {
      soil: versions('7.0.0', '8.0.0'),
      trellis: { '5.0.0': peer({ soil: '^7' }), '6.0.0': peer({ soil: '^8' }) },
    },
    host: { workspaces: ['web'], devDependencies: { soil: '^7.0.0' } },
    files: { 'web/package.json': '{ "name": "web", "version": "1.0.0" }\n' },
    installed: true,
    workspace: 'web',
    wants: { trellis: '*' },
    gets: { soil: '7.0.0', trellis: '5.0.0' },
  },
  'a host of 500 packages, of which one matters': {
    registry: {
      ...Object.fromEntries(
        Array.from({ length: 500 }, (_, index) => [
          `seed-${index}`,
          index % 7 === 0 ? { '1.0.0': peer({ soil: '>=7' }) } : versions('1.0.0'),
        ]),
      ),
      soil: versions('7.0.0', '8.0.0'),
      trellis: { '5.0.0': peer({ soil: '^7' }), '6.0.0': peer({ soil: '^8' }) },
    },
    host: dev({
      ...Object.fromEntries(Array.from({ length: 500 }, (_, index) => [`seed-${index}`, '^1.0.0'])),
      soil: '^7.0.0',
    }),
    installed: true,
    wants: { trellis: '*' },
    gets: { soil: '7.0.0', trellis: '5.0.0' },
  },
  'a host of 500 packages, one of which clashes': {
    registry: {
      ...Object.fromEntries(
        Array.from({ length: 500 }, (_, index) => [
          `seed-${index}`,
          index === 321 ? { '1.0.0': peer({ trellis: '^1' }, ['trellis']) } : versions('1.0.0'),
        ]),
      ),
      trellis: versions('5.0.0'),
    },
    host: dev(Object.fromEntries(Array.from({ length: 500 }, (_, index) => [`seed-${index}`, '^1.0.0']))),
    wants: { trellis: '*' },
    clash: ['garden has seed-321 ^1.0.0', 'trellis 5.0.0 is not ^1', 'update seed-321'],
  },
};

/** All questions of versions, by what they are about. */
export const VERSION_CASES: Record<string, Record<string, VersionCase>> = {
  'one package at a time': ALONE,
  engines: ENGINES,
  peers: PEERS,
  hosts: HOSTS,
};
