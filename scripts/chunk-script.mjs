// Turns a bundled ES module into a script that a chunk of the program is loaded as (src/cli/chunks.ts): only scripts can be compiled once
// and for all. Nothing in it moves but one line down, so that its source map stays true.
import { builtinModules } from 'node:module';
import { parseSync } from 'oxc-parser';

const BUILTIN = new Set(builtinModules);

/** The script of a module, and its source map. Throws an Error for what such a script cannot have. */
export function chunkScript(name, text, map) {
  for (const taken of ['load__', 'itself__']) if (text.includes(taken)) throw new Error(`${name} has "${taken}" in it`);
  const { module, errors } = parseSync(`${name}.mjs`, text);
  if (errors.length > 0) throw new Error(`${name}: ${errors[0].message}`);
  const head = [];
  const tail = [];
  const edits = [];
  for (const { start, end, moduleRequest, entries } of module.staticImports) {
    edits.push({ start, end, put: '' });
    const from = source(moduleRequest.value);
    for (const { importName, localName } of entries)
      head.push(`const ${localName.value}=${imported(from, importName, isBuiltin(moduleRequest.value))};`);
  }
  for (const { start, end, entries } of module.staticExports) {
    edits.push({ start, end, put: '' });
    for (const { exportName, localName, moduleRequest } of entries) {
      if (moduleRequest || exportName.kind !== 'Name') throw new Error(`${name} exports in a way that no chunk does`);
      tail.push(`get ${exportName.name}(){return ${localName.name}}`);
    }
  }
  for (const { start } of module.dynamicImports) edits.push({ start, end: start + 'import'.length, put: 'load__' });
  for (const { start, end } of module.importMetas) edits.push({ start, end, put: 'itself__' });
  const first = `(async function(load__,require,itself__,__bundledFile,__bundledFolder){"use strict";${head.join('')}`;
  const script = `${first}\n${edited(text, edits)}\nreturn{__proto__:null,${tail.join(',')}}})`;
  const moved = JSON.parse(map);
  return { script, map: JSON.stringify({ ...moved, mappings: `;${moved.mappings}` }) };
}

function isBuiltin(from) {
  return from.startsWith('node:') || BUILTIN.has(from);
}

function source(from) {
  return isBuiltin(from) ? `require(${JSON.stringify(from)})` : `(await load__(${JSON.stringify(from)}))`;
}

function imported(from, { kind, name }, builtin) {
  if (kind === 'NamespaceObject') return from;
  // What a built-in module is as a whole is its default.
  if (kind === 'Default') return builtin ? from : `${from}.default`;
  return `${from}[${JSON.stringify(name)}]`;
}

/** Puts texts in places, filled up with blanks to the length of what was there; line breaks stay. */
function edited(text, edits) {
  let shown = text;
  for (const { start, end, put } of edits) {
    const gone = shown.slice(start, end);
    const blank = gone.slice(put.length).replace(/[^\n]/g, ' ');
    if (gone.slice(0, put.length).includes('\n')) throw new Error('a line ends within what is replaced');
    shown = shown.slice(0, start) + put + blank + shown.slice(end);
  }
  return shown;
}
