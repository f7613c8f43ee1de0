import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { composerVersions } from '../../../src/core/ecosystems/composer/constraints.ts';
import { normalized } from '../../../src/core/ecosystems/composer/versions.ts';

// Debian's package of Composer brings its parser of versions as a library.
const LIBRARY = '/usr/share/php/Composer/Semver/autoload.php';
const LOADED = existsSync(LIBRARY) ? LIBRARY : '/usr/share/php/Composer/autoload.php';

/** What Composer's own library says of pairs of a version and a constraint: true, false, or null where it cannot read one of them. */
function judged(pairs: readonly (readonly [string, string])[]): (boolean | null)[] {
  const program = `require '${LOADED}';
    $out = [];
    foreach (json_decode(stream_get_contents(STDIN), true) as [$version, $range]) {
      try {
        $parser = new Composer\\Semver\\VersionParser();
        $own = new Composer\\Semver\\Constraint\\Constraint('==', $parser->normalize($version));
        $out[] = $parser->parseConstraints($range)->matches($own);
      } catch (Throwable $e) { $out[] = null; }
    }
    echo json_encode($out);`;
  const { stdout, stderr } = spawnSync('php', ['-r', program], { input: JSON.stringify(pairs), encoding: 'utf8' });
  if (stdout === '') throw new Error(stderr);
  return JSON.parse(stdout) as (boolean | null)[];
}

const number = fc.oneof(fc.nat(3), fc.nat(30)).map(String);
const numbers = fc.array(number, { minLength: 1, maxLength: 4 }).map((all) => all.join('.'));
const modifier = fc.constantFrom(
  ...[
    '',
    '',
    '',
    '-beta1',
    '-RC2',
    '-alpha',
    '-dev',
    '-p1',
    '.beta.2',
    '-rc.1-dev',
    '-stable',
    'b3',
    '+build.7',
    '-patch2',
    '_a4',
  ],
);
const version = fc.oneof(
  fc.tuple(fc.constantFrom('', 'v'), numbers, modifier).map((parts) => parts.join('')),
  fc.constantFrom(
    'dev-main',
    'dev-master',
    'master',
    '2.x-dev',
    '1.0.x-dev',
    '20240131',
    '2024.01.31',
    'dev-feature/x',
  ),
);
const one = fc.oneof(
  fc
    .tuple(fc.constantFrom('', '^', '~', '>=', '<', '>', '<=', '!=', '=', '==', '<>', '>= '), version)
    .map((parts) => parts.join('')),
  numbers.map((text) => `${text}.*`),
  fc.constantFrom(
    '*',
    'x',
    '*.*',
    'v*',
    '@dev',
    '^1.0@beta',
    '>=1.2@alpha',
    'dev-main#abc123',
    'dev-main as 1.0.x-dev',
    'self.version',
  ),
);
const constraint = fc.oneof(
  one,
  fc.tuple(one, one).map((pair) => pair.join(' ')),
  fc.tuple(one, one).map((pair) => pair.join(', ')),
  fc.tuple(one, one).map((pair) => pair.join(' || ')),
  fc.tuple(one, one).map((pair) => pair.join('|')),
  fc.tuple(numbers, modifier, numbers, modifier).map(([a, b, c, d]) => `${a}${b} - ${c}${d}`),
);

describe('constraints of Composer', () => {
  it('hold for the versions that Composer itself takes for them, and no others', () => {
    const pairs = fc.sample(fc.tuple(version, constraint), { numRuns: 20_000 });
    const answers = judged(pairs);
    const wrong = pairs.flatMap(([own, range], index) => {
      const expected = answers[index];
      // What Composer cannot read holds for nothing, but for a text that is the same.
      const actual = composerVersions.satisfies(own, range);
      return actual === (expected ?? own.trim() === range.trim()) ? [] : [`${own} in ${range}: ${String(expected)}`];
    });
    expect(wrong).toEqual([]);
    expect(answers.filter((answer) => answer === true).length).toBeGreaterThan(1000);
    expect(answers.filter((answer) => answer === false).length).toBeGreaterThan(1000);
  });

  it('are read where Composer reads them', () => {
    const ranges = fc.sample(fc.oneof(constraint, fc.string({ maxLength: 12 })), 5000);
    const answers = judged(ranges.map((range) => ['1.0', range]));
    const wrong = ranges.filter((range, index) => composerVersions.isRange(range) !== (answers[index] !== null));
    expect(wrong).toEqual([]);
  });

  it('are ordered as PHP orders them', () => {
    fc.assert(
      fc.property(version, version, version, (a, b, c) => {
        fc.pre([a, b, c].every((each) => normalized(each) !== undefined));
        const { compare } = composerVersions;
        expect(Math.sign(compare(a, b))).toBe(-Math.sign(compare(b, a)) + 0);
        if (compare(a, b) <= 0 && compare(b, c) <= 0) expect(compare(a, c)).toBeLessThanOrEqual(0);
      }),
    );
  });

  it.each([
    ['digits behind a word', `1.0-beta${'1'.repeat(235)}x`],
    ['numbers behind a word', `1.0-beta${'.1'.repeat(117)}x`],
    ['blanks', `1.0${' '.repeat(900)}x`],
    ['alternatives', `${'1|'.repeat(499)}x`],
  ])('are read at once however many %s they have', (_, text) => {
    const start = performance.now();
    for (const range of [text, `^${text}`, `~${text}`, `${text} - ${text}`]) composerVersions.isRange(range);
    composerVersions.satisfies(text, `>=${text}`);
    expect(performance.now() - start).toBeLessThan(1000);
  });
});
