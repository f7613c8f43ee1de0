import { type Edit } from '../../edits/edit.ts';
import path from 'node:path';
import { locate } from '../../formats/script/locate.ts';
import { readTexts } from '../../formats/script/read.ts';
import type { ConfigAddress } from '../../formats/script/values.ts';
import { blockedJoint, type Joint } from '../../joints/joint.ts';
import { bootJoint } from '../../joints/boot-joint.ts';
import { browserSources } from '../../joints/browser-sources.ts';
import { configFile, listJoint, newConfig, pluginsJoint, type ConfigFile } from '../../joints/config-file.ts';
import { newFile } from '../../joints/config-file.ts';
import { configuredHeadJoint } from '../../joints/head-joint.ts';
import { packageJoints } from '../../joints/package-joints.ts';
import { sheetJoint } from '../../joints/sheet-joint.ts';
import { byEnvironmentFiles, ONE_FILE, publicEnvironment } from '../../joints/public-environment.ts';
import type { Ground, StackReading } from '../../joints/ground.ts';
import { viteVersion } from '../vite/vite-joints.ts';
import { pickSheet } from '../../joints/own-sheet.ts';

function at(pointer: string): ConfigAddress {
  return { pointer, helpers: ['defineNuxtConfig'], keys: ['modules', 'css', 'app', 'vite', 'ssr', 'devtools'] };
}

/** The joints of an app built with Nuxt (its docs: "Directory structure", "Configuration"). */
export async function readNuxt(ground: Ground): Promise<StackReading> {
  const { style, language } = ground.workspace;
  const seed = newConfig('defineNuxtConfig', undefined, '', style);
  const names = ['ts', 'js', 'mjs', 'mts', 'cjs', 'cts'].map((ending) => `nuxt.config.${ending}`);
  const config = configFile(ground, names, { name: `nuxt.config.${language}`, seed });
  const source = sourceFolder(ground, config);
  const app = ground.first([ground.inHost(path.posix.join(source, 'app.vue'))]);
  return {
    joints: [
      pluginsJoint(ground, config, at('/vite/plugins')),
      listJoint(ground, config, at('/modules'), {
        name: 'framework.modules',
        what: 'module',
        operation: (tie) => ({ op: 'item', address: at('/modules'), code: JSON.stringify(tie.module) }),
      }),
      nuxtSheet(ground, config, source),
      headJoint(ground, config),
      ...(app === undefined ? [] : [bootJoint(ground, app, 'the root component')]),
      pluginFileJoint(ground, source),
      publicEnvironment(ground, { prefix: 'VITE_', files: ONE_FILE }),
      ...(await packageJoints(ground, { expands: true })),
    ],
    absent: { 'app.screen': 'makes its pages routes already, by their files' },
    traits: {
      sheets: ['scss', 'sass'],
      sources: [...new Set([...browserSources(ground), 'ts' as const, 'vue' as const])],
      readsEnvironment: true,
      publicEnvironment: byEnvironmentFiles('import.meta.env.VITE_'),
      runtime: 'both',
      outputs: ['.nuxt', '.output', 'dist', 'coverage'],
      prepare: { program: 'nuxt', args: ['prepare'] },
      implicitImports: '.nuxt/types/imports.d.ts',
      bundler: viteVersion(ground, '5.2.0'),
      folder: source,
      serve: {
        program: 'node',
        args: ['.output/server/index.mjs'],
        environment: { PORT: '{{port}}', NITRO_PORT: '{{port}}', HOST: '127.0.0.1', NITRO_HOST: '127.0.0.1' },
      },
    },
  };
}

/** Where the app's sources are: as configured, in `app` where that is there, else beside the configuration. */
function sourceFolder(ground: Ground, { file, text }: ConfigFile): string {
  const configured = text === undefined ? [] : readTexts(text, at('/srcDir'), { file, style: ground.workspace.style });
  if (configured[0] !== undefined) return path.posix.normalize(configured[0]).replace(/\/$/, '');
  return ground.names(ground.inHost('app')).length > 0 ? 'app' : '.';
}

function nuxtSheet(ground: Ground, config: ConfigFile, source: string): Joint {
  const { file, text } = config;
  const listed = text === undefined ? [] : readTexts(text, at('/css'), { file, style: ground.workspace.style });
  const files = listed.flatMap((name) => {
    const inSource = /^[~@]\//.test(name) ? path.posix.join(source, name.slice(2)) : name.replace(/^(~~|@@)\//, './');
    return /^[\w./]/.test(inSource) ? [ground.inHost(inSource)] : [];
  });
  const { sheet, passedOver } = pickSheet(ground, files);
  const folder = path.posix.join(source, 'assets/css');
  const name = ['main.css', 'site.css', 'app.css'].find((one) => !ground.has(ground.inHost(`${folder}/${one}`)));
  const target = sheet ?? ground.inHost(`${folder}/${name ?? 'global.css'}`);
  const list = listJoint(ground, config, at('/css'), {
    name: 'styles.global',
    what: 'style sheet',
    operation: () => ({ op: 'item', address: at('/css'), code: `'~/assets/css/${path.posix.basename(target)}'` }),
  });
  if (sheet === undefined && list.state === 'blocked' && list.refusal)
    return blockedJoint('styles.global', file, 'its style sheets', list.refusal);
  const load: Edit[] = sheet === undefined ? list.tie({ at: 'styles.global', load: '' }) : [];
  return sheetJoint({ ground, sheet, target, load, by: file, passedOver });
}

function headJoint(ground: Ground, config: ConfigFile): Joint {
  const { file, text } = config;
  const address = at('/app/head/meta');
  const located = text === undefined ? undefined : locate(text, address, { file, style: ground.workspace.style });
  return configuredHeadJoint(config, located, ({ meta, content }) => ({
    op: 'item',
    address,
    code: `{ name: ${JSON.stringify(meta)}, content: ${JSON.stringify(content)} }`,
    unique: 'name',
  }));
}

/** A plugin of the app is a file of its own in the folder `plugins`, which the framework finds. */
function pluginFileJoint(ground: Ground, source: string): Joint {
  const folder = path.posix.join(source, 'plugins');
  const ending = ground.workspace.language;
  return {
    name: 'app.plugins',
    state: 'makeable',
    file: ground.inHost(folder),
    detail: 'a new plugin file',
    tie(tie) {
      const imports = tie.imports.map((one) => {
        const from = 'file' in one ? path.posix.relative(folder, one.file) : one.from;
        const named = Object.entries(one.named ?? {}).map(([name, local]) =>
          name === local ? name : `${name} as ${local}`,
        );
        const parts = [
          ...(one.default === undefined ? [] : [one.default]),
          ...(named.length > 0 ? [`{ ${named.join(', ')} }`] : []),
        ];
        return `import ${parts.length > 0 ? `${parts.join(', ')} from ` : ''}'${from}';`;
      });
      const body = ['export default defineNuxtPlugin(({ vueApp }) => {', `  vueApp.use(${tie.use});`, '});'];
      const text = `${[...imports, ...(imports.length > 0 ? [''] : []), ...body].join('\n')}\n`;
      return [newFile(ground, ground.inHost(`${folder}/${tie.name}.${ending}`), text)];
    },
  };
}
