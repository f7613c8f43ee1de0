import type { Edit } from '../../edits/edit.ts';
import { wayTo } from '../../path-names.ts';
import path from 'node:path';
import { readTexts } from '../../formats/script/read.ts';
import type { ConfigAddress } from '../../formats/script/values.ts';
import type { Joint } from '../../joints/joint.ts';
import { bootJoint, importEdit } from '../../joints/boot-joint.ts';
import { browserSources } from '../../joints/browser-sources.ts';
import { configFile, newConfig, pluginsJoint } from '../../joints/config-file.ts';
import { templateHeadJoint } from '../../joints/head-joint.ts';
import { packageJoints } from '../../joints/package-joints.ts';
import { postcssJoint } from '../../joints/postcss-joint.ts';
import { sheetJoint } from '../../joints/sheet-joint.ts';
import { BY_MODE, byEnvironmentFiles, publicEnvironment } from '../../joints/public-environment.ts';
import type { Ground, StackReading } from '../../joints/ground.ts';
import { compilerPaths, viteVersion } from '../vite/vite-joints.ts';
import { pickSheet } from '../../joints/own-sheet.ts';
import { importsOf } from '../../joints/web-page.ts';

function at(pointer: string): ConfigAddress {
  return { pointer, helpers: ['defineConfig'], keys: ['integrations', 'site', 'base', 'output', 'vite', 'adapter'] };
}

/** The joints of a site built with Astro (its docs: "Project structure", "Configuration reference"). */
export async function readAstro(ground: Ground): Promise<StackReading> {
  const seed = newConfig('defineConfig', 'astro/config', '', ground.workspace.style);
  const names = ['mjs', 'js', 'ts', 'mts', 'cjs', 'cts'].map((ending) => `astro.config.${ending}`);
  const config = configFile(ground, names, { name: 'astro.config.mjs', seed });
  const around = { file: config.file, style: ground.workspace.style };
  const text = (pointer: string): string | undefined =>
    config.text === undefined ? undefined : readTexts(config.text, at(pointer), around)[0];
  const source = path.posix.normalize(text('/srcDir') ?? 'src').replace(/\/$/, '');
  return {
    joints: [
      pluginsJoint(ground, config, at('/vite/plugins')),
      postcssJoint(ground, ground.workspace.folder),
      ...pageJoints(ground, source),
      publicEnvironment(ground, { prefix: 'PUBLIC_', files: BY_MODE }),
      ...(await packageJoints(ground, { expands: true })),
    ],
    absent: { 'app.screen': 'makes its pages routes already, by their files' },
    traits: {
      sheets: ['scss', 'sass'],
      shownBy: 'build',
      sources: browserSources(ground),
      readsEnvironment: true,
      publicEnvironment: byEnvironmentFiles('import.meta.env.PUBLIC_'),
      runtime: 'both',
      outputs: [path.posix.normalize(text('/outDir') ?? 'dist'), '.astro', 'coverage'],
      bundler: viteVersion(ground, '5.2.0'),
      folder: source,
      serve: { program: 'astro', args: ['preview', '--port', '{{port}}', '--host', '127.0.0.1'] },
      base: text('/base'),
    },
  };
}

/** The joints in the component that writes the page's frame: the layout that has `<html>`, else the page that has it. */
function pageJoints(ground: Ground, source: string): Joint[] {
  const frame = ['layouts', 'components', 'pages']
    .flatMap((folder) => {
      const inHost = ground.inHost(`${source}/${folder}`);
      return ground
        .names(inHost)
        .filter((name) => name.endsWith('.astro'))
        .map((name) => `${inHost}/${name}`);
    })
    .find((file) => /<html\b/i.test(ground.text(file) ?? ''));
  if (frame === undefined) return [];
  const setup = { root: ground.workspace.folder, aliases: new Map(compilerPaths(ground)) };
  const { sheet, passedOver } = pickSheet(ground, importsOf(ground, setup, frame).sheets);
  const folder = ground.inHost(`${source}/styles`);
  const name = ['global.css', 'site.css'].find((one) => !ground.has(`${folder}/${one}`)) ?? 'sheet.css';
  const target = sheet ?? `${folder}/${name}`;
  const load: Edit[] =
    sheet === undefined ? [importEdit(frame, { from: wayTo(path.posix.dirname(frame), target) })] : [];
  return [
    sheetJoint({ ground, sheet, target, load, by: frame, passedOver }),
    templateHeadJoint(ground, frame),
    bootJoint(ground, frame, 'the layout of the pages'),
  ];
}
