import { existsSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { fileURLToPath } from 'node:url';
import { Language, Parser } from 'web-tree-sitter';

/** The parser of PHP with its grammar, both WebAssembly: they lie beside the program, or in the packages that bring them. */
export const phpParser = await load();

async function load(): Promise<Parser> {
  await Parser.init({ locateFile: (name: string) => placeOf(name, `web-tree-sitter/${name}`) });
  const parser = new Parser();
  parser.setLanguage(
    await Language.load(readFileSync(placeOf('tree-sitter-php.wasm', 'tree-sitter-php/tree-sitter-php.wasm'))),
  );
  return parser;
}

function placeOf(name: string, inPackages: string): string {
  const beside = fileURLToPath(new URL(name, import.meta.url));
  return existsSync(beside) ? beside : createRequire(import.meta.url).resolve(inPackages);
}
