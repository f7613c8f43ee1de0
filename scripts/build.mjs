// Bundles the program into dist/ and the development programs (demo, registry, benchmarks) into build/.
import { build } from 'esbuild';
import { createHash } from 'node:crypto';
import { copyFileSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { spawnSync } from 'node:child_process';
import { chunkScript } from './chunk-script.mjs';

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
  // The parser is a native module: it stays a dependency of its own.
  external: ['oxc-parser'],
  define: {
    LIGAMENT_VERSION: JSON.stringify(version),
    LIGAMENT_SCHEMA: JSON.stringify(await schemaMark()),
    __filename: '__bundledFile',
    __dirname: '__bundledFolder',
  },
  logLevel: 'warning',
};

/** Changes with the form of definitions: what was checked against another form is checked anew. */
async function schemaMark() {
  const entries = ['src/core/definition/parse-definition.ts', 'src/core/prove/kinds.ts'];
  // What a kind of proof loads late makes proofs, and reads no definition.
  const late = { name: 'late', setup: (one) => one.onResolve({ filter: /./ }, lateAside) };
  const lateAside = ({ kind }) => (kind === 'dynamic-import' ? { path: 'late', external: true } : undefined);
  const { metafile } = await build({
    absWorkingDir: root,
    bundle: true,
    write: false,
    metafile: true,
    packages: 'external',
    format: 'esm',
    platform: 'node',
    outdir: 'mark',
    entryPoints: entries,
    plugins: [late],
  });
  const hash = createHash('sha256');
  for (const name of Object.keys(metafile.inputs).sort()) hash.update(readFileSync(root + name));
  return hash.digest('hex').slice(0, 16);
}

const maps = await buildProgram();
await checkDefinitions();
await buildTools();
writeMaps(maps);

/**
 * Each module that is loaded late becomes one file with all that it needs: a few large files load much faster than many
 * small ones, and what is in two of them is code only, without state. Returns the source maps, and which packages are in it.
 */
async function buildProgram() {
  const outdir = path.join(root, 'dist');
  rmSync(outdir, { recursive: true, force: true });
  // What Node.js itself starts is a module; the rest is loaded by the first, as chunks.
  const started = ['ligament', 'formatter-worker'];
  const late = new Map([
    [path.join(root, 'src/cli/main.ts'), started[0]],
    [path.join(root, 'src/core/measure/formatter-worker.ts'), started[1]],
    [path.join(root, 'src/cli/commands.ts'), 'commands'],
  ]);
  const maps = new Map();
  const inputs = new Set();
  const lateParts = {
    name: 'late-parts',
    setup(builder) {
      // The parser prints nothing here: the table of character widths that it brings would cost a third of the program's start. CommonJS
      // packages, which the prompts have, get it.
      builder.onResolve({ filter: /^string-width$/ }, ({ kind }) =>
        kind === 'import-statement' ? { path: path.join(root, 'src/cli/render/plain-width.ts') } : undefined,
      );
      // Bundled, the parser would take settings of its own from the manifest of the project that one stands in: from ours it may.
      builder.onLoad({ filter: /yargs[\\/]lib[\\/]platform-shims[\\/]esm\.mjs$/ }, ({ path: file }) => {
        const text = readFileSync(file, 'utf8');
        const ours = text.replace('mainFilename: mainFilename || process.cwd()', 'mainFilename: __bundledFolder');
        if (ours === text) throw new Error('the parser looks for its settings in another way now');
        return { contents: ours, loader: 'js', resolveDir: path.dirname(file) };
      });
      builder.onResolve({ filter: /^\./ }, ({ kind, path: target, resolveDir }) => {
        if (kind !== 'dynamic-import' || !resolveDir.startsWith(path.join(root, 'src'))) return undefined;
        const file = path.resolve(resolveDir, target);
        if (!late.has(file)) late.set(file, partName(file));
        return { path: `./${late.get(file)}.js`, external: true };
      });
    },
  };
  for (const [file, name] of late) {
    if ([...late.values()].filter((other) => other === name).length > 1)
      throw new Error(`two late parts are named ${name}`);
    const { outputFiles, metafile } = await build({
      ...common,
      write: false,
      metafile: true,
      sourcemap: 'external',
      entryPoints: { [name]: file },
      outdir,
      plugins: [lateParts],
      minify: true,
      lineLimit: 160,
      legalComments: 'none',
    });
    const [map, code] = ['.js.map', '.js'].map((ending) => outputFiles.find((one) => one.path.endsWith(ending)));
    const made = started.includes(name)
      ? { script: code.contents, map: map.contents }
      : chunkScript(name, code.text, map.text);
    writeInto(code.path, made.script);
    maps.set(`${name}.js.map`, made.map);
    checkLean(name, metafile);
    for (const input of Object.keys(metafile.inputs)) inputs.add(input);
  }
  return { maps, inputs };
}

/** Reads and checks the definitions that ship, under the names that the program looks for: nobody has to wait for that again. */
async function checkDefinitions() {
  // It finds packages by where it lies.
  const loader = path.join(root, 'node_modules/.cache/chunks.mjs');
  await build({ ...common, entryPoints: ['src/cli/chunks.ts'], outfile: loader });
  const { Chunks } = await import(pathToFileURL(loader).href);
  const chunks = new Chunks(pathToFileURL(path.join(root, 'dist/ligament.js')).href, []);
  const load = (name) => chunks.load(`./${name}.js`);
  const [{ parseDefinition }, { PROOF_KINDS }] = await Promise.all([load('parse-definition'), load('kinds')]);
  const { outputFiles } = await build({ ...common, write: false, entryPoints: ['src/core/definition/kept-name.ts'] });
  const { keptName } = await import(`data:text/javascript,${encodeURIComponent(outputFiles[0].text)}`);
  const schema = JSON.parse(common.define.LIGAMENT_SCHEMA);
  for (const id of readdirSync(path.join(root, 'catalog'))) {
    const text = readFileSync(path.join(root, 'catalog', id, 'integration.yaml'), 'utf8');
    const definition = parseDefinition(text, `${id}/integration.yaml`, PROOF_KINDS);
    writeInto(path.join(root, 'dist/definitions', keptName(schema, text)), JSON.stringify(definition));
  }
}

/** A library that is handed on as a whole comes with all that it has: a part of the program then takes three times as long to load. */
function checkLean(name, { outputs }) {
  for (const { inputs: own } of Object.values(outputs))
    for (const [file, { bytesInOutput }] of Object.entries(own ?? {}))
      if (bytesInOutput > 0 && /zod\/v4\/locales\/(?!en\b)/.test(file))
        throw new Error(`${name} has all of zod in it (${file}): name what is needed of it`);
}

/** A part is named for its file; what a command does for the command's folder. */
function partName(file) {
  const name = path.basename(file, '.ts');
  return name === 'run' ? `${path.basename(path.dirname(file))}-command` : name;
}

function writeInto(file, contents) {
  mkdirSync(path.dirname(file), { recursive: true });
  // A program that names what runs it can be run.
  writeFileSync(file, contents, { mode: contents[0] === 0x23 && contents[1] === 0x21 ? 0o755 : 0o644 });
}

/** What the runs on real stacks tell by which sources a run has been through; they do not ship. */
function writeMaps({ maps, inputs }) {
  const folder = path.join(root, 'build/maps');
  for (const [name, contents] of maps) writeInto(path.join(folder, name), contents);
  writeInto(path.join(folder, 'inputs.json'), JSON.stringify([...inputs].sort()));
}

// WebAssembly modules are read from beside the program: the reader of editors' settings, the parser of PHP and its grammar.
for (const file of [
  '@one-ini/wasm/one_ini_bg.wasm',
  'web-tree-sitter/web-tree-sitter.wasm',
  'tree-sitter-php/tree-sitter-php.wasm',
])
  copyFileSync(path.join(root, 'node_modules', file), path.join(root, 'dist', path.basename(file)));

async function buildTools() {
  const outdir = path.join(root, 'build');
  rmSync(outdir, { recursive: true, force: true });
  const tools = {
    demo: 'demo/run.ts',
    registry: 'demo/registry/main.ts',
    'compile-ahead': 'demo/compile-ahead.ts',
    bench: 'bench/bench.ts',
    corpus: 'test/corpus/run.ts',
    stacks: 'test/stacks/run.ts',
    wild: 'test/wild/run.ts',
    attacks: 'test/attacks/run.ts',
  };
  const present = Object.fromEntries(Object.entries(tools).filter(([, file]) => existsSync(root + file)));
  const { metafile } = await build({
    ...common,
    entryPoints: present,
    outdir,
    splitting: true,
    packages: 'external',
    metafile: true,
  });
  // What the runs on real stacks are made of.
  const runner = Object.entries(metafile.outputs).find(([, { entryPoint }]) => entryPoint === tools.stacks)?.[1];
  const parts = [runner, ...(runner?.imports ?? []).map((one) => metafile.outputs[one.path])];
  const sources = new Set(parts.flatMap((one) => Object.keys(one?.inputs ?? {})));
  writeInto(path.join(outdir, 'maps/runner.json'), JSON.stringify([...sources].sort()));
}

// Where the registry of the demo has nothing to offer the program compiles itself when it is run.
const needed = ['build/compile-ahead.js', 'demo/shelf/web/node_modules', 'demo/shelf/api/node_modules'];
if (needed.every((one) => existsSync(path.join(root, one)))) {
  const { status } = spawnSync(process.execPath, [path.join(root, needed[0])], { stdio: 'inherit' });
  if (status !== 0) process.exit(1);
}
