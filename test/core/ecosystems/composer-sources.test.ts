import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { composerManifest } from '../../../src/core/ecosystems/composer/manifest.ts';
import { expanded } from '../../../src/core/ecosystems/composer/minified.ts';
import { isAskedFor, matchesName } from '../../../src/core/ecosystems/composer/name-filter.ts';
import { vendorLine, writtenConstraint } from '../../../src/core/ecosystems/composer/written-constraint.ts';
import { sortedIndex } from '../../../src/core/formats/tree-operation.ts';

/** The minified form as a repository makes it: each version tells only what is different from the one before. */
function minified(versions: readonly Record<string, unknown>[]): Record<string, unknown>[] {
  return versions.map((own, index) => {
    const last = versions[index - 1];
    if (!last) return own;
    const changed = Object.entries(own).filter(([key, value]) => JSON.stringify(last[key]) !== JSON.stringify(value));
    const gone = Object.keys(last).filter((key) => !(key in own));
    return { ...Object.fromEntries(changed), ...Object.fromEntries(gone.map((key) => [key, '__unset'])) };
  });
}

describe('documents of repositories', () => {
  const member = fc.constantFrom('require', 'conflict', 'type', 'bin', 'extra');
  const value = fc.oneof(
    fc.constantFrom('library', 'bundle'),
    fc.dictionary(fc.constantFrom('php', 'a/b'), fc.constantFrom('^1', '^2')),
  );

  it('mean the same in the minified form', () => {
    fc.assert(
      fc.property(fc.array(fc.dictionary(member, value), { maxLength: 6 }), (all) => {
        const versions = all.map((one, index) => ({ ...one, version: `1.${all.length - index}.0` }));
        expect(expanded(minified(versions), 'composer/2.0')).toEqual(versions);
        expect(expanded(versions, undefined)).toEqual(versions);
      }),
    );
  });

  it('are asked for by names and patterns as the settings say', () => {
    expect(isAskedFor('garden/soil', { only: ['garden/*'], exclude: [] })).toBe(true);
    expect(isAskedFor('shed/rake', { only: ['garden/*'], exclude: [] })).toBe(false);
    expect(isAskedFor('garden/soil', { only: undefined, exclude: ['*soil'] })).toBe(false);
    fc.assert(
      fc.property(fc.string({ maxLength: 8 }), fc.string({ maxLength: 8 }), fc.string({ maxLength: 8 }), (a, b, c) => {
        fc.pre(![a, b, c].some((one) => one.includes('*')));
        const name = `${a}${b}${c}`.toLowerCase();
        expect(matchesName(name, `${a}*${c}`)).toBe(true);
        expect(matchesName(name, `${a}${b}${c}x`)).toBe(false);
      }),
    );
  });
});

describe('constraints that are written', () => {
  const symfony = { 'symfony/yaml': '7.4.*', 'symfony/form': '7.4.*', php: '>=8.2' };

  it.each([
    ['a caret where nothing is said', {}, 'garden/soil', '1.4.2', '^1.4'],
    ['all of a version below 1.0', {}, 'garden/soil', '0.4.2', '^0.4.2'],
    ["its vendor's own line", symfony, 'symfony/console', '7.4.3', '7.4.*'],
    ['a caret beside the line of another vendor', symfony, 'garden/soil', '1.4.2', '^1.4'],
    ['no line that it is not in', symfony, 'symfony/monolog-bundle', '4.1.0', '^4.1'],
    ['a tilde where most vendors have one', { 'a/b': '~1.2', 'c/d': '~3.0' }, 'garden/soil', '1.4.2', '~1.4'],
    ['the version itself where all are', { 'a/b': '1.2.3', 'c/d': '3.0.0' }, 'garden/soil', '1.4.2', '1.4.2'],
  ])('have %s', (_, require, name, version, expected) => {
    expect(writtenConstraint(version, name, composerManifest({ require }))).toBe(expected);
  });

  it('keep the form of the one that they replace', () => {
    expect(writtenConstraint('1.6.0', 'garden/soil', composerManifest({}), '1.5.*')).toBe('1.6.*');
    expect(vendorLine('symfony/mailer', composerManifest({ require: symfony }))).toBe('7.4.*');
  });
});

describe('a manifest whose platform stands before its packages', () => {
  it('has new ones in order among those of their kind', () => {
    const keys = ['php', 'ext-json', 'garden/soil', 'shed/rake2', 'shed/rake10'];
    expect(sortedIndex(keys, 'garden/tool')).toBe(3);
    expect(sortedIndex(keys, 'shed/rake3')).toBe(4);
    expect(sortedIndex(['php', 'shed/rake', 'garden/soil'], 'garden/tool')).toBe(3);
  });
});
