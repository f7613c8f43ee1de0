import path from 'node:path';
import { configHomes } from '../joints/config-home.ts';
import { Ground } from '../joints/ground.ts';
import type { Reader } from '../ports.ts';
import { recordOf } from '../records.ts';
import { jsonIn } from '../text/json-text.ts';
import { readText } from '../text/utf8.ts';
import { matchesWildcard } from '../text/wildcard.ts';
import type { Circumstances } from './circumstances.ts';

const NAME =
  /^(\.[\w-]+rc(\.\w+)?|[\w.-]+\.config\.([cm]?[jt]s|json)|webpack\.[\w.]+\.[cm]?[jt]s|config-overrides\.js|(angular|project|nx)\.json)$/;
const FOLDERS = ['', 'config', 'webpack', 'build', '.config', '.storybook'];
const MOST_BYTES = 200_000;

/** A text of a host's configuration, without its comments: these are blanks, so that every offset stays. */
export interface ConfigurationText {
  /** Relative to the host's root. */
  file: string;
  text: string;
}

/**
 * The configuration files of tools in a workspace and at the host's root, and the settings of tools in their manifests: those that
 * are called like a wildcard pattern, and what these take in from other modules.
 */
export function configurationFiles(at: Circumstances, called = '*'): ConfigurationText[] {
  const known = read.get(at.reader) ?? new Map<string, ConfigurationText[]>();
  read.set(at.reader, known);
  const key = JSON.stringify([at.root, at.workspace.folder, called]);
  const found = known.get(key) ?? readAll(at, called);
  known.set(key, found);
  return found;
}

// Every sign of every definition asks; a reader shows one state of the host.
const read = new WeakMap<Reader, Map<string, ConfigurationText[]>>();

function readAll(at: Circumstances, called: string): ConfigurationText[] {
  const { reader, root, workspace } = at;
  const found: ConfigurationText[] = [];
  for (const top of new Set([workspace.folder, '.'])) {
    for (const below of FOLDERS) {
      const folder = path.posix.join(top, below);
      if (reader.kind(path.join(root, folder)) !== 'folder') continue;
      for (const { name, kind } of reader.list(path.join(root, folder))) {
        if (kind === 'folder' || !matchesWildcard(name, called)) continue;
        if (!(below === '' ? NAME.test(name) : /\.([cm]?[jt]s|json|ya?ml)$/.test(name))) continue;
        const file = path.posix.join(folder, name);
        const text = readText(reader, path.join(root, file));
        if (text !== undefined && text.length <= MOST_BYTES) found.push({ file, text: withoutComments(text, name) });
      }
    }
    const settings = settingsIn(at, top, called);
    if (settings) found.push(settings);
  }
  return [...found, ...takenHome(at, found)];
}

/** The modules of the host that these files take their settings from. */
function takenHome(at: Circumstances, known: readonly ConfigurationText[]): ConfigurationText[] {
  const ground = new Ground(at.reader, at.root, at.workspace);
  const homes = known
    .filter(({ file, text }) => /\.[cm]?[jt]s$/.test(file) && /\b(from|require)\b/.test(text))
    .flatMap(({ file, text }) => configHomes(ground, { file, text, seed: '' }).slice(1));
  const texts = new Map(homes.map(({ file, text }) => [file, withoutComments(text, file)]));
  return [...texts].filter(([file]) => !known.some((one) => one.file === file)).map(([file, text]) => ({ file, text }));
}

// What is no tool's settings in a manifest.
const NO_SETTINGS = /^(name|description|keywords|scripts|.*[dD]ependencies|resolutions|overrides|files|author)$/;

function settingsIn(
  { reader, root, workspace }: Circumstances,
  folder: string,
  called: string,
): ConfigurationText | undefined {
  const file = path.posix.join(folder, path.posix.basename(workspace.projects[0]?.file ?? ''));
  const value = jsonIn(readText(reader, path.join(root, file)));
  // A tool's own name is no setting of it.
  const own = Object.entries(recordOf(value)).flatMap(([key, one]) =>
    NO_SETTINGS.test(key) || !matchesWildcard(key, called) ? [] : [one],
  );
  return own.length === 0 ? undefined : { file, text: JSON.stringify(own) };
}

/** A text with blanks in place of its comments. */
export function withoutComments(text: string, file: string): string {
  const blank = (comment: string): string => comment.replaceAll(/[^\n]/g, ' ');
  if (/\.(ya?ml)$/.test(file)) return text.replaceAll(/^\s*#.*$/gm, blank);
  const pages = /\.(html?|vue|svelte|astro)$/.test(file) ? text.replaceAll(/<!--[\s\S]*?-->/g, blank) : text;
  const blocks = pages.replaceAll(/\/\*[\s\S]*?\*\//g, (comment) => (isGlob(comment) ? comment : blank(comment)));
  if (/\.(css|json)$/.test(file)) return blocks;
  return blocks.replaceAll(/(?<=^|[\s;{}(),])\/\/.*$/gm, blank);
}

/** What two globs in one text look like: `'**' + '/*.ts', … '*' + '/'`. */
function isGlob(comment: string): boolean {
  return !comment.includes('\n') && /^\/\*[*.]/.test(comment) && /["']/.test(comment);
}
