import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { standInFor } from '../../../src/core/grow/theme/stand-in.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';
import { faceSheet, FONT, typefaceArchive } from '../../support/typeface-archive.ts';

const RAKE = { part: 'font', family: 'Rake' } as const;
const VITE = { vite: '^7.0.0', '@vitejs/plugin-vue': '^6.0.0' };

/** A host with the typeface Rake in its registry. */
async function hostWith(
  id: string,
  files: Record<string, string> = {},
  archive: Parameters<typeof typefaceArchive>[0] = {},
): Promise<MemoryStackHost> {
  return new MemoryStackHost(id, files).offer('@fontsource/rake', await typefaceArchive(archive));
}

const manifest = (devDependencies: Record<string, string>): string =>
  JSON.stringify({
    name: 'harvest',
    dependencies: { vue: '^3.5.0' },
    devDependencies: { ...VITE, ...devDependencies },
  });

describe('a font grows', () => {
  it('in the block of a theme, with the weights that its package has, and goes without a trace', async () => {
    const host = await hostWith(
      'vite-vue-ts',
      { 'package.json': manifest({ tailwindcss: '^4.1.0' }), 'src/style.css': '@import "tailwindcss";\n' },
      { '400.css': faceSheet('Rake'), '700.css': faceSheet('Rake') },
    );
    const before = host.tree();
    expect(await host.growTheme(RAKE)).toBe(true);
    expect(host.text('src/style.css')).toBe(
      '@import "tailwindcss";\n@import "./font-rake.css";\n\n@theme {\n  --font-rake: "Rake", "Rake Stand-in", serif;\n}\n',
    );
    expect(host.text('src/font-rake.css')).toMatch(
      /^@import (["'])@fontsource\/rake\/400\.css\1;\n@import \1@fontsource\/rake\/700\.css\1;\n\n\/\* Shown until[^]*src: local\(\1Times New Roman\1\), local\(\1Liberation Serif\1\);\n {2}size-adjust: [\d.]+%;/,
    );
    expect(JSON.parse(host.text('package.json') ?? '')).toMatchObject({
      dependencies: { '@fontsource/rake': '^5.3.0' },
    });
    expect(await host.growTheme(RAKE)).toBe(false);
    await host.detach('font:rake');
    expect(host.tree()).toEqual(before);
  });

  it('as a list of the configuration that an older line of a theme has', async () => {
    const host = await hostWith('vite4-vue32-js', {
      'package.json': manifest({ tailwindcss: '^3.4.0' }),
      'tailwind.config.js':
        "module.exports = {\n  content: ['./src/**/*.vue'],\n  theme: {\n    extend: {},\n  },\n}\n",
    });
    const before = host.tree();
    await host.growTheme(RAKE);
    expect(host.text('tailwind.config.js')).toMatch(/fontFamily: \{\s*rake: \['"Rake"', '"Rake Stand-in"', 'serif'\]/);
    await host.growTheme({ part: 'container', name: 'Page', width: '72rem' });
    expect(host.text('tailwind.config.js')).toMatch(/maxWidth: \{\s*page: '72rem'/);
    await host.detach('font:rake');
    await host.detach('container:page');
    expect(host.tree()).toEqual(before);
  });

  it('beside others of its kind, named as those are; without a theme in a sheet of its own', async () => {
    const sass = await hostWith('angular-ts', {
      'src/_theme.scss': "$family-body: 'Karla', sans-serif;\n$gap: 4px;\n",
    });
    await sass.growTheme(RAKE);
    expect(sass.text('src/_theme.scss')).toBe(
      "$family-body: 'Karla', sans-serif;\n$family-rake: 'Rake', 'Rake Stand-in', serif;\n$gap: 4px;\n",
    );
    const bare = await hostWith('vite-vue-ts', {
      'src/main.ts': "import { createApp } from 'vue'\nimport App from './App.vue'\n\ncreateApp(App).mount('#app')\n",
    });
    await bare.growTheme(RAKE);
    expect(bare.text('src/main.ts')).toContain('font-rake.css');
    expect(bare.text('src/font-rake.css')).toMatch(/:root \{\n {2}--font-rake: /);
  });

  it('is refused where what a package has is no font that can be measured', async () => {
    const cases: Record<string, string | Buffer | undefined>[] = [
      { 'files/rake-latin-400-normal.woff2': Buffer.from('wOF2 is all that is here') },
      { 'files/rake-latin-400-normal.woff2': undefined },
      { 'index.css': undefined },
      { 'index.css': '@font-face { font-family: ' },
      { 'index.css': faceSheet("Rake'; } body { display: none } a {") },
      { 'index.css': faceSheet('Rake', '../../secret.woff2') },
    ];
    for (const changed of cases) {
      const host = await hostWith('vite-vue-ts', {}, changed);
      const before = host.tree();
      await expect(host.growTheme(RAKE)).rejects.toMatchObject({ status: 3 });
      expect(host.tree()).toEqual(before);
    }
    const host = new MemoryStackHost('vite-vue-ts').offer('@fontsource/rake', Buffer.from('no archive'));
    await expect(host.growTheme(RAKE)).rejects.toMatchObject({ status: 3 });
    await expect(host.growTheme({ ...RAKE, family: "Rake'; }" })).rejects.toMatchObject({ status: 2 });
    await expect(host.growTheme({ ...RAKE, family: '   ' })).rejects.toMatchObject({ status: 2 });
  });
});

describe('what stands in for a font', () => {
  it('is never made of a file that is broken anywhere', () => {
    fc.assert(
      fc.property(
        fc.nat(FONT.length - 1),
        fc.integer({ min: 1, max: 255 }),
        fc.nat(FONT.length),
        (at, flip, length) => {
          const broken = Buffer.from(FONT.subarray(0, length));
          if (at < length) broken[at] = (broken[at] ?? 0) ^ flip;
          const made = standInFor(broken, 'sans-serif');
          for (const value of Object.values(made?.descriptors ?? {})) expect(value).toMatch(/^\d+(\.\d+)?%$/);
        },
      ),
      { numRuns: 300 },
    );
  });

  it('is narrower than the font of the system where the typeface is', () => {
    const made = standInFor(FONT, 'sans-serif');
    expect(made?.local[0]).toBe('Arial');
    expect(Number.parseFloat(made?.descriptors['size-adjust'] ?? '')).toBeLessThan(95);
    // The heights are those of the typeface, whatever the size of what stands in.
    expect(Number.parseFloat(made?.descriptors['ascent-override'] ?? '')).toBeGreaterThan(100);
  });
});

describe('a container grows', () => {
  it('as a width of the theme', async () => {
    const host = new MemoryStackHost('vite-vue-ts', {
      'package.json': manifest({ tailwindcss: '^4.1.0' }),
      'src/style.css': '@import "tailwindcss";\n\n@theme {\n  --container-narrow: 40rem;\n}\n',
    });
    const before = host.tree();
    await host.growTheme({ part: 'container', name: 'Page', width: '72rem' });
    expect(host.text('src/style.css')).toContain('  --container-narrow: 40rem;\n  --container-page: 72rem;\n}');
    await host.detach('container:page');
    expect(host.tree()).toEqual(before);
    for (const width of ['0rem', '72', 'wide', '72rem; }', '-1rem'])
      await expect(host.growTheme({ part: 'container', name: 'page', width })).rejects.toMatchObject({ status: 2 });
    await expect(host.growTheme({ part: 'container', name: 'narrow', width: '3rem' })).rejects.toMatchObject({
      status: 3,
    });
  });
});
