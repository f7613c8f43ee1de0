import path from 'node:path';
import { readTexts } from '../../formats/script/read.ts';
import type { ConfigAddress } from '../../formats/script/values.ts';
import { blockedJoint, type Joint } from '../../joints/joint.ts';
import { readApp, withinBundler } from '../../joints/app-joints.ts';
import { bootJoint } from '../../joints/boot-joint.ts';
import { browserSources } from '../../joints/browser-sources.ts';
import { aliasesIn, configHomes, folderIn, fromWorkspace } from '../../joints/config-home.ts';
import { configFile, namedConfigs, type ConfigFile } from '../../joints/config-file.ts';
import { elementsImport } from '../../joints/elements-import.ts';
import { packageJoints } from '../../joints/package-joints.ts';
import { postcssJoint } from '../../joints/postcss-joint.ts';
import { loadedSheetJoint } from '../../joints/loaded-sheet.ts';
import type { Ground, StackReading } from '../../joints/ground.ts';
import { compilerPaths, sourceFolder } from '../vite/vite-joints.ts';
import { definedVariables } from './defined.ts';
import { resolveFrom, type PageSetup } from '../../joints/web-page.ts';

function at(pointer: string): ConfigAddress {
  return { pointer, merges: ['merge'], keys: ['entry', 'output', 'module', 'plugins', 'mode', 'resolve', 'devServer'] };
}

/** The joints of a browser app built with webpack (its docs: "Configuration"). */
export async function readWebpack(ground: Ground): Promise<StackReading> {
  const names = ['js', 'cjs', 'mjs', 'ts'].flatMap((ending) => [
    `webpack.config.${ending}`,
    `webpack.common.${ending}`,
  ]);
  const named = namedConfigs(ground, 'webpack');
  const config = configFile(ground, [...named, ...names], { name: 'webpack.config.js', seed: '' });
  const homes = configHomes(ground, config);
  const texts = (pointer: string): string[] =>
    homes.flatMap(({ file, text, root }) =>
      readTexts(text, { ...at(pointer), root }, { file, style: ground.workspace.style }),
    );
  const aliases = new Map([...compilerPaths(ground), ...aliasesIn(ground, homes, at('/resolve/alias'))]);
  const setup = { root: ground.workspace.folder, aliases };
  const entries = [...texts('/entry'), ...texts('/entry/main'), ...texts('/entry/app'), './src/index'];
  const boot = bootModule(ground, setup, config, entries);
  const app = readApp(ground, boot);
  const output = folderIn(ground, homes, at('/output/path'), { base: ground.workspace.folder, usual: 'dist' });
  const built = buildConfigs(ground, named, config).map((one) =>
    one.file === config.file ? homes : configHomes(ground, one),
  );
  const defined = definedVariables(ground, built, at('/plugins'));
  return {
    joints: [
      postcss(ground, config.file, homes.map(({ text }) => text).join('\n')),
      ...(boot === undefined ? [] : bootJoints(ground, boot, setup)),
      ...app.joints,
      defined.joint,
      ...(await packageJoints(ground)),
    ],
    absent: {
      'bundler.plugins': 'has plugins of another kind',
    },
    traits: {
      sources: browserSources(ground),
      // Every source may have to be read for it.
      get elementsImport() {
        return elementsImport(ground);
      },
      elementsInPlain: true,
      runtime: 'browser',
      outputs: [path.posix.normalize(output), 'coverage'],
      bundler: { name: 'webpack', version: ground.versionOf('webpack') ?? '0.0.0' },
      folder: sourceFolder(ground, boot),
      aliases: fromWorkspace(ground, aliases),
      screen: withinBundler(app.screen),
      publicEnvironment: defined.environment,
      serve: { folder: path.posix.normalize(output) },
    },
  };
}

/** The first of some entries that is there. What is written plainly is relative to where the bundler runs (webpack, "context"). */
function bootModule(ground: Ground, setup: PageSetup, config: ConfigFile, entries: string[]): string | undefined {
  const places = [ground.inHost('webpack.config.js'), config.file];
  return places.flatMap((from) =>
    entries.flatMap((entry) => resolveFrom(ground, setup, from, entry.replace(/^(?![./])/, './')) ?? []),
  )[0];
}

/** Every configuration that scripts name, each of which builds or serves the app; where they name none, the usual one. */
function buildConfigs(ground: Ground, named: readonly string[], usual: ConfigFile): ConfigFile[] {
  const there = [...new Set(named.map((name) => ground.inHost(name)))].flatMap((file): ConfigFile[] => {
    const text = ground.text(file);
    return text === undefined ? [] : [{ file, text, seed: '' }];
  });
  return there.length > 0 ? there : [usual];
}

/** PostCSS's own configuration counts only where a loader reads it. */
function postcss(ground: Ground, file: string, text: string): Joint {
  // Before its version 8 the loader does not look for ES modules (postcss-loader, "Config Files").
  const isOlder = Number.parseInt(ground.versionOf('postcss-loader') ?? '8') < 8;
  if (/postcss-loader/.test(text)) return postcssJoint(ground, ground.workspace.folder, isOlder ? 'commonjs' : 'esm');
  return blockedJoint('postcss.plugins', file, 'no loader for PostCSS', {
    reason: 'its rules for style sheets do not use postcss-loader',
    handwork:
      "Install postcss-loader, and add 'postcss-loader' behind 'css-loader' in the rule for .css files; then attach again.",
  });
}

function bootJoints(ground: Ground, boot: string, setup: PageSetup): Joint[] {
  return [loadedSheetJoint(ground, boot, setup), bootJoint(ground, boot, 'the entry')];
}
