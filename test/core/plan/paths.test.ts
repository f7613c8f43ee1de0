import path from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkPath } from '../../../src/core/change/paths.ts';
import { Problem } from '../../../src/core/problem.ts';
import { HOSTILE } from '../../support/mutate.ts';
import { memoryHost, ROOT } from '../../support/memory-host.ts';

const { door } = memoryHost();

function isTaken(file: string): boolean {
  try {
    checkPath(door, ROOT, file);
    return true;
  } catch (error) {
    if (Problem.is(error)) return false;
    throw error;
  }
}

describe('a path of a file that is to be edited', () => {
  it.each([
    'package.json',
    'web/src/main.ts',
    'web/new/folder/file.css',
    '.gitignore',
    'web/.env',
    '...rest',
    'a..b',
    '.github/x',
  ])('may be %s', (file) => expect(isTaken(file)).toBe(true));

  it.each([
    '../outside',
    'web/../../outside',
    'web/..',
    '/outside/taken',
    '//outside',
    'way-out/taken',
    'way-out',
    'C:\\outside',
    'C:outside',
    '..\\outside',
    'web\\..\\..\\outside',
    'con',
    'web/NUL.txt',
    'aux',
    'com1.log',
    '.git/hooks/pre-commit',
    '.GIT/config',
    'web/.Git/config',
    'git~1/config',
    '.git./config',
    '.git /config',
    'web/. /x',
    'name.',
    'name ',
    'a\0b',
    '',
    'web//x',
    './web',
  ])('cannot be %j', (file) => expect(isTaken(file)).toBe(false));

  it('stays in the project, whatever it is made of', () => {
    const part = fc.oneof(
      fc.constantFrom(...HOSTILE, '..', '.', '.git', 'web', 'way-out', ''),
      fc.string({ maxLength: 6 }),
    );
    fc.assert(
      fc.property(fc.array(part, { minLength: 1, maxLength: 5 }), fc.constantFrom('/', '\\'), (parts, separator) => {
        const file = parts.join(separator);
        if (!isTaken(file)) return;
        const real = door.real(path.posix.resolve(ROOT, file));
        expect(real.startsWith(`${ROOT}/`)).toBe(true);
        expect(real.toLowerCase()).not.toContain('/.git/');
      }),
      { numRuns: 3000 },
    );
  });
});
