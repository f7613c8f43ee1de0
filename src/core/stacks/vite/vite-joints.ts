import path from 'node:path';
import { exportsFunction, readConfig } from '../../formats/script/read.ts';
import { parseJson } from '../../formats/json/json.ts';
import type { Joint } from '../../joints/joint.ts';
import { readApp } from '../../joints/app-joints.ts';
import { browserSources } from '../../joints/browser-sources.ts';
import { configFile, namedConfigs, newConfig, pluginsJoint, type ConfigFile } from '../../joints/config-file.ts';
import { configHomes, folderIn, fromRoot, pathIn, pathsIn, textIn, type ConfigHome } from '../../joints/config-home.ts';
import { elementsImport } from '../../joints/elements-import.ts';
import { pageHeadJoint } from '../../joints/head-joint.ts';
import { packageJoints } from '../../joints/package-joints.ts';
import { postcssJoint, scriptJoint } from '../../joints/postcss-joint.ts';
import type { Ground, StackReading } from '../../joints/ground.ts';
import { BY_MODE, byEnvironmentFiles, hiddenEnvironment, publicEnvironment } from '../../joints/public-environment.ts';
import type { Traits } from '../../joints/traits.ts';
import { pageBootJoint, pageSheetJoint, readEntries, readPage, type PageSetup } from '../../joints/web-page.ts';
import { entriesOf } from './entries.ts';
import { at, CONFIG_KEYS } from './vite-addresses.ts';

// In the order in which Vite looks for them.
const CONFIG_FILES = ['js', 'mjs', 'ts', 'cjs', 'mts', 'cts'].map((ending) => `vite.config.${ending}`);

/** The joints of a browser app built with Vite. Apart from the stack itself, since only they need the script parser. */
export async function readVite(ground: Ground): Promise<StackReading> {
  const config = findConfig(ground);
  const homes = configHomes(ground, config);
  const setup = pageSetup(ground, config, homes);
  const expected = path.posix.join(setup.root, 'index.html');
  const entries = ground.has(expected) ? undefined : entriesOf(ground, homes);
  const graph = entries ? readEntries(ground, setup, entries) : readPage(ground, setup, expected);
  const app = readApp(ground, graph?.boot);
  const base = textIn(ground, homes, at('/base'));
  const module = configModule(ground, config);
  return {
    joints: [
      pluginsIn(ground, config, homes),
      inlinePostcss(ground, config) ?? postcssJoint(ground, setup.root),
      pageSheetJoint(ground, graph, expected),
      ...pageHeadJoint(ground, expected),
      pageBootJoint(ground, graph, expected),
      ...app.joints,
      viteEnvironment(ground, config),
      ...(await packageJoints(ground, { expands: true })),
    ],
    traits: {
      sheets: ['scss', 'sass'],
      sources: browserSources(ground),
      readsEnvironment: true,
      publicEnvironment: byEnvironmentFiles(`import.meta.env.${envPrefix(ground, config) ?? 'VITE_'}`),
      runtime: 'browser',
      // Relative to the root of the pages (Vite, `build.outDir`).
      outputs: [
        entries?.output ?? folderIn(ground, homes, at('/build/outDir'), { base: setup.root, usual: 'dist' }),
        'coverage',
      ],
      bundler: viteVersion(ground),
      folder: sourceFolder(ground, graph?.boot),
      screen: app.screen,
      // What a server's pages load is shown by that server alone.
      serve: entries ? undefined : VITE_PREVIEW,
      // Its test utilities are loaded from below the project's root only.
      packagesInside: ground.declares('svelte'),
      base,
      baseCode: baseCode(base, module),
      // Every source may have to be read for it.
      get elementsImport() {
        return elementsImport(ground);
      },
      config: module,
    },
  };
}

/** What the variables begin with that browsers get (Vite, `envPrefix`); undefined where that cannot be read. */
function envPrefix(ground: Ground, config: ConfigFile): string | undefined {
  if (!configModule(ground, config)?.keys.includes('envPrefix')) return 'VITE_';
  return textAt(ground, config, '/envPrefix');
}

/** The variables that browsers get from Vite: its own, or the one of a framework on top of it. */
export function viteEnvironment(ground: Ground, config: ConfigFile): Joint {
  const prefix = envPrefix(ground, config);
  if (prefix === undefined) return hiddenEnvironment(ground, 'envPrefix', config.file);
  if (configModule(ground, config)?.keys.includes('envDir')) return hiddenEnvironment(ground, 'envDir', config.file);
  return publicEnvironment(ground, { prefix, files: BY_MODE });
}

/** Vite's own server of built apps: it knows where they lie. */
export const VITE_PREVIEW: Traits['serve'] = {
  program: 'vite',
  args: ['preview', '--port', '{{port}}', '--strictPort', '--host', '127.0.0.1'],
};

/** The base as code: where it is decided only when the app is built, Vite itself tells it (its docs: "Public Base Path"). */
function baseCode(base: string | undefined, module: Traits['config']): string | undefined {
  if (base !== undefined) return base.startsWith('/') ? `'${base}'` : "'/'";
  return module?.keys.includes('base') ? 'import.meta.env.BASE_URL' : undefined;
}

/** Vite as the workspace declares it, as a framework has brought it, or what that framework needs `atLeast`. */
export function viteVersion(ground: Ground, atLeast?: string): Traits['bundler'] {
  const version = ground.versionOf('vite') ?? ground.broughtVersion('vite') ?? atLeast;
  return version === undefined ? undefined : { name: 'vite', version };
}

/** Vite's configuration as a module of the workspace, where it has one. */
export function configModule(ground: Ground, { file, text }: ConfigFile): Traits['config'] {
  if (text === undefined) return undefined;
  const module = `./${path.posix.relative(ground.workspace.folder, file).replace(/\.[cm]?[jt]s$/, '')}`;
  const around = { file, style: ground.workspace.style };
  const isThere = (key: string): boolean => readConfig(text, at(`/${key}`), around).kind !== 'absent';
  // Where even a key that nobody has may be there nothing can be told.
  const keys = isThere('\0') ? [] : CONFIG_KEYS.filter(isThere);
  return { module, isFunction: exportsFunction(text, at(''), around), keys };
}

/** The bundler's plugins: in the configuration itself, or in the module of the workspace that it takes its list from. */
function pluginsIn(ground: Ground, config: ConfigFile, homes: readonly ConfigHome[]): Joint {
  const own = pluginsJoint(ground, config, at('/plugins'));
  if (own.state !== 'blocked') return own;
  const lead = ground.workspace.folder === '.' ? '' : `${ground.workspace.folder}/`;
  for (const { file, text, root } of homes.slice(1)) {
    // What packages beside this one share is theirs, too.
    if (!file.startsWith(lead)) continue;
    const there = pluginsJoint(ground, { file, text, seed: '' }, { ...at('/plugins'), root });
    if (there.state === 'present') return there;
  }
  return own;
}

function textAt(ground: Ground, { file, text }: ConfigFile, pointer: string): string | undefined {
  if (text === undefined) return undefined;
  const value = readConfig(text, at(pointer), { file, style: ground.workspace.style });
  return value.kind === 'path' ? value.path : undefined;
}

/** The folder of the boot module, relative to the workspace; where there is none, `src` if it is there. */
export function sourceFolder(ground: Ground, boot: string | undefined): string {
  const folder = ground.workspace.folder;
  if (boot !== undefined) return path.posix.relative(folder, path.posix.dirname(boot)) || '.';
  return ground.names(ground.inHost('src')).length > 0 ? 'src' : '.';
}

/** Vite's configuration, wherever the scripts say that it is. */
export function findConfig(ground: Ground): ConfigFile {
  const { language, moduleFormat, style } = ground.workspace;
  // A plain .js file is an ES module only where the manifest says so.
  const ending = language === 'ts' ? 'ts' : moduleFormat === 'esm' ? 'js' : 'mjs';
  const seed = newConfig('defineConfig', 'vite', 'plugins: [],', style);
  return configFile(ground, [...namedConfigs(ground, 'vite'), ...CONFIG_FILES], {
    name: `vite.config.${ending}`,
    seed,
  });
}

/** PostCSS set up inside Vite's own configuration: its own files are then not read. */
function inlinePostcss(ground: Ground, { file, text }: ConfigFile): Joint | undefined {
  if (text === undefined) return undefined;
  const inline = readConfig(text, at('/css/postcss'), { file, style: ground.workspace.style });
  if (inline.kind === 'object') return scriptJoint(ground, file, at('/css/postcss/plugins'));
  if (inline.kind === 'path') return postcssJoint(ground, ground.inHost(inline.path));
  return undefined;
}

/** How a page of the project is resolved: its root and import aliases. */
function pageSetup(ground: Ground, { file }: ConfigFile, homes: readonly ConfigHome[]): PageSetup {
  const folder = ground.workspace.folder;
  // A root that is written plainly is relative to where the tool runs.
  const root = pathIn(ground, homes, at('/root'), folder) ?? folder;
  const aliases = new Map<string, string>(compilerPaths(ground));
  for (const { key, path: one, home } of pathsIn(ground, homes, at('/resolve/alias'))) {
    const isOfRoot = !one.anchored && one.path.startsWith('/');
    const target = isOfRoot ? path.posix.join(root, one.path) : fromRoot(home, one, path.posix.dirname(file));
    if (!aliases.has(key) || home.file === file) aliases.set(key, target);
  }
  return { root, aliases };
}

/** Import aliases that the compiler's configuration names (`paths`), as far as they stand for one folder. */
export function compilerPaths(ground: Ground): [string, string][] {
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
