/** A Vite host of a certain shape, and what must come of attaching a styling integration to it. */
export interface Shape {
  files: Record<string, string>;
  /** Folder of the workspace, where it is not the root. */
  workspace?: string;
  /** Text that the change must have put in, by file. */
  puts: Record<string, string>;
  way?: string;
}

const VERSIONS: Record<string, string> = {
  vite: '^7.3.0',
  vue: '^3.5.0',
  '@vitejs/plugin-vue': '^6.0.0',
  react: '^19.0.0',
  'react-dom': '^19.0.0',
  '@vitejs/plugin-react': '^5.0.0',
};

function manifest(names: string[], more: Record<string, unknown> = {}, versions = VERSIONS): string {
  const devDependencies = Object.fromEntries(names.map((name) => [name, versions[name]]));
  return `${JSON.stringify({ name: 'seed-swap', private: true, type: 'module', scripts: { build: 'vite build' }, ...more, devDependencies }, null, 2)}\n`;
}

const PAGE = (boot: string): string =>
  `<!doctype html>\n<html lang="en">\n  <head>\n    <title>Seed swap</title>\n  </head>\n  <body>\n    <div id="app"></div>\n    <script type="module" src="${boot}"></script>\n  </body>\n</html>\n`;
const QUIET = 'omit-lockfile-registry-resolved=true\n';
const SHEET = 'body {\n  color: olive;\n}\n';
const VANILLA = {
  '.npmrc': QUIET,
  'package.json': manifest(['vite']),
  'index.html': PAGE('/src/main.js'),
  'src/main.js': "import './style.css'\n",
  'src/style.css': SHEET,
};
const VUE = {
  '.npmrc': QUIET,
  'package.json': manifest(['vite', 'vue', '@vitejs/plugin-vue']),
  'index.html': PAGE('/src/main.ts'),
  'tsconfig.json': '{ "compilerOptions": { "strict": true } }\n',
  'src/main.ts':
    "import { createApp } from 'vue'\nimport App from './App.vue'\nimport './main.css'\n\ncreateApp(App).mount('#app')\n",
  'src/App.vue': '<template>\n  <h1>Beans</h1>\n</template>\n',
  'src/main.css': SHEET,
};
const REACT = {
  '.npmrc': QUIET,
  'package.json': manifest(['vite', 'react', 'react-dom', '@vitejs/plugin-react']),
  'index.html': PAGE('/src/main.jsx'),
  'src/main.jsx':
    'import { createRoot } from "react-dom/client";\nimport App from "./App.jsx";\nimport "./index.css";\n\ncreateRoot(document.getElementById("app")).render(<App />);\n',
  'src/App.jsx': 'export default function App() {\n\treturn <h1>Beans</h1>;\n}\n',
  'src/index.css': SHEET,
};

function crlf(files: Record<string, string>): Record<string, string> {
  return Object.fromEntries(Object.entries(files).map(([file, text]) => [file, text.replaceAll('\n', '\r\n')]));
}

/** Shapes that real projects have, each a host that builds. */
export const SHAPES: Record<string, Shape> = {
  'no configuration file, JavaScript': {
    files: VANILLA,
    puts: {
      'vite.config.js': "import tailwindcss from '@tailwindcss/vite'",
      'src/style.css': '@import "tailwindcss";\n\nbody',
    },
  },
  'no configuration file, TypeScript, no module type': {
    files: {
      ...VUE,
      'package.json': manifest(['vite'], { type: undefined }),
      'src/main.ts': "import './main.css'\n\nexport {}\n",
      'src/App.vue': '',
    },
    puts: { 'vite.config.ts': 'plugins: [tailwindcss()],' },
  },
  'CRLF line ends': {
    files: crlf({
      ...VUE,
      'vite.config.ts':
        "import vue from '@vitejs/plugin-vue'\nimport { defineConfig } from 'vite'\n\nexport default defineConfig({\n    plugins: [\n        vue(),\n    ],\n})\n",
    }),
    puts: {
      'vite.config.ts': '        vue(),\r\n        tailwindcss(),\r\n',
      'src/main.css': '@import "tailwindcss";\r\n',
    },
  },
  'tabs, double quotes, semicolons, React': {
    files: {
      ...REACT,
      'vite.config.js':
        'import react from "@vitejs/plugin-react";\nimport { defineConfig } from "vite";\n\nexport default defineConfig({\n\tplugins: [\n\t\treact()\n\t]\n});\n',
    },
    puts: { 'vite.config.js': 'import tailwindcss from "@tailwindcss/vite";' },
  },
  'React with TypeScript and a byte order mark': {
    files: {
      ...REACT,
      'tsconfig.json': '{ "compilerOptions": { "jsx": "react-jsx" } }\n',
      'index.html': PAGE('/src/main.tsx'),
      'src/main.tsx': REACT['src/main.jsx'].replace('"app")', '"app")!'),
      'vite.config.ts': '\uFEFFimport react from "@vitejs/plugin-react";\n\nexport default { plugins: [react()] };\n',
    },
    puts: { 'vite.config.ts': 'plugins: [react(), tailwindcss()]' },
  },
  'an async function of the mode': {
    files: {
      ...VUE,
      'vite.config.ts':
        "import { defineConfig } from 'vite'\nimport vue from '@vitejs/plugin-vue'\n\nexport default defineConfig(async ({ mode }) => {\n  const base = mode === 'production' ? '/seeds/' : '/'\n  return {\n    base,\n    plugins: [vue()],\n  }\n})\n",
    },
    puts: { 'vite.config.ts': '    plugins: [vue(), tailwindcss()],' },
  },
  'the configuration in a variable, checked by satisfies': {
    files: {
      ...VUE,
      'vite.config.ts':
        "import type { UserConfig } from 'vite'\nimport vue from '@vitejs/plugin-vue'\n\nconst config = {\n  plugins: [vue()],\n} satisfies UserConfig\n\nexport default config\n",
    },
    puts: { 'vite.config.ts': 'plugins: [vue(), tailwindcss()],' },
  },
  'the plugins in a variable, filtered, several returns': {
    files: {
      ...VUE,
      'vite.config.ts':
        "import vue from '@vitejs/plugin-vue'\n\nexport default ({ command }: { command: string }) => {\n  const plugins = [command === 'serve' && null, vue()].filter(Boolean)\n  if (command === 'serve') return { plugins, server: { port: 3300 } }\n  return { plugins }\n}\n",
    },
    puts: { 'vite.config.ts': "[command === 'serve' && null, vue(), tailwindcss()].filter(Boolean)" },
  },
  'CommonJS configuration': {
    files: {
      ...VANILLA,
      'package.json': manifest(['vite'], { type: undefined }),
      'vite.config.cjs':
        "'use strict';\n\nconst { defineConfig } = require('vite');\n\nmodule.exports = defineConfig({\n  build: { sourcemap: true },\n});\n",
    },
    puts: { 'vite.config.cjs': "const tailwindcss = require('@tailwindcss/vite').default;\n" },
  },
  'a module configuration in a CommonJS package': {
    files: {
      ...VANILLA,
      'package.json': manifest(['vite'], { type: undefined }),
      'vite.config.js': "/** @type {import('vite').UserConfig} */\nexport default {\n  base: './',\n}\n",
    },
    puts: { 'vite.config.js': "import tailwindcss from '@tailwindcss/vite'\n\n/** @type" },
  },
  'trailing comments and no final newline': {
    files: {
      ...VUE,
      'vite.config.ts':
        "import vue from '@vitejs/plugin-vue' // beans\nexport default {\n  plugins: [\n    vue() // first\n    // second to come\n  ] // all\n} // end",
      'src/main.css': SHEET.trimEnd(),
    },
    puts: { 'vite.config.ts': '    vue(), // first\n    tailwindcss()\n    // second to come' },
  },
  'a workspace inside a monorepo, alias, layered style sheet': {
    workspace: 'packages/site',
    files: {
      '.npmrc': QUIET,
      'package.json': '{ "name": "garden", "private": true, "workspaces": ["packages/*"] }\n',
      'packages/seeds/package.json': '{ "name": "seeds", "version": "1.0.0" }\n',
      'packages/site/package.json': manifest(['vite', 'vue', '@vitejs/plugin-vue'], { name: 'site' }),
      'packages/site/index.html': VUE['index.html'],
      'packages/site/src/App.vue': VUE['src/App.vue'],
      'packages/site/src/main.ts':
        "import { createApp } from 'vue'\nimport App from '~/App.vue'\nimport '~/styles/all.css'\ncreateApp(App).mount('#app')\n",
      'packages/site/src/styles/all.css':
        '@charset "utf-8";\n@layer reset, garden;\n@import \'./reset.css\' layer(reset);\n\n@layer garden {\n  body { color: olive }\n}\n',
      'packages/site/src/styles/reset.css': 'body { margin: 0 }\n',
      'packages/site/vite.config.ts':
        "import path from 'node:path'\nimport { defineConfig } from 'vite'\nimport vue from '@vitejs/plugin-vue'\n\nexport default defineConfig({\n  resolve: { alias: { '~': path.resolve(__dirname, 'src') } },\n  plugins: [vue()],\n})\n",
    },
    puts: { 'packages/site/src/styles/all.css': "layer(reset);\n@import 'tailwindcss';\n" },
  },
  'its root in another folder': {
    files: {
      '.npmrc': QUIET,
      'package.json': VANILLA['package.json'],
      'client/index.html': PAGE('./boot.js'),
      'client/boot.js': "import './look/site.css'\n",
      'client/look/site.css': SHEET,
      'vite.config.js':
        "import { defineConfig } from 'vite'\n\nexport default defineConfig({\n  root: 'client',\n  plugins: []\n})\n",
    },
    puts: { 'client/look/site.css': '@import "tailwindcss";' },
  },
  'a page without modules, its sheet linked': {
    files: {
      '.npmrc': QUIET,
      'package.json': VANILLA['package.json'],
      'site.css': SHEET,
      'index.html':
        '<!doctype html>\n<html>\n<head>\n<link rel="stylesheet" href="/site.css">\n</head>\n<body><p>Beans</p></body>\n</html>\n',
    },
    puts: { 'site.css': '@import "tailwindcss";' },
  },
  'no style sheet yet': {
    files: {
      ...VUE,
      'src/main.ts': "import { createApp } from 'vue'\nimport App from './App.vue'\n\ncreateApp(App).mount('#app')\n",
      'src/main.css': '',
      'vite.config.ts': "import vue from '@vitejs/plugin-vue'\nexport default { plugins: [vue()] }\n",
    },
    puts: { 'src/main.ts': "import './style.css'\n", 'src/style.css': '@import "tailwindcss";\n' },
  },
  'merged configurations, and the name taken': {
    files: {
      ...VUE,
      'vite.shared.ts': "import vue from '@vitejs/plugin-vue'\n\nexport const shared = { plugins: [vue()] }\n",
      'vite.config.ts':
        "import { defineConfig, mergeConfig } from 'vite'\nimport { shared } from './vite.shared'\n\nconst tailwindcss = 'a name of our own'\n\nexport default mergeConfig(shared, defineConfig({ define: { NAME: JSON.stringify(tailwindcss) } }))\n",
    },
    puts: { 'vite.config.ts': 'plugins: [viteTailwindcss()]' },
  },
  'an older bundler, so by PostCSS, its configuration a list': {
    files: {
      ...VANILLA,
      'package.json': manifest(['vite'], { type: undefined }, { vite: '^4.5.0' }),
      'postcss.config.js': 'module.exports = {\n  plugins: [],\n};\n',
    },
    way: 'postcss',
    puts: { 'postcss.config.js': "const tailwindcss = require('@tailwindcss/postcss');" },
  },
  'an older bundler, PostCSS set up inside its configuration': {
    files: {
      ...VANILLA,
      'package.json': manifest(['vite'], {}, { vite: '^4.5.0' }),
      'vite.config.js': 'export default {\n  css: {\n    postcss: { plugins: [] },\n  },\n}\n',
    },
    way: 'postcss',
    puts: { 'vite.config.js': 'plugins: [tailwindcss()]' },
  },
  'an older bundler, PostCSS set up in YAML': {
    files: {
      ...VANILLA,
      'package.json': manifest(['vite'], {}, { vite: '^4.5.0' }),
      '.postcssrc.yml': '# what the sheets go through\nmap: false\nplugins: {}\n',
    },
    way: 'postcss',
    puts: { '.postcssrc.yml': 'plugins: {"@tailwindcss/postcss": {}}\n' },
  },
  'an older bundler, PostCSS not set up yet': {
    files: { ...VANILLA, 'package.json': manifest(['vite'], {}, { vite: '^4.5.0' }) },
    way: 'postcss',
    puts: { 'postcss.config.mjs': "'@tailwindcss/postcss': {}" },
  },
};
