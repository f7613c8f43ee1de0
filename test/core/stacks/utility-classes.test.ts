import { describe, expect, it } from 'vitest';
import { MemoryStackHost } from '../../support/stack-host.ts';

const manifest = (packages: object): Record<string, string> => ({
  'package.json': `${JSON.stringify({ private: true, devDependencies: packages }, null, 2)}\n`,
});
const TAILWIND = manifest({ tailwindcss: '^4.1.0', vite: '^7.0.0' });

describe('pages of accounts and the admin area in an app of Laravel', () => {
  it('are styled with the utility classes that the app has, in its own layout', async () => {
    const made = new MemoryStackHost('laravel12-php', TAILWIND);
    const before = made.tree();
    await made.attach('accounts');
    expect(made.text('resources/views/accounts/frame.blade.php')).toMatch(/class="mx-auto/);
    expect(made.text('public/accounts.css')).toBeUndefined();
    await made.detach('accounts');
    expect(made.tree()).toEqual(before);
  });

  it.each([
    ['there are none', manifest({ vite: '^7.0.0' }), false],
    ['an older release lacks what they need', manifest({ tailwindcss: '^2.2.0' }), false],
    ['there is no layout that loads them', TAILWIND, true],
  ])('have a sheet of their own where %s', async (_, files, bare) => {
    const made = new MemoryStackHost('laravel12-php', files);
    for (const file of made.tree().keys())
      if (bare && /^resources\/views\/(components|layouts)\//.test(file)) made.remove(file);
    await made.attach('accounts');
    expect(made.text('resources/views/accounts/frame.blade.php')).toContain("asset('accounts.css')");
    expect(made.text('public/accounts.css')).toContain('.accounts {');
  });
});
