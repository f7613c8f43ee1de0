import { readTexts } from '../../formats/script/read.ts';
import type { ConfigAddress } from '../../formats/script/values.ts';
import { readApp, withinBundler } from '../../joints/app-joints.ts';
import { bootJoint } from '../../joints/boot-joint.ts';
import { browserSources } from '../../joints/browser-sources.ts';
import { aliasesIn, configHomes, folderIn, fromWorkspace, textIn } from '../../joints/config-home.ts';
import { configFile, type ConfigFile } from '../../joints/config-file.ts';
import type { Ground, StackReading } from '../../joints/ground.ts';
import { loadedSheetJoint } from '../../joints/loaded-sheet.ts';
import { pageHeadJoint } from '../../joints/head-joint.ts';
import { packageJoints } from '../../joints/package-joints.ts';
import { postcssJoint } from '../../joints/postcss-joint.ts';
import { BY_MODE, byEnvironmentFiles, publicEnvironment } from '../../joints/public-environment.ts';
import { compilerPaths, sourceFolder } from '../vite/vite-joints.ts';

function at(pointer: string): ConfigAddress {
  return {
    pointer,
    helpers: ['defineConfig'],
    keys: ['publicPath', 'outputDir', 'pages', 'css', 'devServer', 'configureWebpack'],
  };
}

/** The joints of a Vue app that is built with webpack by its service (its docs: "Configuration Reference"). */
export async function readVueService(ground: Ground): Promise<StackReading> {
  const names = ['js', 'cjs', 'mjs'].map((ending) => `vue.config.${ending}`);
  const config = configFile(ground, names, { name: 'vue.config.js', seed: '' });
  const homes = configHomes(ground, config);
  const aliases = new Map([
    ['@', ground.inHost('src')],
    ...compilerPaths(ground),
    ...aliasesIn(ground, homes, at('/configureWebpack/resolve/alias')),
  ]);
  const setup = { root: ground.workspace.folder, aliases };
  const boot = bootModule(ground, config);
  const app = readApp(ground, boot);
  const output = folderIn(ground, homes, at('/outputDir'), { base: ground.workspace.folder, usual: 'dist' });
  const base = textIn(ground, homes, at('/publicPath'));
  const compiles = ground.finds('sass-loader');
  return {
    joints: [
      // Its loader does not look for ES modules.
      postcssJoint(ground, ground.workspace.folder, 'commonjs'),
      ...(boot === undefined ? [] : [loadedSheetJoint(ground, boot, setup), bootJoint(ground, boot, 'the entry')]),
      ...pageHeadJoint(ground, ground.inHost('public/index.html')),
      ...app.joints,
      publicEnvironment(ground, { prefix: 'VUE_APP_', files: BY_MODE }),
      ...(await packageJoints(ground, { expands: true })),
    ],
    absent: { 'bundler.plugins': 'has plugins of another kind' },
    traits: {
      sources: browserSources(ground),
      sheets: compiles ? ['scss', 'sass'] : [],
      readsEnvironment: true,
      publicEnvironment: byEnvironmentFiles('process.env.VUE_APP_'),
      runtime: 'browser',
      outputs: [output, 'coverage'],
      bundler: { name: 'webpack', version: ground.broughtVersion('webpack') ?? '5.0.0' },
      folder: sourceFolder(ground, boot),
      aliases: fromWorkspace(ground, aliases),
      screen: withinBundler(app.screen),
      serve: { folder: output },
      base,
      baseCode: 'process.env.BASE_URL',
    },
  };
}

/** The entry: what the configuration names for its one page, else the one by its usual name. */
function bootModule(ground: Ground, { file, text }: ConfigFile): string | undefined {
  const around = { file, style: ground.workspace.style };
  const told =
    text === undefined
      ? []
      : ['/pages/index', '/pages/index/entry', '/pages/app/entry'].flatMap((one) => readTexts(text, at(one), around));
  return ground.first([...told, 'src/main.ts', 'src/main.js'].map((name) => ground.inHost(name)));
}
