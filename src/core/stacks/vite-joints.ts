import path from 'node:path';
import { readConfig, readPaths } from '../formats/script/read.ts';
import { locate } from '../formats/script/locate.ts';
import type { ConfigAddress } from '../formats/script/values.ts';
import { parseJson } from '../formats/json.ts';
import { blockedJoint, type Joint } from '../joints.ts';
import { packageJoints } from './package-joints.ts';
import { postcssJoint, scriptJoint } from './postcss-joint.ts';
import type { Ground } from './stack.ts';
import { pageBootJoint, pageSheetJoint, readPage, type PageSetup } from './web-page.ts';

// In the order in which Vite looks for them.
const CONFIG_FILES = ['js', 'mjs', 'ts', 'cjs', 'mts', 'cts'].map((ending) => `vite.config.${ending}`);

/** The joints of a browser app built with Vite. Apart from the stack itself, since only they need the script parser. */
export function viteJoints(ground: Ground): Joint[] {
  const config = findConfig(ground);
  const setup = pageSetup(ground, config);
  const expected = path.posix.join(setup.root, 'index.html');
  const graph = readPage(ground, setup);
  return [
    pluginsJoint(ground, config),
    inlinePostcss(ground, config) ?? postcssJoint(ground, setup.root),
    pageSheetJoint(ground, graph, expected),
    pageBootJoint(ground, graph, expected),
    ...packageJoints(ground),
  ];
}

interface Config {
  /** Host-relative. */
  file: string;
  text: string | undefined;
}

function at(pointer: string): ConfigAddress {
  return {
    pointer,
    helpers: ['defineConfig'],
    merges: ['mergeConfig'],
    keys: [
      'plugins',
      'server',
      'build',
      'resolve',
      'base',
      'css',
      'optimizeDeps',
      'preview',
      'publicDir',
      'define',
      'test',
    ],
  };
}

function findConfig(ground: Ground): Config {
  const named = Object.values(ground.workspace.manifest.scripts).flatMap((script) => {
    const match = /\bvite\b[^&|;]*?(?:--config|-c)[= ](["']?)([^\s"']+)\1/.exec(script);
    return match?.[2] === undefined ? [] : [match[2]];
  });
  const present = ground.first([...named, ...CONFIG_FILES].map((file) => ground.inHost(file)));
  if (present !== undefined) return { file: present, text: ground.text(present) };
  const { language, moduleFormat } = ground.workspace;
  // A plain .js file is an ES module only where the manifest says so.
  const ending = language === 'ts' ? 'ts' : moduleFormat === 'esm' ? 'js' : 'mjs';
  return { file: ground.inHost(`vite.config.${ending}`), text: undefined };
}

function pluginsJoint(ground: Ground, { file, text }: Config): Joint {
  const address = at('/plugins');
  const located = text === undefined ? undefined : locate(text, address, { file, style: ground.workspace.style });
  const seed = located ? undefined : newConfig(ground);
  const tie: Joint['tie'] = (wanted) => {
    if (wanted.at !== 'bundler.plugins') return [];
    const operation = { op: 'item' as const, address, code: wanted.call, imports: [wanted.import] };
    return [{ file, format: 'script', operation, ...(seed === undefined ? {} : { seed }) }];
  };
  if (located && 'refusal' in located)
    return blockedJoint('bundler.plugins', file, 'its plugin list', located.refusal, tie);
  return {
    name: 'bundler.plugins',
    state: located ? 'present' : 'makeable',
    file,
    line: located?.line,
    detail: located
      ? located.made
        ? 'a configuration without plugins'
        : 'a list of plugins'
      : 'a new configuration file',
    tie,
  };
}

function newConfig(ground: Ground): string {
  const { quotes, semicolons, indent, eol } = ground.workspace.style;
  const quote = quotes === 'single' ? "'" : '"';
  const end = semicolons ? ';' : '';
  return [
    `import { defineConfig } from ${quote}vite${quote}${end}`,
    '',
    'export default defineConfig({',
    `${indent}plugins: [],`,
    `})${end}`,
    '',
  ].join(eol);
}

/** PostCSS set up inside Vite's own configuration: its own files are then not read. */
function inlinePostcss(ground: Ground, { file, text }: Config): Joint | undefined {
  if (text === undefined) return undefined;
  const inline = readConfig(text, at('/css/postcss'), { file, style: ground.workspace.style });
  if (inline.kind === 'object') return scriptJoint(ground, file, at('/css/postcss/plugins'));
  if (inline.kind === 'path') return postcssJoint(ground, ground.inHost(inline.path));
  return undefined;
}

function pageSetup(ground: Ground, { file, text }: Config): PageSetup {
  const folder = ground.workspace.folder;
  const around = { file, style: ground.workspace.style };
  const setting = text === undefined ? undefined : readConfig(text, at('/root'), around);
  const root = setting?.kind === 'path' ? ground.inHost(setting.path) : folder;
  const aliases = new Map<string, string>();
  for (const [key, target] of compilerPaths(ground)) aliases.set(key, target);
  const configured = text === undefined ? [] : readPaths(text, at('/resolve/alias'), around);
  for (const [key, target] of configured) {
    aliases.set(
      key,
      target.startsWith('/') ? path.posix.join(root, target) : path.posix.join(path.posix.dirname(file), target),
    );
  }
  return { root, aliases };
}

/** Import aliases that the compiler's configuration names (`paths`), as far as they stand for one folder. */
function compilerPaths(ground: Ground): [string, string][] {
  for (const name of ['tsconfig.json', 'tsconfig.app.json', 'jsconfig.json']) {
    const file = ground.inHost(name);
    const text = ground.text(file);
    if (text === undefined) continue;
    const parsed = parseJson(text, file);
    if ('fault' in parsed) continue;
    const options = member(parsed.root, 'compilerOptions');
    const paths = options && member(options, 'paths');
    const base = String((options && member(options, 'baseUrl'))?.value ?? '.');
    const found = (paths?.children ?? []).flatMap((property): [string, string][] => {
      const [key, value] = property.children ?? [];
      const target: unknown = value?.children?.[0]?.value;
      if (typeof key?.value !== 'string' || typeof target !== 'string') return [];
      if (!key.value.endsWith('/*') || !target.endsWith('/*')) return [];
      return [[key.value.slice(0, -2), ground.inHost(path.posix.join(base, target.slice(0, -2)))]];
    });
    if (found.length > 0) return found;
  }
  return [];
}

type JsonNode = Exclude<ReturnType<typeof parseJson>, { fault: unknown }>['root'];

function member(node: JsonNode, key: string): JsonNode | undefined {
  return node.children?.find((property) => property.children?.[0]?.value === key)?.children?.[1];
}
