import path from 'node:path';
import type { Ground } from './ground.ts';
import type { KindGrowth, Standing } from './growth.ts';
import { ownFilesOf } from './own-sources.ts';

/** Whether a class does nothing but give one answer. */
export function answersOnly(text: string): boolean {
  const methods = [...text.matchAll(/\bfunction\s+(?!__construct\b)\w+\s*\([^)]*\)[^{;]*\{([^}]*)\}/g)];
  return methods.length === 1 && /^\s*return\b[^;[]*;\s*$/.test(methods[0]?.[1] ?? '');
}

/** The names by which a class gives something to its template: keys of a list, which Blade has as variables. */
export function givenToTemplate(text: string): string[] {
  return [...text.matchAll(/(?<=[[,(]\s*)['"](\w+)['"]\s*=>/g)].flatMap(([, name = '']) => [name, `$${name}`]);
}

/** A page that is all of its document: a heading, and what comes below it. */
export function plainDocument(title: string, language: string, below: readonly string[] = []): string {
  const rest = below.map((line) => (line === '' ? '\n' : `        ${line}\n`)).join('');
  return `<!doctype html>\n<html lang="${language}">\n    <head>\n        <meta charset="utf-8">\n        <meta name="viewport" content="width=device-width, initial-scale=1">\n        <title>${title}</title>\n    </head>\n    <body>\n        <h1>${title}</h1>\n${rest}    </body>\n</html>\n`;
}

// Where templates lie that others show in themselves, by the names that people give such folders.
const FOLDER = /(^|\/)(components?|partials?|includes?)$/i;

/** How templates come to be that others show in themselves: those in folders of their own, and what begins with an underscore. */
export function templateComponents(
  ground: Ground,
  { folder, ending, first }: { folder: string; ending: string; first: (kebab: string, snake: string) => string },
): KindGrowth {
  const files = ownFilesOf(ground).filter((file) => file.startsWith(`${folder}/`) && file.endsWith(ending));
  return {
    standing: files.flatMap((file): Standing[] => {
      const name = path.posix.basename(file).slice(0, -ending.length);
      const isOne = FOLDER.test(path.posix.dirname(file)) || name.startsWith('_');
      // What holds a whole page is no part of one.
      return isOne && !/<html\b/i.test(ground.text(file) ?? '') ? [{ file, name: name.replace(/^_/, '') }] : [];
    }),
    plainText: ({ sentence }) => `<div>\n    <p>${sentence}</p>\n</div>\n`,
    first: ({ kebab, snake }) => ({ file: first(kebab, snake), ties: [] }),
  };
}
