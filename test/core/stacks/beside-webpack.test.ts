import { expect, it } from 'vitest';
import { MemoryStackHost } from '../../support/stack-host.ts';

it('a runner of tests beside webpack is told its import aliases, and how components are compiled', async () => {
  const host = new MemoryStackHost('vue-service-js');
  await host.attach('vitest');
  const config = host.text('vitest.config.mjs') ?? '';
  expect(config).toContain("import { fileURLToPath } from 'node:url'\nimport vue from '@vitejs/plugin-vue'\n");
  expect(config).toContain("'@': fileURLToPath(new URL('./src', import.meta.url))");
  expect(config).toContain("'@styles': fileURLToPath(new URL('./src/styles', import.meta.url))");
  // How webpack reads the app's own modules no other tool knows: the first test needs none of them.
  expect(host.text('src/first.test.js')).not.toMatch(/from '\./);
});

it('nothing is said of aliases where there are none', async () => {
  const host = new MemoryStackHost('webpack-js');
  await host.attach('vitest');
  expect(host.text('vitest.config.mjs')).toBe(
    "import { defineConfig } from 'vitest/config'\n\nexport default defineConfig({ test: { environment: 'happy-dom' } })\n",
  );
});

it("PostCSS's configuration is CommonJS where the loader reads nothing else", async () => {
  const host = new MemoryStackHost('vue-service-js');
  await host.attach('tailwindcss');
  expect(host.text('postcss.config.cjs')).toMatch(
    /^module\.exports = \{\n {2}plugins: \{\n {4}'@tailwindcss\/postcss'/,
  );
});
