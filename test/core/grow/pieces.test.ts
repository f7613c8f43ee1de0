import { describe, expect, it } from 'vitest';
import { MemoryStackHost } from '../../support/stack-host.ts';

const vue = (component: string): MemoryStackHost =>
  new MemoryStackHost('vite-vue-ts', {
    'package.json': JSON.stringify({
      name: 'garden',
      type: 'module',
      dependencies: { vue: '^3.5.0' },
      devDependencies: { vite: '^7.0.0', typescript: '^5.0.0', '@vitejs/plugin-vue': '^6.0.0' },
    }),
    [component]: '<template>\n  <p>Bed</p>\n</template>\n',
    'src/ui/components/seed-bag.vue': '<template>\n  <p>Seeds</p>\n</template>\n',
    'src/ui/components/tool-shed.vue': '<template>\n  <p>Tools</p>\n</template>\n',
  });

describe('a piece grows', () => {
  it('where the components are, named as they are, with what it uses', async () => {
    const host = vue('src/ui/components/flower-bed.vue');
    const before = host.tree();
    expect(await host.growPieces('dialog')).toBe(true);
    const grown = [...host.tree().keys()].filter((file) => !before.has(file) && !file.includes('.ligament'));
    expect(grown.map((file) => file.replace('src/ui/components/pergola/', '')).sort()).toEqual(
      expect.arrayContaining(['pergola-button.vue', 'pergola-dialog.vue', 'pergola.css']),
    );
    expect(host.text('src/ui/components/pergola/pergola-dialog.vue')).toMatch(
      /import PergolaButton from ["']\.\/pergola-button\.vue["']/,
    );
    expect(await host.growPieces('dialog', 'button')).toBe(false);
    await expect(host.growPieces('carousel')).rejects.toThrow('Pergola has no piece "carousel"');
    await expect(host.detach('piece:button')).rejects.toThrow('Pergola: button cannot leave yet');
    await host.detach('piece:dialog', 'piece:button', 'pergola');
    expect(host.tree()).toEqual(before);
  });

  it('never over a file that is there', async () => {
    const host = vue('src/ui/components/pergola/pergola-card.vue');
    const before = host.tree();
    await expect(host.growPieces('card')).rejects.toMatchObject({ status: 3 });
    expect(host.tree()).toEqual(before);
  });
});
