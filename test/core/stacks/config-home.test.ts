import { describe, expect, it } from 'vitest';
import { MemoryStackHost } from '../../support/stack-host.ts';
import { bareSides } from '../../../src/core/facts/bare.ts';

const PAGE = '<div id="app"></div><script type="module" src="/main.ts"></script>\n';
const MAIN =
  "import { createApp } from 'vue'\nimport App from '@/App.vue'\nimport '@/site.css'\n\ncreateApp(App).mount('#app')\n";

/** A Vue app in a folder of its own, whose configuration is spread over some files. */
async function read(files: Record<string, string>) {
  const host = new MemoryStackHost('vite-vue-ts', {
    'client/index.html': PAGE,
    'client/main.ts': MAIN,
    'client/code/App.vue': '<template><p>plots</p></template>\n',
    'client/code/site.css': 'p { margin: 0; }\n',
    ...files,
  });
  const [side] = await bareSides(await host.open(), '.');
  const joint = (name: string) => side?.joints.find((one) => one.name === name);
  return { side, joint };
}

const lead = "import { defineConfig, mergeConfig } from 'vite'\n";

describe('a configuration that stands in other modules', () => {
  it.each([
    [
      'by value, merged',
      {
        'vite.config.ts': `${lead}import base from './config/base'\n\nexport default mergeConfig(base, defineConfig({ server: { port: 5000 } }))\n`,
        'config/base.ts': `import path from 'node:path'
import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'

const here = path.dirname(fileURLToPath(import.meta.url))
const top = path.resolve(here, '..')

export default {
  root: path.join(top, 'client'),
  resolve: { alias: { '@': \`\${top}/client/code\` } },
  build: { outDir: path.join(top, 'public_html') },
  plugins: [vue()],
}
`,
      },
    ],
    [
      'by a function',
      {
        'vite.config.ts': "import { makeConfig } from './tools/vite'\n\nexport default makeConfig()\n",
        'tools/vite/index.ts': `import { defineConfig } from 'vite'
import vue from '@vitejs/plugin-vue'

export function makeConfig() {
  return defineConfig({
    root: new URL('../../client', import.meta.url).pathname,
    resolve: { alias: [{ find: '@', replacement: new URL('../../client/code', import.meta.url).pathname }] },
    build: { outDir: '../public_html' },
    plugins: [vue()],
  })
}
`,
      },
    ],
    [
      're-exported',
      {
        'vite.config.ts': "export { default } from './scripts/vite.shared'\n",
        'scripts/vite.shared.ts': `import { resolve } from 'path'
import vue from '@vitejs/plugin-vue'

export default {
  root: resolve(__dirname, '../client'),
  resolve: { alias: { '@': resolve(__dirname, '..', 'client', 'code') } },
  build: { outDir: resolve(__dirname, '../public_html') },
  plugins: [vue()],
}
`,
      },
    ],
  ])('%s: root, aliases and output are read there', async (_, files) => {
    const { side, joint } = await read(files);
    expect(joint('app.boot')?.file).toBe('client/main.ts');
    expect(joint('styles.global')?.file).toBe('client/code/site.css');
    expect(side?.traits.outputs[0]).toBe('public_html');
    expect(joint('bundler.plugins')?.state).not.toBe('blocked');
  });

  it('takes a plugin where its list stands, in the workspace itself', async () => {
    const host = new MemoryStackHost('vite-vue-ts', {
      'vite.config.ts': "export { default } from './scripts/vite.shared'\n",
      'scripts/vite.shared.ts': "import vue from '@vitejs/plugin-vue'\n\nexport default { plugins: [vue()] }\n",
    });
    await host.attach('vite-plugin-pwa');
    expect(host.tree().get('vite.config.ts')).toBe("export { default } from './scripts/vite.shared'\n");
    expect(host.tree().get('scripts/vite.shared.ts')).toContain('plugins: [vue(), VitePWA(');
    await host.detach('vite-plugin-pwa');
    expect(host.tree().get('scripts/vite.shared.ts')).not.toContain('VitePWA');
  });
});
