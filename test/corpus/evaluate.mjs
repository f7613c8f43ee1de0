// Evaluates a configuration script that is given on the standard input as if it stood in the file named, and prints what it
// exports as JSON. The module `ligament-corpus` exists for it; everything else is looked up from where the file stands.
import { readFileSync } from 'node:fs';
import { createRequire, Module, register } from 'node:module';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { transformSync } from 'esbuild';

const file = process.argv[2];
// What a package needs for its own development is often not installed beside it, but may be elsewhere.
const root = new URL('../../', import.meta.url);
const elsewhere = ['package.json', 'test/corpus/shelf/package.json'].map((name) => new URL(name, root).href);
const text = readFileSync(0, 'utf8');
const isTypeScript = /\.[cm]?ts$/.test(file);
const code = isTypeScript ? transformSync(text, { loader: 'ts' }).code : text;
const isModule = /^\s*(import|export)\b/m.test(code) && !/\.cjs$/.test(file);

const exported = isModule ? await asModule() : asCommonJs();
const config = await settled(exported);
const seen = new WeakSet();
const json = JSON.stringify(config, (_, value) => {
  if (typeof value === 'function') return `function ${value.name}`;
  if (value instanceof RegExp) return String(value);
  if (typeof value === 'object' && value !== null) {
    if (seen.has(value)) return 'seen';
    seen.add(value);
  }
  return value;
});
// A pipe takes a long text in parts: the process may end only when the last one is through.
await new Promise((done) => process.stdout.write(`\n${json}\n`, done));
process.exit(0);

/** A function gives the configuration back, or hands it to what it is given. */
async function settled(value) {
  if (typeof value !== 'function') return value;
  let handed;
  const tool = new Proxy({}, { get: (_, key) => (key === 'set' ? (given) => void (handed = given) : undefined) });
  return (await value(tool)) ?? handed;
}

async function asModule() {
  const source = `data:text/javascript,${encodeURIComponent(`
    export async function load(url, context, next) {
      if (url === ${JSON.stringify(pathToFileURL(file).href)}) return { format: 'module', shortCircuit: true, source: ${JSON.stringify(code)} };
      return next(url, context);
    }
    export async function resolve(name, context, next) {
      try { return await next(name, context); } catch (error) {
        for (const parentURL of ${JSON.stringify(elsewhere)}) try { return await next(name, { ...context, parentURL }); } catch {}
        throw error;
      }
    }`)}`;
  register(source);
  const module = await import(pathToFileURL(file).href);
  return module.default;
}

function asCommonJs() {
  const module = new Module(file);
  module.filename = file;
  module.paths = Module._nodeModulePaths(path.dirname(file));
  const requires = [file, ...elsewhere].map((one) => createRequire(one));
  module.require = (name) => {
    const found = requires.find((one) => canResolve(one, name)) ?? requires[0];
    return found(name);
  };
  module._compile(code, file);
  return module.exports.default ?? module.exports;
}

function canResolve(from, name) {
  try {
    from.resolve(name);
    return true;
  } catch {
    return false;
  }
}
