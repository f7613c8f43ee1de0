import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contrastOf, readableOn, readHex } from '../../../src/core/grow/theme/contrast.ts';
import { scaleSteps, tooSteep } from '../../../src/core/grow/theme/type-scale.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

const hex = (text: string) => readHex(text) ?? expect.fail(`${text} is no colour`);

describe('contrast', () => {
  it('is that of WCAG 2.2', () => {
    expect(contrastOf(hex('#000'), hex('#ffffff'))).toBeCloseTo(21, 5);
    // The lightest grey on white that is enough for text, and the first that is not.
    expect(contrastOf(hex('#767676'), hex('#fff'))).toBeGreaterThanOrEqual(4.5);
    expect(contrastOf(hex('#777777'), hex('#fff'))).toBeLessThan(4.5);
    expect(readHex('#12345')).toBeUndefined();
    expect(readHex('red')).toBeUndefined();
  });

  it('of black or white is enough on every colour', () => {
    const part = fc.integer({ min: 0, max: 255 });
    fc.assert(
      fc.property(part, part, part, (red, green, blue) => {
        expect(readableOn({ red, green, blue }).contrast).toBeGreaterThanOrEqual(4.5);
      }),
    );
  });
});

describe('a fluid scale of type', () => {
  /** What a value of a scale is at a width, by the rules of `clamp()`. */
  const at = (value: string, width: number): number => {
    const [, least, rest, sign, slope, most] =
      /^clamp\(([\d.]+)rem, (-?[\d.]+)rem ([+-]) ([\d.]+)vw, ([\d.]+)rem\)$/.exec(value) ?? [];
    if (least === undefined) return Number(/^([\d.]+)rem$/.exec(value)?.[1]) * 16;
    const middle = Number(rest) * 16 + (sign === '-' ? -1 : 1) * (Number(slope) / 100) * width;
    return Math.max(Number(least) * 16, Math.min(middle, Number(most) * 16));
  };

  it('has its sizes at both widths, stays between them, and grows with the reader in all of them', () => {
    const ratio = fc.integer({ min: 105, max: 150 }).map((one) => one / 100);
    fc.assert(
      fc.property(
        fc.integer({ min: 320, max: 600 }),
        fc.integer({ min: 900, max: 2000 }),
        ratio,
        ratio,
        (from, to, a, b) => {
          for (const step of scaleSteps({ from, to, ratioFrom: a, ratioTo: b })) {
            const [first, last] = step.at;
            // Four digits of a rem, and of a share of the width.
            expect(Math.abs(at(step.value, from) - first)).toBeLessThan(0.02);
            expect(Math.abs(at(step.value, to) - last)).toBeLessThan(0.02);
            const between = at(step.value, (from + to) / 2);
            expect(between).toBeGreaterThanOrEqual(Math.min(first, last) - 0.02);
            expect(between).toBeLessThanOrEqual(Math.max(first, last) + 0.02);
            expect(step.value).toMatch(/rem/);
          }
        },
      ),
    );
  });

  it('is too steep where zooming could not double it', () => {
    expect(tooSteep(scaleSteps({ from: 360, to: 1280, ratioFrom: 1.2, ratioTo: 1.25 }))).toBeUndefined();
    expect(tooSteep(scaleSteps({ from: 360, to: 1280, ratioFrom: 1.05, ratioTo: 1.5 }))?.name).toBe('heading-3');
  });
});

describe('a theme grows', () => {
  const LEAF = { part: 'colour', name: 'Leaf', value: '#2F6F3E' } as const;
  const SCALE = { part: 'type-scale', scale: { from: 360, to: 1280, ratioFrom: 1.2, ratioTo: 1.25 } } as const;
  const sheet = (host: MemoryStackHost): string => host.text('src/theme.css') ?? '';

  it('where utility styling has its own, and in the pairs that are there', async () => {
    const theme =
      '@theme {\n  --font-body: Inter;\n  --color-brand: #0a5;\n  --color-brand-ink: #fff;\n  --radius-card: 4px;\n}\n';
    const host = new MemoryStackHost('vite-vue-ts', {
      'package.json': JSON.stringify({
        name: 'harvest',
        private: true,
        dependencies: { vue: '^3.5.0' },
        devDependencies: { vite: '^7.0.0', '@vitejs/plugin-vue': '^6.0.0', tailwindcss: '^4.1.0' },
      }),
      'src/theme.css': `@import 'tailwindcss';\n\n${theme}\n:root {\n  --color-old: #123;\n  --color-older: #456;\n}\n`,
    });
    const before = host.tree();
    expect(await host.growTheme(LEAF)).toBe(true);
    expect(sheet(host)).toContain(
      '  --color-brand-ink: #fff;\n  --color-leaf: #2f6f3e;\n  --color-leaf-ink: #ffffff;\n  --radius-card: 4px;\n}\n',
    );
    expect(await host.growTheme(LEAF)).toBe(false);
    expect(await host.growTheme(SCALE)).toBe(true);
    expect(sheet(host)).toContain('  --text-lead: clamp(1.2rem, 1.1804rem + 0.087vw, 1.25rem);\n');
    await host.detach('colour:leaf');
    await host.detach('type-scale:fluid');
    expect(host.tree()).toEqual(before);
  });

  it('in the configuration that an older line of it has', async () => {
    const host = new MemoryStackHost('vite4-vue32-js', {
      'package.json': JSON.stringify({
        name: 'harvest',
        dependencies: { vue: '^3.5.0' },
        devDependencies: { vite: '^7.0.0', tailwindcss: '^3.4.0' },
      }),
      'tailwind.config.js':
        "module.exports = {\n  content: ['./src/**/*.vue'],\n  theme: {\n    extend: {\n      colors: {\n        brand: '#0a5',\n      },\n    },\n  },\n}\n",
      'src/theme.css': ':root {\n  --ink: #222;\n}\n',
    });
    const before = host.tree();
    await host.growTheme(LEAF);
    await host.growTheme(SCALE);
    expect(host.text('tailwind.config.js')).toContain(
      "        brand: '#0a5',\n        leaf: '#2f6f3e',\n        'leaf-text': '#ffffff',\n",
    );
    expect(host.text('tailwind.config.js')).toMatch(/fontSize: \{[^}]*lead: 'clamp\(1\.2rem/);
    await expect(host.growTheme({ ...LEAF, name: 'brand' })).rejects.toMatchObject({ status: 3 });
    await host.detach('colour:leaf');
    await host.detach('type-scale:fluid');
    expect(host.tree()).toEqual(before);
  });

  it('in custom properties of the root, or in variables of Sass, named as those are', async () => {
    const plain = new MemoryStackHost('vite-js', {
      'src/theme.css': ':root {\n\t--brand: hsl(150 40% 30%);\n\t--on-brand: white;\n\t--ink: #222;\n}\n',
    });
    await plain.growTheme(LEAF);
    expect(sheet(plain)).toContain('\t--ink: #222;\n\t--leaf: #2f6f3e;\n\t--leaf-text: #ffffff;\n}');
    const sass = new MemoryStackHost('angular-ts', {
      'src/_theme.scss': '$clr-brand: #0a5;\n$clr-ink: #222;\n\n$gap: 4px;\n',
    });
    await sass.growTheme({ ...LEAF, value: '#ffe08a' });
    expect(sass.text('src/_theme.scss')).toBe(
      '$clr-brand: #0a5;\n$clr-ink: #222;\n$clr-leaf: #ffe08a;\n$clr-leaf-text: #000000;\n\n$gap: 4px;\n',
    );
  });

  it('is refused where a name is taken, a colour is none, or a scale is too steep', async () => {
    const host = new MemoryStackHost('vite-js', { 'src/theme.css': ':root {\n  --leaf: #222;\n}\n' });
    const before = host.tree();
    await expect(host.growTheme(LEAF)).rejects.toMatchObject({ status: 3 });
    await expect(host.growTheme({ ...LEAF, value: 'green; } body { color: red' })).rejects.toMatchObject({ status: 2 });
    await expect(host.growTheme({ ...LEAF, name: '--x: 1' })).resolves.toBe(true);
    await host.detach('colour:x-1');
    const scale = { ...SCALE.scale, ratioFrom: 1.05, ratioTo: 1.5 };
    await expect(host.growTheme({ ...SCALE, scale })).rejects.toMatchObject({ status: 3 });
    await expect(host.growTheme({ ...SCALE, scale: { ...scale, to: 100 } })).rejects.toMatchObject({ status: 2 });
    expect(host.tree()).toEqual(before);
  });
});
