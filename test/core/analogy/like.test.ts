import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { madeLike, spelledLike, type Told } from '../../../src/core/analogy/like.ts';
import { isSound } from '../../../src/core/analogy/sound.ts';
import { findSpelt, SPELLINGS, speltAs, wordsOf } from '../../../src/core/analogy/spellings.ts';
import { parseScript } from '../../../src/core/formats/script/syntax.ts';

const told = (text: string, name: string, more: Partial<Told> = {}): Told => ({
  text,
  file: 'page.tsx',
  words: wordsOf(name),
  ...more,
});
const SWAP = { words: ['seed', 'swap'] };

describe('names', () => {
  it('have the same words in every spelling', () => {
    fc.assert(
      fc.property(fc.array(fc.stringMatching(/^[a-z]{2,6}$/), { minLength: 2, maxLength: 4 }), (words) => {
        for (const one of SPELLINGS) if (one !== 'flat') expect(wordsOf(speltAs(words, one))).toEqual(words);
      }),
    );
  });

  it('are found as words, and as parts of longer ones, but not inside of others', () => {
    const places = (text: string): string[] =>
      findSpelt(text, ['plots']).map(({ start, end }) => text.slice(start, end));
    expect(places('usePlotsPage plots-page PLOTS "Plots"')).toEqual(['Plots', 'plots', 'PLOTS', 'Plots']);
    expect(places('exploits plotsman ploTs subplots')).toEqual([]);
  });

  it('are spelt in paths as neighbours of several words spell theirs', () => {
    const path = (file: string, name: string): Told => told(file, name, { file });
    const others = [path('pages/plots/index.vue', 'plots'), path('pages/water_butts/index.vue', 'WaterButts')];
    expect(spelledLike('pages/plots/index.vue', others, SWAP)).toBe('pages/seed_swap/index.vue');
    expect(spelledLike('jss/plotsPage.js', [path('jss/plotsPage.js', 'plots')], SWAP)).toBe('jss/seedSwapPage.js');
  });
});

describe('a text made like others', () => {
  it('has what most share, in the order of the first, and what that needs', () => {
    const page = (title: string, body: string, head = ''): string => `import { Page } from './Page';
${head}
export const ${title}Page = () => {
  return (
    <Page title="${title}" wide>
${body}    </Page>
  );
};
`;
    const made = madeLike(
      [
        told(
          page(
            'Plots',
            '      <Map zoom={3} />\n      <Footer />\n',
            "import { Map } from './Map';\nimport { Footer } from './Footer';\n",
          ),
          'Plots',
        ),
        told(
          page('Rules', '      <p>Be kind.</p>\n      <Footer />\n', "import { Footer } from './Footer';\n"),
          'Rules',
        ),
        told(page('Fees', '      <Footer />\n', "import { Footer } from './Footer';\n"), 'Fees'),
      ],
      SWAP,
      { whole: true },
    );
    expect(made).toBe(
      page('SeedSwap', '      <Footer />\n', "import { Footer } from './Footer';\n").replace(
        '"SeedSwap"',
        '"Seed swap"',
      ),
    );
  });

  it('waits for nothing any more where nothing is waited for, and passes over what names the owner', () => {
    const made = madeLike(
      [
        told(
          '/*! Plots, licensed to all. */\nexport async function Plots() {\n  const all = await load();\n  return [];\n}\n',
          'Plots',
          { file: 'a.js' },
        ),
        told('/*! Plots, licensed to all. */\nexport function Rules() {\n  return [];\n}\n', 'Rules', {
          file: 'a.js',
        }),
      ],
      SWAP,
      { whole: true },
    );
    expect(made).toBe('/*! Plots, licensed to all. */\nexport function SeedSwap() {\n  return [];\n}\n');
  });

  it('keeps the path of an entry whatever that is called, and the words of a title', () => {
    const entry = (path: string, name: string, title: string): string =>
      `({ path: '${path}', title: '${title}', component: ${name} })`;
    const made = madeLike(
      [
        told(entry('list', 'Plots', 'All plots'), 'Plots', { address: '/list' }),
        told(entry('rules', 'Rules', 'How we live'), 'Rules', { address: '/rules' }),
      ],
      { ...SWAP, address: '/swap' },
    );
    expect(made).toBe("({ path: 'swap', title: 'Seed swap', component: SeedSwap })");
  });

  it('can always be read, or is known not to stand by itself', () => {
    const body = fc.constantFrom(
      'const items = useItems();',
      'useEffect(() => {\n    load(items);\n  }, []);',
      'if (!ready) return null;',
      'const { a, b = 2, ...rest } = props;',
      'async function save() {\n    await send(a);\n  }',
    );
    const child = fc.constantFrom(
      '<p>Text</p>',
      '{items.map((one) => (\n        <li key={one}>{one}</li>\n      ))}',
      '<Box a={1} {...rest} />',
      '{/* note */}',
      '<ul className="list">\n        <li>One</li>\n      </ul>',
    );
    const file = fc.record({ body: fc.array(body, { maxLength: 4 }), children: fc.array(child, { maxLength: 4 }) });
    fc.assert(
      fc.property(fc.array(file, { minLength: 2, maxLength: 4 }), (files) => {
        const names = ['Plots', 'Rules', 'Fees', 'Tools'];
        const all = files.map((one, at) => {
          const name = names[at] ?? 'Other';
          const text = `import { Box } from './box';\n\nexport default function ${name}(props) {\n  ${one.body.join('\n  ')}\n  return (\n    <main>\n      <h1>${name}</h1>\n      ${one.children.join('\n      ')}\n    </main>\n  );\n}\n`;
          return told(text, name);
        });
        const [first, ...rest] = all;
        if (!first) return;
        const made = madeLike([first, ...rest], SWAP, { whole: true, shown: 'h1' });
        expect(parseScript(made, 'page.tsx')).not.toHaveProperty('fault');
        expect(made).toContain('<h1>Seed swap</h1>');
        expect(made).not.toContain('Plots');
        expect(isSound(made, first.text, 'page.tsx')).toBe(true);
      }),
    );
  });

  it('never throws, whatever the texts are', () => {
    const piece = fc.constantFrom(
      '<template>',
      '</template>',
      '<script setup>',
      '</script>',
      '<style>',
      '</style>',
      '<div',
      '>',
      '{{ Plots }}',
      '{#if a}',
      '{/if}',
      'const plots = 1;',
      'export default',
      'function Plots(',
      ') {',
      '}',
      '({',
      '})',
      'import { a } from "./Plots";',
      '---',
      '\n',
      '  ',
      '.plots {',
      'color: red;',
      '/* Plots',
      '*/',
      '<!--',
      '-->',
      '<%= plots %>',
      'async',
      'await',
      '`',
      '"',
      "'",
      '\\',
      '</',
      '<h1>Plots</h1>',
    );
    const text = fc.array(piece, { maxLength: 30 }).map((pieces) => pieces.join(' '));
    const file = fc.constantFrom(
      'a.tsx',
      'a.js',
      'a.vue',
      'a.svelte',
      'a.astro',
      'a.html',
      'a.ejs',
      'a.pug',
      'a.css',
      'a.scss',
      'a.md',
    );
    fc.assert(
      fc.property(file, text, fc.array(text, { maxLength: 3 }), (name, first, rest) => {
        const [one, ...others] = [first, ...rest].map((each, at) =>
          told(each, ['Plots', 'Rules'][at % 2] ?? '', { file: name, address: '/plots' }),
        );
        if (!one) return;
        const made = madeLike(
          [one, ...others],
          { ...SWAP, address: '/seed-swap' },
          { whole: true, shown: 'h1', answer: (response) => `${response}.end()` },
        );
        expect(typeof isSound(made, first, name)).toBe('boolean');
      }),
      { numRuns: 1000 },
    );
  });

  it('keeps what an entry shows, however each calls it', () => {
    const entry = (name: string, component: string): string => `({ path: '${name}', component: ${component} })`;
    const made = madeLike(
      [
        told(entry('plots', 'PlotsPage'), 'Plots', { address: '/plots' }),
        told(entry('rules', 'Rules'), 'Rules', { address: '/rules' }),
        told(entry('fees', 'FeeList'), 'Fees', { address: '/fees' }),
      ],
      { ...SWAP, address: '/swap' },
    );
    expect(made).toBe("({ path: 'swap', component: SeedSwapPage })");
  });
});

describe('names that nobody writes', () => {
  const page = (name: string, more: string): string =>
    `import React from 'react';\n\nexport default function ${name}() {\n${more}  return <h1>${name}</h1>;\n}\n`;
  const told = (name: string, more = '') => ({
    text: page(name, more),
    file: `${name}.jsx`,
    words: [name.toLowerCase()],
  });

  it('stay where elements are compiled to them, and go with what used them elsewhere', () => {
    const siblings = [told('Beds', '  const [bed] = React.useState(0);\n'), told('Sheds'), told('Keys')] as const;
    const made = (kept?: string[]): string =>
      madeLike([...siblings], { words: ['seed', 'swap'] }, { whole: true, shown: 'h1', kept });
    expect(made(['React'])).toBe(page('SeedSwap', '').replace('<h1>SeedSwap', '<h1>Seed swap'));
    expect(made()).not.toContain('import React');
  });
});
