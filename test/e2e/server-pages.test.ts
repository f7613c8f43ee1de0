import fs from 'node:fs';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { TestHost } from '../support/host.ts';

// A server of PHP makes the pages; what they load is built by Vite, whose configuration names it.
const LARAVEL: Record<string, string> = {
  artisan: '#!/usr/bin/env php\n<?php\n\nrequire __DIR__."/vendor/autoload.php";\n',
  'composer.json': `${JSON.stringify({ name: 'society/shed', type: 'project', license: 'proprietary', require: { php: '^8.1', 'laravel/framework': '^12.0' } }, null, 4)}\n`,
  'routes/web.php': "<?php\n\nuse Illuminate\\Support\\Facades\\Route;\n\nRoute::view('/', 'welcome');\n",
  'resources/views/welcome.blade.php':
    '<html><head>@vite(["resources/js/app.js"])</head><body><div id="app" class="p-2"></div></body></html>\n',
  'resources/css/app.css': 'body { margin: 0 }\n',
  'resources/js/app.js':
    "import '../css/app.css'\nimport { createApp } from 'vue'\nimport Shed from './Shed.vue'\n\ncreateApp(Shed).mount('#app')\n",
  'resources/js/Shed.vue': '<template>\n    <h1>Tools</h1>\n</template>\n',
  'vite.config.js':
    "import { defineConfig } from 'vite'\nimport laravel from 'laravel-vite-plugin'\nimport vue from '@vitejs/plugin-vue'\n\nexport default defineConfig({\n    plugins: [\n        laravel({\n            input: 'resources/js/app.js',\n            refresh: true,\n        }),\n        vue(),\n    ],\n})\n",
  'package.json': `${JSON.stringify({ private: true, type: 'module', scripts: { build: 'vite build' }, devDependencies: { '@vitejs/plugin-vue': '^6.0.0', 'laravel-vite-plugin': '^2.0.0', vite: '^7.0.0', vue: '^3.5.0' } }, null, 4)}\n`,
  '.gitignore': 'node_modules/\nvendor/\npublic/build/\n',
};

describe('Vite beside Laravel', () => {
  let host: TestHost;
  beforeAll(() => {
    host = new TestHost();
    for (const [file, text] of Object.entries(LARAVEL)) host.write(file, text);
    host.install();
    host.commitAll();
  });
  afterAll(() => host.remove());

  it('has its styles and its boot module where the plugin is told that they are', () => {
    const { stdout } = host.ligament('survey');
    expect(stdout).toMatch(/the global style sheet +resources\/css\/app\.css:1 +loaded by the app/);
    expect(stdout).toMatch(/the app's boot module +resources\/js\/app\.js:1 +loaded by vite\.config\.js/);
  });

  it('attaches what is styled with and what the app plugs in, proved by the build, and takes both out byte for byte', () => {
    const before = host.tree();
    const attached = host.ligament('attach', 'tailwindcss', 'pinia', '--yes');
    expect(attached.status, attached.stderr).toBe(0);
    expect(attached.stdout).toMatch(/put the rule of \S+ into public\/build\/assets\//);
    expect(host.read('resources/css/app.css')).toBe('@import "tailwindcss";\n\nbody { margin: 0 }\n');
    expect(host.read('resources/js/app.js')).toContain('createApp(Shed).use(createPinia()).mount(');
    // What the app is built of stands among the tools here.
    const manifest = JSON.parse(host.read('package.json')) as Record<string, Record<string, string>>;
    expect(Object.keys(manifest.devDependencies ?? {})).toEqual(expect.arrayContaining(['pinia', 'tailwindcss']));
    expect(manifest.dependencies).toBeUndefined();
    const again = host.ligament('attach', 'pinia', '--yes');
    expect(again.stdout).not.toContain('belongs');
    expect(host.ligament('detach', 'tailwindcss', 'pinia', '--yes').status).toBe(0);
    expect(host.tree()).toEqual(before);
  });

  it('is refused where what is named is no sheet of its own and no module', () => {
    host.write('vite.config.js', host.read('vite.config.js').replace('resources/js/app.js', 'resources/css/app.scss'));
    host.write('resources/css/app.scss', 'body { margin: 0 }\n');
    const refused = host.ligament('attach', 'tailwindcss', '--preview');
    expect(refused.status).toBe(3);
    expect(refused.stderr.replace(/\s+/g, ' ')).toContain('vite.config.js names neither a plain style sheet');
    fs.rmSync(path.join(host.root, 'resources/css/app.scss'));
    host.git('checkout', '--quiet', '.');
  });
});
