import { describe, expect, it } from 'vitest';
import { loadDefinition } from '../../../src/core/definition/catalog.ts';
import { planAttach } from '../../../src/core/plan/attach/plan-attach.ts';
import { CATALOG } from '../../support/memory-host.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

const WISHES = { take: {}, movePackages: false, whereItFits: false };

/** A Vue app whose manifest says how its linter is set up. */
async function plan(eslintConfig: object, packages: Record<string, string>) {
  const manifest = {
    name: 'watering-rota',
    dependencies: { vue: '~3.2.47' },
    devDependencies: { vite: '^4.5.0', '@vitejs/plugin-vue': '~4.1.0', eslint: '^8.20.0', ...packages },
    eslintConfig,
  };
  const host = new MemoryStackHost('vite4-vue32-js', { 'package.json': JSON.stringify(manifest, null, 2) });
  const context = await host.open();
  const definition = await loadDefinition(context.reader, CATALOG, 'prettier');
  return planAttach(context, [{ definition, workspace: '.', choices: {} }], WISHES);
}

describe('a formatter that an older linter runs', () => {
  it('is adopted, whatever its line', async () => {
    const { parts, files } = await plan(
      { extends: ['plugin:vue/essential', 'plugin:prettier/recommended'] },
      { prettier: '^2.6.1', 'eslint-plugin-prettier': '^4.0.0' },
    );
    expect(parts[0]?.adopted?.places).toContainEqual({
      file: 'package.json',
      line: undefined,
      what: 'names plugin:prettier/recommended',
    });
    expect(files.filter(({ role }) => role !== 'record')).toEqual([]);
  });

  it('is refused where rules lay sources out by themselves', async () => {
    await expect(plan({ extends: ['standard'] }, { 'eslint-config-standard': '^17.0.0' })).rejects.toMatchObject({
      status: 3,
      parts: { why: expect.stringContaining('whose configuration names standard or') as string },
    });
  });
});
