import { describe, expect, it } from 'vitest';
import { MemoryStackHost } from '../../support/stack-host.ts';

/** An app whose pages are made of parts of a package beside it. */
function host(more: Record<string, object> = {}, files: Record<string, string> = {}): MemoryStackHost {
  const manifest = JSON.parse(new MemoryStackHost('vite-react-ts').tree().get('package.json') ?? '') as {
    dependencies: object;
    devDependencies: object;
  };
  const own = {
    ...manifest,
    workspaces: ['packages/*'],
    dependencies: { ...manifest.dependencies, '@club/ui': '*', '@club/dates': '*', '@club/unused': '*' },
    devDependencies: { ...manifest.devDependencies, ...more.devDependencies },
  };
  const part = 'export const Part = () => <p className="mt-4">part</p>;\n';
  return new MemoryStackHost('vite-react-ts', {
    'package.json': `${JSON.stringify(own, null, 2)}\n`,
    'src/Page.tsx':
      "import { Part } from '@club/ui/part';\nimport { today } from '@club/dates';\n\nexport const Page = () => <Part key={today} />;\n",
    'packages/ui/package.json': '{ "name": "@club/ui" }\n',
    'packages/ui/src/part.tsx': part,
    'packages/dates/package.json': '{ "name": "@club/dates" }\n',
    'packages/dates/index.ts': 'export const today = 1;\n',
    'packages/unused/package.json': '{ "name": "@club/unused" }\n',
    'packages/unused/src/part.tsx': part,
    ...files,
  });
}

describe('packages beside an app', () => {
  it('are looked through for classes where the app imports what shows something', async () => {
    const own = host();
    const before = own.tree();
    await own.attach('tailwindcss');
    const sheet = own.tree().get('src/index.css') ?? '';
    expect(sheet).toContain('@source "../packages/ui/src";');
    expect(sheet).not.toContain('unused');
    expect(sheet).not.toContain('dates');
    await own.detach('tailwindcss');
    expect(own.tree()).toEqual(before);
  });

  it('are in the globs of the third line, where these do not reach them yet', async () => {
    const third = { devDependencies: { tailwindcss: '^3.4.0' } };
    const fresh = host(third);
    await fresh.attach('tailwindcss');
    expect(fresh.tree().get('tailwind.config.mjs')).toContain('"./packages/ui/src/**/*.{html,js,ts,jsx,tsx}"');
    const covered = host(third, {
      'tailwind.config.js':
        "export default { content: ['./*.html', './src/**/*.tsx', './packages/*/src/**/*.tsx'] };\n",
    });
    await covered.attach('tailwindcss');
    expect(covered.tree().get('tailwind.config.js')).toContain(
      "content: ['./*.html', './src/**/*.tsx', './packages/*/src/**/*.tsx']",
    );
  });
});
