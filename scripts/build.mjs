// Bundles the program into dist/ and the development programs (demo, registry, benchmarks) into build/.
import { build } from 'esbuild';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const { version } = JSON.parse(readFileSync(`${root}package.json`, 'utf8'));

const common = {
  absWorkingDir: root,
  bundle: true,
  platform: 'node',
  target: 'node20',
  // Some packages have a CommonJS build that cannot be bundled beside an ES module build that can.
  mainFields: ['module', 'main'],
  format: 'esm',
  splitting: true,
  // The parser is a native module: it stays a dependency of its own.
  external: ['oxc-parser'],
  define: { LIGAMENT_VERSION: JSON.stringify(version), __filename: '__bundledFile', __dirname: '__bundledFolder' },
  // Some bundled packages are CommonJS: they ask for Node's own modules by `require` and for their own place.
  banner: {
    js: [
      "import { createRequire as __createRequire } from 'node:module';",
      "import { fileURLToPath as __toPath } from 'node:url';",
      'const require = __createRequire(import.meta.url);',
      'const __bundledFile = __toPath(import.meta.url);',
      "const __bundledFolder = __toPath(new URL('.', import.meta.url));",
    ].join('\n'),
  },
  logLevel: 'warning',
};

rmSync(`${root}dist`, { recursive: true, force: true });
await build({
  ...common,
  entryPoints: { ligament: 'src/cli/main.ts' },
  outdir: 'dist',
  minifySyntax: true,
  legalComments: 'none',
  chunkNames: 'parts/[name]-[hash]',
});

const tools = { demo: 'demo/run.ts', registry: 'demo/registry/main.ts', bench: 'bench/bench.ts' };
const present = Object.fromEntries(Object.entries(tools).filter(([, file]) => existsSync(root + file)));
rmSync(`${root}build`, { recursive: true, force: true });
await build({ ...common, entryPoints: present, outdir: 'build', packages: 'external' });
