import { mentionsOf } from '../formats/script/mentions.ts';
import type { UsePatterns } from '../definition/parts.ts';
import { matchesWildcard } from '../text/wildcard.ts';

const SCRIPT = /\.[cm]?[jt]sx?$/;
const COMPONENT = /\.(vue|svelte|astro)$/;
const STYLE = /\.(css|scss|sass|less|pcss|postcss)$/;
// Ends that are missing must not make every beginning look through all that follows.
const ATTRIBUTE = /\bclass(?:Name|List)?\s{0,20}=\s{0,20}(?:"[^"]{0,1000}"|'[^']{0,1000}'|\{[^}]{0,1000}\})/g;
const SCRIPT_START = /<script\b[^>]{0,1000}>|^---\r?\n/g;
const STYLE_START = /<style\b[^>]{0,1000}>/g;
const MARKUP = /\.([cm]?[jt]sx|vue|svelte|astro|html?|ejs|pug|hbs|twig|njk|liquid|php|mdx)$/;

/** Whether a file can hold uses at all, by its ending. */
export function canUse(file: string): boolean {
  return [SCRIPT, COMPONENT, STYLE, MARKUP].some((ending) => ending.test(file));
}

/** What is looked for. */
export interface Sought {
  packages: readonly string[];
  patterns: UsePatterns;
  /** Classes that the host's own style sheets have rules for: they are nobody else's. */
  own: ReadonlySet<string>;
}

/** The classes that a style sheet, or the styles of a component, have rules for. */
export function ownClasses(text: string, file: string): string[] {
  const styles = STYLE.test(file) ? [text] : COMPONENT.test(file) ? styleBlocks(text) : [];
  return styles.flatMap((style) => [...style.matchAll(/\.(-?[a-z_][\w-]*)/gi)].map(([, name = '']) => name));
}

function styleBlocks(text: string): string[] {
  const found: string[] = [];
  for (const { 0: opening, index } of text.matchAll(STYLE_START)) {
    const start = index + opening.length;
    const end = text.indexOf('</style', start);
    if (end === -1) break;
    found.push(text.slice(start, end));
  }
  return found;
}

/**
 * Where a source uses packages or what comes with them: imports, the names that those bring, classes, at-rules, and names
 * that are known without an import. Offsets in the text, in order.
 */
export function usesIn(text: string, file: string, { packages, patterns, own }: Sought): number[] {
  const isMeant = (module: string): boolean =>
    packages.some((name) => module === name || module.startsWith(`${name}/`));
  const found: number[] = [];
  if (packages.some((name) => text.includes(name))) {
    if (SCRIPT.test(file)) found.push(...mentionsOf(text, file, isMeant).at);
    if (COMPONENT.test(file)) found.push(...inComponent(text, isMeant));
    if (STYLE.test(file) || COMPONENT.test(file)) found.push(...inStyle(text, isMeant));
  }
  const { classes = [], rules = [], names = [] } = patterns;
  if (MARKUP.test(file) && classes.length > 0) found.push(...usedClasses(text, classes, own));
  if ((STYLE.test(file) || COMPONENT.test(file)) && rules.length > 0) found.push(...usedRules(text, rules));
  if (!STYLE.test(file) && names.length > 0) found.push(...wordsIn(text, new Set(names)));
  return [...new Set(found)].sort((a, b) => a - b);
}

/** The scripts of a component; where their names stand outside of them, as in the template. */
function inComponent(text: string, isMeant: (module: string) => boolean): number[] {
  const found: number[] = [];
  const words = new Set<string>();
  const scripts: { start: number; end: number }[] = [];
  for (const { 0: opening, index } of text.matchAll(SCRIPT_START)) {
    const start = index + opening.length;
    const end = text.indexOf(opening.startsWith('<') ? '</script' : '\n---', start);
    if (end === -1) break;
    const { at, names } = mentionsOf(text.slice(start, end), 'block.ts', isMeant);
    for (const offset of at) found.push(start + offset);
    for (const name of names) words.add(name).add(kebab(name));
    scripts.push({ start, end });
  }
  if (words.size === 0) return found;
  let next = 0;
  for (const at of wordsIn(text, words)) {
    while (scripts[next] && at >= (scripts[next]?.end ?? 0)) next += 1;
    if (at < (scripts[next]?.start ?? text.length)) found.push(at);
  }
  return found;
}

function inStyle(text: string, isMeant: (module: string) => boolean): number[] {
  return [...text.matchAll(/@[a-z-]+\s+(?:url\(\s*)?["']([^"'\n]+)["']/g)]
    .filter(([, module = '']) => isMeant(module))
    .map(({ index }) => index);
}

/** Classes in attributes, however they are written: `class="a"`, `:class="{ a: b }"`, `className={'a'}`. */
function usedClasses(text: string, patterns: readonly string[], own: ReadonlySet<string>): number[] {
  const found: number[] = [];
  for (const { 0: attribute, index } of text.matchAll(ATTRIBUTE)) {
    const start = attribute.indexOf('=') + 1;
    for (const { 0: word, index: at } of attribute.slice(start).matchAll(/[^\s"'`{},]+/g)) {
      if (!own.has(word) && patterns.some((pattern) => matchesWildcard(word, pattern))) found.push(index + start + at);
    }
  }
  return found;
}

function usedRules(text: string, rules: readonly string[]): number[] {
  return [...text.matchAll(/@([a-z-]+)/g)].filter(([, rule = '']) => rules.includes(rule)).map(({ index }) => index);
}

/** Where words stand by themselves; `$` and letters beside one make it another. */
function wordsIn(text: string, words: ReadonlySet<string>): number[] {
  return [...text.matchAll(/[\w$-]+/g)].filter(([word]) => words.has(word)).map(({ index }) => index);
}

function kebab(name: string): string {
  return name.replace(/(?<=[a-z\d])(?=[A-Z])/g, '-').toLowerCase();
}
