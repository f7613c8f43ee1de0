import type { Edit, MadeEdit } from '../../../src/core/edits/edit.ts';
import { describe, expect, it } from 'vitest';
import { inOrder, makeEdits, withoutEdits, type OwnedEdit } from '../../../src/core/edits/replay.ts';
import { DEFAULT_STYLE } from '../../../src/core/text/code-style.ts';

const CONFIG = "import vue from '@vitejs/plugin-vue';\n\nexport default {\n  base: '/',\n};\n";

function plugin(owner: string): OwnedEdit {
  const edit: Edit = {
    file: 'vite.config.js',
    format: 'script',
    operation: {
      op: 'item',
      address: { pointer: '/plugins' },
      code: `${owner}()`,
      imports: [{ from: `plugin-${owner}`, default: owner }],
    },
  };
  return { owner, edit };
}

async function make(
  text: string | undefined,
  edits: readonly OwnedEdit[],
): Promise<{ text: string | undefined; made: { owner: string; edit: MadeEdit }[] }> {
  const result = await makeEdits(edits[0]?.edit.file ?? '', text, inOrder(edits), DEFAULT_STYLE);
  if ('refusal' in result) throw new Error(result.refusal.reason);
  return result;
}

function orders<Item>(items: readonly Item[]): Item[][] {
  if (items.length < 2) return [[...items]];
  return items.flatMap((item, index) =>
    orders(items.filter((_, other) => other !== index)).map((rest) => [item, ...rest]),
  );
}

describe('several integrations in one file', () => {
  const all = ['beans', 'kale', 'leek', 'peas'].map(plugin);

  it('end in the same bytes in every order of attaching, and any one leaves as if it had never been there', async () => {
    const together = await make(CONFIG, all);
    for (const order of orders(all)) {
      let text: string | undefined = CONFIG;
      let held: OwnedEdit[] = [];
      for (const next of order) {
        const base = withoutEdits(text, inOrder(held));
        if (base === 'lost') throw new Error('lost');
        const result = await make(base.text, [...held, next]);
        text = result.text;
        held = result.made;
      }
      expect(text).toBe(together.text);
      for (const going of all) {
        const base = withoutEdits(text, inOrder(held));
        if (base === 'lost') throw new Error('lost');
        const left = await make(
          base.text,
          held.filter(({ owner }) => owner !== going.owner),
        );
        expect(left.text).toBe(
          (
            await make(
              CONFIG,
              all.filter(({ owner }) => owner !== going.owner),
            )
          ).text,
        );
      }
    }
  });

  it('share what both need: it goes with the last one, and a file that was made goes with it', async () => {
    const shared = (owner: string): OwnedEdit => ({
      owner,
      edit: { file: 'site.css', format: 'style', operation: { op: 'import', source: 'garden' }, seed: '' },
    });
    const both = await make(undefined, [shared('beans'), shared('peas')]);
    expect(both.text).toBe('@import "garden";\n');
    const base = withoutEdits(both.text, both.made);
    expect(base).toEqual({ text: undefined });
    const left = await make(
      undefined,
      both.made.filter(({ owner }) => owner === 'peas'),
    );
    expect(left.text).toBe(both.text);
    expect(withoutEdits(left.text, left.made)).toEqual({ text: undefined });
    const had = await make('@import "garden";\n', [shared('beans')]);
    expect(withoutEdits(had.text, had.made)).toEqual({ text: '@import "garden";\n' });
  });

  it('are not taken back by guess where the file has moved on', async () => {
    const result = await make(CONFIG, all);
    expect(withoutEdits((result.text ?? '').replace('leek(), ', 'leek(1), '), inOrder(result.made))).toBe('lost');
  });
});
