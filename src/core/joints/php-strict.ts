import path from 'node:path';
import type { Ground } from './ground.ts';
import { ownSources } from './own-sources.ts';

const STRICT = /^declare\(\s*strict_types\s*=\s*1\s*\)/m;
// What is asked of all sources, where none lies beside a new one.
const ENOUGH = 40;

/** What a new class begins with below the opening tag, with its blank line: that types are strict, where most classes beside it say so. */
export function strictLine(ground: Ground, file: string): string {
  const folder = path.posix.dirname(file);
  const beside = ground
    .names(folder)
    .filter((name) => name.endsWith('.php'))
    .map((name) => ground.text(`${folder}/${name}`) ?? '');
  const texts = beside.length > 0 ? beside : sourcesOf(ground);
  const strict = texts.filter((text) => STRICT.test(text)).length;
  return strict * 2 > texts.length ? 'declare(strict_types=1);\n\n' : '';
}

function sourcesOf(ground: Ground): string[] {
  const texts: string[] = [];
  for (const { text } of ownSources(ground, /\.php$/)) {
    // Settings and views are no classes.
    if (/^(?:final |abstract |readonly )*class /m.test(text)) texts.push(text);
    if (texts.length === ENOUGH) break;
  }
  return texts;
}
