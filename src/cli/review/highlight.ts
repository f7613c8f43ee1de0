import path from 'node:path';
import core from 'highlight.js/lib/core';
import bash from 'highlight.js/lib/languages/bash';
import css from 'highlight.js/lib/languages/css';
import ini from 'highlight.js/lib/languages/ini';
import javascript from 'highlight.js/lib/languages/javascript';
import json from 'highlight.js/lib/languages/json';
import php from 'highlight.js/lib/languages/php';
import scss from 'highlight.js/lib/languages/scss';
import twig from 'highlight.js/lib/languages/twig';
import typescript from 'highlight.js/lib/languages/typescript';
import xml from 'highlight.js/lib/languages/xml';
import yaml from 'highlight.js/lib/languages/yaml';
import { printable } from '../render/printable.ts';
import { Html, html } from './html.ts';

const LANGUAGES = { bash, css, ini, javascript, json, php, scss, twig, typescript, xml, yaml };
for (const [name, language] of Object.entries(LANGUAGES)) core.registerLanguage(name, language);

const BY_ENDING: Readonly<Record<string, keyof typeof LANGUAGES>> = {
  '.js': 'javascript',
  '.mjs': 'javascript',
  '.cjs': 'javascript',
  '.jsx': 'javascript',
  '.ts': 'typescript',
  '.mts': 'typescript',
  '.cts': 'typescript',
  '.tsx': 'typescript',
  '.json': 'json',
  '.jsonc': 'json',
  '.css': 'css',
  '.scss': 'scss',
  '.sass': 'scss',
  '.html': 'xml',
  '.xml': 'xml',
  '.svg': 'xml',
  '.vue': 'xml',
  '.svelte': 'xml',
  '.astro': 'xml',
  '.ejs': 'xml',
  '.twig': 'twig',
  '.php': 'php',
  '.yaml': 'yaml',
  '.yml': 'yaml',
  '.sh': 'bash',
  '.ini': 'ini',
  '.toml': 'ini',
  '.neon': 'yaml',
  '.env': 'bash',
};

// Colouring a text of this length takes half a second.
const LONGEST = 300_000;

/** The lines of a file as markup, coloured by its language where that is known; what could deceive a reader is written as an escape. */
export function highlightedLines(text: string, file: string): Html[] {
  const lines = (text.endsWith('\n') ? text.slice(0, -1) : text).split('\n');
  const shown = lines.map((line) => printable(line.replace(/\r$/, '').replaceAll('\t', '    ')));
  const language = languageOf(file);
  if (language === undefined || text.length > LONGEST) return shown.map((line) => html`${line}`);
  return splitMarkup(core.highlight(shown.join('\n'), { language, ignoreIllegals: true }).value);
}

function languageOf(file: string): string | undefined {
  const name = path.posix.basename(file);
  if (name.endsWith('.blade.php')) return 'xml';
  if (name.startsWith('.env')) return 'bash';
  if (/^\.[a-z]+rc$/.test(name)) return 'json';
  return BY_ENDING[path.posix.extname(name)];
}

/** The lines of markup that is made of `<span class>` and text only; spans that go over several lines are closed and opened again. */
function splitMarkup(markup: string): Html[] {
  const open: string[] = [];
  return markup.split('\n').map((line) => {
    const begun = open.join('');
    for (const [tag] of line.matchAll(/<span class="[^"]*">|<\/span>/g)) {
      if (tag === '</span>') open.pop();
      else open.push(tag);
    }
    return new Html(begun + line + '</span>'.repeat(open.length));
  });
}
