import type { Edit } from '../../edits/edit.ts';
import path from 'node:path';
import { bootJoint, importEdit } from '../../joints/boot-joint.ts';
import { browserSources } from '../../joints/browser-sources.ts';
import { pluginsJoint } from '../../joints/config-file.ts';
import { templateHeadJoint } from '../../joints/head-joint.ts';
import { packageJoints } from '../../joints/package-joints.ts';
import { postcssJoint } from '../../joints/postcss-joint.ts';
import { byEnvironmentFiles } from '../../joints/public-environment.ts';
import { sheetJoint } from '../../joints/sheet-joint.ts';
import type { Ground, StackReading } from '../../joints/ground.ts';
import { at } from '../vite/vite-addresses.ts';
import { configModule, findConfig, VITE_PREVIEW, viteEnvironment, viteVersion } from '../vite/vite-joints.ts';
import { pickSheet } from '../../joints/own-sheet.ts';
import { importsOf } from '../../joints/web-page.ts';

/** The joints of an app built with SvelteKit (its docs: "Project structure", "Routing": layouts). */
export async function readSveltekit(ground: Ground): Promise<StackReading> {
  const config = findConfig(ground);
  const layout = ground.inHost('src/routes/+layout.svelte');
  const seed = ground.has(layout) ? undefined : newLayout(ground);
  const aliases = new Map([['$lib', ground.inHost('src/lib')]]);
  const sheets = seed === undefined ? importsOf(ground, { root: ground.workspace.folder, aliases }, layout).sheets : [];
  const { sheet, passedOver } = pickSheet(ground, sheets);
  const fresh = ['src/app.css', 'src/site.css'].find((name) => !ground.has(ground.inHost(name))) ?? 'src/global.css';
  const target = sheet ?? ground.inHost(fresh);
  const from = path.posix.relative(path.posix.dirname(layout), target);
  const load: Edit[] = sheet === undefined ? [importEdit(layout, { from }, seed)] : [];
  return {
    joints: [
      pluginsJoint(ground, config, at('/plugins')),
      postcssJoint(ground, ground.workspace.folder),
      sheetJoint({ ground, sheet, target, load, by: layout, passedOver }),
      templateHeadJoint(ground, ground.inHost('src/app.html')),
      bootJoint(ground, layout, 'the root layout', seed),
      viteEnvironment(ground, config),
      ...(await packageJoints(ground, { expands: true })),
    ],
    absent: { 'app.screen': 'makes its pages routes already, by their files' },
    traits: {
      sheets: ['scss', 'sass'],
      sources: browserSources(ground),
      readsEnvironment: true,
      publicEnvironment: byEnvironmentFiles('import.meta.env.VITE_'),
      runtime: 'both',
      outputs: ['.svelte-kit', 'build', 'coverage'],
      bundler: viteVersion(ground),
      folder: 'src',
      serve: VITE_PREVIEW,
      packagesInside: true,
      prepare: { program: 'svelte-kit', args: ['sync'] },
      config: configModule(ground, config),
    },
  };
}

/** A layout that shows the page alone. */
function newLayout(ground: Ground): string {
  const { style } = ground.workspace;
  const end = style.semicolons ? ';' : '';
  const older = Number(ground.versionOf('svelte')?.split('.')[0] ?? 5) < 5;
  const lines = older
    ? ['<script>', '</script>', '', '<slot />', '']
    : ['<script>', `${style.indent}let { children } = $props()${end}`, '</script>', '', '{@render children()}', ''];
  return lines.join(style.eol);
}
