import { describe, expect, it } from 'vitest';
import { MemoryStackHost } from '../../support/stack-host.ts';

const config = (base: string): string => `import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'

export default defineConfig(({ mode }) => ({
  plugins: [react()],${base}
}))
`;

async function attached(host: string, integration: string, own: Record<string, string>): Promise<Map<string, string>> {
  const made = new MemoryStackHost(host, own);
  await made.attach(integration);
  return made.tree();
}

describe('what is written fits the host', () => {
  it.each([
    ['', 'Component: App }]);\n'],
    ["\n  base: '/swap/',", "Component: App }], { basename: '/swap/' });\n"],
    ["\n  base: './',", "Component: App }], { basename: '/' });\n"],
    [
      "\n  base: mode === 'production' ? '/swap/' : '/',",
      'Component: App }], { basename: import.meta.env.BASE_URL });\n',
    ],
  ])('a router knows under which path the app lies: %s', async (base, wanted) => {
    const files = await attached('vite-react-ts', 'react-router', { 'vite.config.ts': config(base) });
    expect((files.get('src/router.ts') ?? '').replaceAll('"', "'").replace(/([^;])\n$/, '$1;\n')).toContain(wanted);
  });

  it.each([
    ['webpack-react-ts', {}, true],
    ['webpack-react-ts', { 'tsconfig.json': '{ "compilerOptions": { "jsx": "react-jsx" } }' }, false],
    ['monorepo-react18-js/apps/swap', {}, true],
    ['vite-react-ts', {}, false],
  ] as const)('elements get what they need in scope: %s', async (host, own, classic) => {
    const files = await attached(host, '@mui/material', own);
    const text = [...files].find(([file]) => /AppTheme\.[jt]sx?$/.test(file))?.[1] ?? '';
    expect(text.includes('import * as React from ')).toBe(classic);
  });

  it('elements go into plain .js files where the host has them there and its bundler takes that', async () => {
    const next = await attached('next14-app-js', '@mui/material', {});
    expect(next.get('AppTheme.js')).toMatch(/^'use client'\n/);
    const vite = await attached('monorepo-react18-js/apps/swap', '@mui/material', {});
    expect(vite.has('AppTheme.jsx')).toBe(true);
  });

  it('folders that version control passes over are passed over by linters; files and patterns of it say nothing', async () => {
    const files = await attached('vite-js', 'eslint', {
      '.gitignore': 'node_modules/\n/public_html\nreports/weekly/\n*.log\n.env\n!keep\nnotes.txt\n.cache/\n',
    });
    const [, ignores = ''] = /ignores: \[(.*)\]/.exec(files.get('eslint.config.js') ?? '') ?? [];
    expect(ignores).toBe("'**/dist/', '**/coverage/', '**/.cache/', 'public_html/', 'reports/weekly/'");
  });

  it.each([
    ['3.2.47', '~2.0.33'],
    ['3.4.0', '^3.0.0'],
  ])('a store for Vue %s is of the line that works with it', async (vue, pinia) => {
    const manifest = new MemoryStackHost('vite4-vue32-js').tree().get('package.json') ?? '';
    const files = await attached('vite4-vue32-js', 'pinia', { 'package.json': manifest.replace('~3.2.47', vue) });
    expect(files.get('package.json')).toContain(`"pinia": "${pinia}"`);
  });
});
