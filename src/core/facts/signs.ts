import path from 'node:path';
import type { Signs } from '../definition/signs.ts';
import { packagesFolders } from '../ecosystems/marks.ts';
import { ALL_WORK } from '../ecosystems/works.ts';
import { splitPointer } from '../formats/json-pointer.ts';
import { hooksOf } from '../joints/commit-hooks.ts';
import { isRecord } from '../records.ts';
import { ownFiles } from '../survey/own-files.ts';
import { isVendored } from '../survey/vendored.ts';
import { runsProgram } from '../text/command-words.ts';
import { jsonIn } from '../text/json-text.ts';
import { literally } from '../text/literally.ts';
import { encode, readText } from '../text/utf8.ts';
import { positionAt } from '../text/positions.ts';
import { importingFiles } from '../uses/own-imports.ts';
import { matchesWildcard } from '../text/wildcard.ts';
import type { Circumstances } from './circumstances.ts';
import { configurationFiles, withoutComments, type ConfigurationText } from './configuration-files.ts';

/** Where something of an integration stands that somebody has set up by hand. */
export interface SignPlace {
  /** Relative to the host's root. */
  file: string;
  /** Counted from 1; absent where the whole file is meant. */
  line?: number | undefined;
  /** What stands there, in a few words. */
  what: string;
}

/** What of some signs is there. */
export interface FoundSigns {
  places: SignPlace[];
  /** Kinds of signs of which nothing is there. */
  missing: (keyof Signs)[];
}

type Find = (wanted: never, at: Circumstances) => SignPlace[];

/** Looks for signs in the host as it is without what Ligament put in. */
export function findSigns(wanted: Signs, at: Circumstances): FoundSigns {
  const places: SignPlace[] = [];
  const missing: (keyof Signs)[] = [];
  for (const kind of Object.keys(FINDERS) as (keyof Signs)[]) {
    if (wanted[kind] === undefined) continue;
    const found = (FINDERS[kind] as Find)(wanted[kind] as never, at);
    if (found.length === 0) missing.push(kind);
    // A configuration is a source, too.
    for (const one of found) if (!places.some((other) => isSamePlace(one, other))) places.push(one);
  }
  return { places, missing };
}

function isSamePlace(one: SignPlace, other: SignPlace): boolean {
  return one.file === other.file && one.line === other.line && one.what === other.what;
}

const FINDERS: { [Kind in keyof Signs]-?: (wanted: NonNullable<Signs[Kind]>, at: Circumstances) => SignPlace[] } = {
  packages(wanted, at) {
    const found = wanted.map((name) => declaredAt(name, at));
    return found.every((one) => one !== undefined) ? found : [];
  },
  imports: (wanted, at) =>
    Object.entries(wanted).flatMap(([name, names]) =>
      importingFiles(at.reader, path.join(at.root, at.workspace.folder), name, at.stack.notOwn)
        .filter((one) => names.includes('*') || one.names.some((each) => names.includes(each)))
        .map(({ file, text }) => placed(inWorkspace(at, file), text, name, `imports ${name}`)),
    ),
  loads: (wanted, at) => [...loadingFiles(wanted, at)],
  configures: (wanted, at) =>
    Array.isArray(wanted)
      ? namedIn(configurationFiles(at), wanted)
      : Object.entries(wanted).flatMap(([called, names]) => namedIn(configurationFiles(at, called), names)),
  files: (wanted, at) => wanted.flatMap((pattern) => filesBy(pattern, at)),
  members: (wanted, at) =>
    wanted.flatMap((pointer) =>
      manifests(at).flatMap(({ file, value, text }) => {
        const keys = splitPointer(pointer);
        const held = keys.reduce<unknown>((one, key) => (isRecord(one) ? one[key] : undefined), value);
        return held === undefined ? [] : [placed(file, text, `"${keys.at(-1) ?? ''}"`, `has "${keys.join('.')}"`)];
      }),
    ),
  runs: (wanted, at) =>
    manifests(at).flatMap(({ file, value, text }) =>
      Object.entries(isRecord(value.scripts) ? value.scripts : {}).flatMap(([name, script]) =>
        typeof script === 'string' && wanted.some((program) => runsProgram(script, program))
          ? [placed(file, text, `"${name}"`, `has the script "${name}"`)]
          : [],
      ),
    ),
  commits: (wanted, at) =>
    hooksOf(at.reader, at.root).flatMap(({ file, text }) =>
      wanted.flatMap((program) =>
        runsProgram(text, program) ? [placed(file, text, program, `runs ${program} before a commit`)] : [],
      ),
    ),
};

function inWorkspace({ workspace }: Circumstances, file: string): string {
  return path.posix.normalize(path.posix.join(workspace.folder, file));
}

function placed(file: string, text: string, word: string, what: string): SignPlace {
  const index = text.indexOf(word);
  return { file, line: index === -1 ? undefined : positionAt(text, index).line, what };
}

/** The workspace's folder and that of the host, as far as they are two. */
function folders({ workspace }: Circumstances): string[] {
  return [...new Set([workspace.folder, '.'])];
}

interface ManifestText {
  file: string;
  text: string;
  value: Record<string, unknown>;
}

function manifests(at: Circumstances): ManifestText[] {
  const name = path.posix.basename(at.workspace.projects[0]?.file ?? '');
  return folders(at).flatMap((folder) => {
    const file = path.posix.join(folder, name);
    const text = readText(at.reader, path.join(at.root, file)) ?? '';
    const value = jsonIn(text);
    return isRecord(value) ? [{ file, text, value }] : [];
  });
}

function declaredAt(name: string, at: Circumstances): SignPlace | undefined {
  return manifests(at)
    .filter(({ text }) => ALL_WORK.some((work) => work.declaredIn(encode(text)).has(name)))
    .map(({ file, text }) => placed(file, text, `"${name}"`, `declares ${name}`))[0];
}

function filesBy(pattern: string, at: Circumstances): SignPlace[] {
  const below = path.posix.dirname(pattern);
  const name = path.posix.basename(pattern);
  return folders(at).flatMap((folder) => {
    const place = path.posix.join(folder, below);
    // Nothing lies in a folder that is not there.
    return at.reader
      .list(path.join(at.root, place))
      .filter((entry) => entry.kind !== 'folder' && matchesWildcard(entry.name, name))
      .map((entry) => ({ file: path.posix.join(place, entry.name), what: 'is its configuration' }));
  });
}

/** Where texts of configurations name one of what is wanted. */
function namedIn(texts: readonly ConfigurationText[], wanted: readonly string[]): SignPlace[] {
  return texts.flatMap(({ file, text }) =>
    wanted.flatMap((name) => {
      const found = namedAt(text, name);
      if (!found) return [];
      // What of a manifest is a tool's settings has no lines of its own here.
      const line = text.includes('\n') ? positionAt(text, found.index).line : undefined;
      return [{ file, line, what: `names ${found.name}` }];
    }),
  );
}

/** Where a configuration names something as a text of its own, as a key or as an item. */
function namedAt(text: string, name: string): { index: number; name: string } | undefined {
  const pattern = patternOf(name);
  const forms = [
    `(?<=["'\`])${pattern}(?=["'\`/])`,
    `(?<=[{,]\\s{0,40})${pattern}(?=\\s{0,10}:)`,
    `^\\s*(?:- )?${pattern}\\s*:`,
    `^\\s*- ${pattern}\\s*$`,
  ];
  const found = new RegExp(forms.join('|'), 'm').exec(text);
  return found ? { index: found.index, name: found[0].replaceAll(/^[\s-]+|[\s:]+$/g, '') } : undefined;
}

const SHEET = /\.(css|scss|sass|less|styl|pcss|postcss)$/;
const COMPONENT = /\.(vue|svelte|astro)$/;
const SCRIPT = /\.[cm]?[jt]sx?$/;
const PAGE = /\.(html?|ejs|pug|hbs|njk|twig)$/;
const MOST_BYTES = 300_000;

function* loadingFiles(wanted: readonly string[], at: Circumstances): Generator<SignPlace> {
  const rules = wanted.filter((one) => one.startsWith('@') && !one.includes('/'));
  const modules = wanted.filter((one) => !rules.includes(one));
  const top = path.join(at.root, at.workspace.folder);
  for (const file of ownFiles(at.reader, top)) {
    if (![SHEET, COMPONENT, SCRIPT, PAGE].some((ending) => ending.test(file)) || isVendored(file)) continue;
    if (at.stack.notOwn.some((folder) => file.startsWith(`${folder}/`))) continue;
    const text = readText(at.reader, path.join(top, file));
    if (text === undefined || text.length > MOST_BYTES || !wanted.some((one) => text.includes(one))) continue;
    const plain = withoutComments(text, file);
    for (const name of modules) {
      const index = loadedAt(plain, name);
      if (index !== undefined)
        yield { file: inWorkspace(at, file), line: positionAt(text, index).line, what: `loads ${name}` };
    }
    if (!SHEET.test(file) && !COMPONENT.test(file)) continue;
    for (const rule of rules) {
      const index = new RegExp(`${rule}(?![\\w-])`).exec(plain)?.index;
      if (index !== undefined)
        yield { file: inWorkspace(at, file), line: positionAt(text, index).line, what: `has ${rule}` };
    }
  }
  for (const { file, text } of configurationFiles(at)) {
    for (const name of modules) {
      const index = loadedAt(text, name);
      if (index !== undefined) yield { file, line: positionAt(text, index).line, what: `loads ${name}` };
    }
  }
}

/** Where a text loads a package, or a file in it: by its name, or by the path to where it is installed. */
function loadedAt(text: string, name: string): number | undefined {
  const found = new RegExp(
    `["'(](?:~|[./]*(?:${packagesFolders().join('|')})/)?${patternOf(name)}(?:/[^"')\\s]*)?["')]`,
  ).exec(text);
  return found?.index;
}

/** A name as a regular expression, in which `*` stands for anything but the end of a text. */
function patternOf(name: string): string {
  return name.split('*').map(literally).join('[^"\'`\\s]{0,200}');
}
