import { readApp, withinBundler } from '../../joints/app-joints.ts';
import { bootJoint } from '../../joints/boot-joint.ts';
import { browserSources } from '../../joints/browser-sources.ts';
import { elementsImport } from '../../joints/elements-import.ts';
import type { Ground, StackReading } from '../../joints/ground.ts';
import { loadedSheetJoint } from '../../joints/loaded-sheet.ts';
import { pageHeadJoint } from '../../joints/head-joint.ts';
import { packageJoints } from '../../joints/package-joints.ts';
import { BY_MODE, byEnvironmentFiles, publicEnvironment } from '../../joints/public-environment.ts';
import { compilerPaths } from '../vite/vite-joints.ts';

const BUILT = 'build';

/** The joints of a React app that is built with webpack by its scripts, which take no configuration of it (their docs: "Folder Structure"). */
export async function readReactScripts(ground: Ground): Promise<StackReading> {
  const boot = ground.first(['tsx', 'ts', 'jsx', 'js'].map((ending) => ground.inHost(`src/index.${ending}`)));
  const setup = { root: ground.workspace.folder, aliases: new Map(compilerPaths(ground)) };
  const app = readApp(ground, boot);
  const base = basePath(ground.workspace.manifest.all.homepage);
  return {
    joints: [
      ...(boot === undefined ? [] : [loadedSheetJoint(ground, boot, setup), bootJoint(ground, boot, 'the entry')]),
      ...pageHeadJoint(ground, ground.inHost('public/index.html')),
      ...app.joints,
      publicEnvironment(ground, { prefix: 'REACT_APP_', files: BY_MODE }),
      ...(await packageJoints(ground, { expands: true })),
    ],
    absent: {
      'bundler.plugins': 'has no list of plugins for its bundler',
      'postcss.plugins': 'keeps the plugins of PostCSS to itself',
    },
    traits: {
      sources: browserSources(ground),
      // What compiles them comes with the scripts; only the compiler does not.
      sheets: ['scss', 'sass'],
      get elementsImport() {
        return elementsImport(ground);
      },
      elementsInPlain: true,
      readsEnvironment: true,
      publicEnvironment: byEnvironmentFiles('process.env.REACT_APP_'),
      runtime: 'browser',
      outputs: [BUILT, 'coverage'],
      bundler: { name: 'webpack', version: ground.broughtVersion('webpack') ?? '5.0.0' },
      folder: 'src',
      screen: withinBundler(app.screen),
      serve: { folder: BUILT },
      base,
      baseCode: base === undefined ? undefined : 'process.env.PUBLIC_URL',
    },
  };
}

/** The path under which the app lies, by the address that the manifest names (the scripts' docs: "Building for Relative Paths"). */
function basePath(homepage: unknown): string | undefined {
  if (typeof homepage !== 'string') return undefined;
  const path = URL.canParse(homepage) ? new URL(homepage).pathname : homepage;
  return path.startsWith('/') && path !== '/' ? path : undefined;
}
