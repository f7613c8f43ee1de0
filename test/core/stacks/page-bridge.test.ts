import { execFileSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterEach, describe, expect, it } from 'vitest';
import { projectRoot } from '../../../demo/registry/open.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

const COMPOSER = fs.readFileSync(path.join(projectRoot(), 'test/stacks/hosts/laravel12-php/composer.json'), 'utf8');

/** An app whose server shows components as pages; in TypeScript where its entry ends like that. */
function bridged(client: 'vue3' | 'react', entry: string, glob: string): MemoryStackHost {
  const isTyped = /\.tsx?$/.test(entry);
  const kind = client === 'react' ? (isTyped ? 'tsx' : 'jsx') : 'vue';
  return new MemoryStackHost('laravel12-php', {
    'composer.json': COMPOSER.replace('"laravel/framework"', '"inertiajs/inertia-laravel": "^2.0",\n        $&'),
    'package.json': JSON.stringify({
      private: true,
      devDependencies: {
        [`@inertiajs/${client}`]: '^2.0.0',
        vite: '^7.0.0',
        ...(isTyped ? { typescript: '^5.7.0' } : {}),
      },
    }),
    ...(isTyped ? { 'tsconfig.json': '{ "compilerOptions": { "strict": true } }\n' } : {}),
    [`resources/js/${entry}`]: `import { createInertiaApp } from '@inertiajs/${client}';\n\ncreateInertiaApp({ resolve: (name) => import.meta.glob('${glob.replace('KIND', kind)}')[name]() });\n`,
  });
}

const madeFolders: string[] = [];
afterEach(() => {
  for (const folder of madeFolders.splice(0)) fs.rmSync(folder, { recursive: true, force: true });
});

/** What the compiler of the components says of those of the accounts; nothing where all is well. */
function compiled(host: MemoryStackHost, pages: string): string {
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'pages-'));
  madeFolders.push(folder);
  fs.symlinkSync(path.join(projectRoot(), 'node_modules'), path.join(folder, 'node_modules'));
  for (const [file, text] of host.tree()) {
    if (!file.startsWith(`${pages}/Accounts/`)) continue;
    fs.mkdirSync(path.join(folder, path.dirname(file)), { recursive: true });
    fs.writeFileSync(path.join(folder, file), text);
  }
  fs.writeFileSync(path.join(folder, 'client.d.ts'), CLIENT);
  const settings = {
    compilerOptions: {
      strict: true,
      target: 'esnext',
      noEmit: true,
      skipLibCheck: true,
      jsx: 'react-jsx',
      module: 'esnext',
      moduleResolution: 'bundler',
      allowJs: true,
      types: [],
    },
    vueCompilerOptions: { checkUnknownComponents: true, checkUnknownDirectives: true },
    include: ['client.d.ts', 'resources'],
  };
  fs.writeFileSync(path.join(folder, 'tsconfig.json'), JSON.stringify(settings));
  try {
    execFileSync(process.execPath, [path.join(projectRoot(), 'node_modules/vue-tsc/bin/vue-tsc.js'), '-p', folder]);
    return '';
  } catch (error) {
    return String((error as { stdout: Buffer }).stdout);
  }
}

// What the pages take of the client: it is not installed here.
const CLIENT = `declare module '*.css';
declare module '@inertiajs/vue3' {
  import type { DefineComponent } from 'vue';
  export const Head: DefineComponent<{ title?: string }>;
  export const Link: DefineComponent<{ href: string; method?: string; as?: string }>;
}
declare module '@inertiajs/react' {
  import type { ReactNode } from 'react';
  export function Head(given: { title: string }): ReactNode;
  export function Link(given: { href: string; method?: string; as?: string; children: ReactNode }): ReactNode;
}
`;

describe.each(['no', 'yes'])('pages of accounts where components are pages (confirm: %s)', (confirm) => {
  it.each([
    ['Vue', bridged('vue3', 'app.js', './Pages/**/*.KIND'), 'resources/js/Pages', 'vue'],
    ['Vue in TypeScript', bridged('vue3', 'app.ts', './views/pages/**/*.KIND'), 'resources/js/views/pages', 'vue'],
    ['React', bridged('react', 'app.jsx', './Pages/**/*.KIND'), 'resources/js/Pages', 'jsx'],
    ['React in TypeScript', bridged('react', 'app.tsx', './pages/**/*.KIND'), 'resources/js/pages', 'tsx'],
  ])('are such of %s, compile, and go without a trace', async (title, standing, pages, ending) => {
    const host = standing.copy();
    const before = host.tree();
    await host.attach('accounts', { confirm });
    const made = [...host.tree().keys()].filter((file) => file.startsWith(`${pages}/Accounts/`));
    const names = [
      'Field',
      'Forgotten',
      'Frame',
      'Login',
      'Message',
      'Navigation',
      'NewPassword',
      'Profile',
      'Register',
      'Reset',
    ];
    const more = confirm === 'yes' ? ['Address', 'Confirm'] : [];
    expect(made.filter((file) => file.endsWith(`.${ending}`))).toEqual(
      [...names, ...more].sort().map((name) => `${pages}/Accounts/${name}.${ending}`),
    );
    expect([...host.tree().keys()].some((file) => file.startsWith('resources/views/accounts'))).toBe(false);
    const controller = host.text('app/Http/Controllers/Accounts/Controller.php') ?? '';
    expect(controller).toContain("Inertia::render('Accounts/'.ucfirst($page)");
    expect(controller.includes("'confirm', ")).toBe(confirm === 'yes');
    // Without types the props of Vue are no more than objects.
    if (title !== 'Vue') expect(compiled(host, pages)).toBe('');
    await host.detach('accounts');
    expect(host.tree()).toEqual(before);
  });
});

it('has no pages of components where the server only shares them with views', async () => {
  const host = new MemoryStackHost('laravel12-php', {
    'package.json': JSON.stringify({ private: true, devDependencies: { '@inertiajs/vue3': '^2.0.0' } }),
  });
  await host.attach('accounts');
  expect(host.text('resources/views/accounts/login.blade.php')).toContain('Sign in');
});
