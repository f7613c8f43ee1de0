import path from 'node:path';
import { readText } from '../text/utf8.ts';
import { importsOf } from '../formats/script/imported-names.ts';
import { importedModules } from '../formats/script/read.ts';
import type { Reader } from '../ports.ts';
import { scriptOf } from '../survey/conventions.ts';
import { ownFiles } from '../survey/own-files.ts';
import { isVendored } from '../survey/vendored.ts';

const SOURCE = /\.([cm]?[jt]sx?|vue|svelte|astro)$/;
const MOST_BYTES = 300_000;

/** By reader and folder: the texts of scripts, so that several questions read them once. */
const READ = new WeakMap<Reader, Map<string, Map<string, string>>>();

/** A script that imports something of a package. */
export interface ImportingFile {
  /** Relative to the folder that was looked through. */
  file: string;
  text: string;
  /** What it imports; `default` and `*` among them. Nothing for an import for its effect. */
  names: string[];
}

/** The names that the scripts below a folder (absolute), but not in some folders in it, import from a package; `default` and `*` among them. */
export function ownImports(reader: Reader, top: string, name: string, except: readonly string[] = []): Set<string> {
  return new Set(importingFiles(reader, top, name, except).flatMap(({ names }) => names));
}

/** The scripts below a folder (absolute), but not in some folders in it, that import a package. */
export function importingFiles(
  reader: Reader,
  top: string,
  name: string,
  except: readonly string[] = [],
): ImportingFile[] {
  const isMeant = (from: string): boolean => from === name || from.startsWith(`${name}/`);
  const found: ImportingFile[] = [];
  for (const [file, text] of scripts(reader, top)) {
    // Only what may import it needs a parser.
    if (!text.includes(name) || except.some((folder) => file.startsWith(`${folder}/`))) continue;
    const isComponent = /\.(vue|svelte|astro)$/.test(file);
    const script = scriptOf(text, file);
    const as = isComponent ? `${file}.ts` : file;
    const imported = importsOf(script, as).filter(({ from }) => isMeant(from));
    const names = [...imported.map((one) => one.name), ...required(text, isMeant)];
    if (names.length > 0 || importedModules(script, as).some(isMeant)) found.push({ file, text, names });
  }
  return found;
}

/** The names that a CommonJS script takes from a package. */
function required(text: string, isMeant: (from: string) => boolean): string[] {
  const calls = text.matchAll(/(?:\{([^{}]*)\}\s*=\s*)?\brequire\(\s*['"]([^'"]+)['"]\s*\)/g);
  return [...calls]
    .filter(([, , from = '']) => isMeant(from))
    .flatMap(([, names]) => names?.split(',').map((part) => part.split(':')[0]?.trim() ?? '') ?? ['default']);
}

function scripts(reader: Reader, top: string): Map<string, string> {
  const known = READ.get(reader) ?? new Map<string, Map<string, string>>();
  READ.set(reader, known);
  const all = known.get(top) ?? new Map<string, string>();
  if (known.has(top)) return all;
  known.set(top, all);
  for (const file of ownFiles(reader, top)) {
    if (!SOURCE.test(file) || isVendored(file)) continue;
    const text = readText(reader, path.join(top, file));
    if (text !== undefined && text.length < MOST_BYTES) all.set(file, text);
  }
  return all;
}
