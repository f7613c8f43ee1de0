import { recordOf } from '../records.ts';
import { editorJoints } from './editor-joints.ts';
import type { Ground, StackReading } from './ground.ts';
import type { Joint } from './joint.ts';
import { environmentJoint, ignoreJoint, scriptsJoint, settingsJoint } from './package-joints.ts';
import { PLAIN, type Traits } from './traits.ts';

/** What a project of PHP says in its own manifest; undefined where the workspace has none. */
export function phpProject(ground: Ground) {
  return ground.workspace.projects.find(({ ecosystem }) => ecosystem === 'composer');
}

/** Whether a project of PHP requires a package itself. */
export function requires(ground: Ground, name: string): boolean {
  return ground.workspace.package(name) !== undefined;
}

/** The joints that every project of PHP has, whatever it is built with. */
export function phpJoints(ground: Ground): Joint[] {
  const ignore = ignoreJoint(ground);
  return [...phpToolJoints(ground), ...editorJoints(ground), environmentJoint(ground, ignore, false), ignore];
}

/** Its scripts and settings of tools: they are in its own manifest, also where another one stands beside it. */
export function phpToolJoints(ground: Ground): Joint[] {
  const project = phpProject(ground);
  const file = project?.file ?? ground.manifest;
  const scripts = Object.entries(recordOf(project?.all?.scripts)).map(([name, value]) => [
    name,
    typeof value === 'string' ? value : JSON.stringify(value),
  ]);
  return [
    scriptsJoint(ground, { file, scripts: Object.fromEntries(scripts) as Record<string, string> }),
    settingsJoint(ground, file),
  ];
}

/** What is so of every project of PHP. */
export function phpTraits(ground: Ground): Traits {
  const folders = ['src', 'app', 'lib'].filter((name) => ground.names(ground.inHost(name)).length > 0);
  return { ...PLAIN, sources: ['php'], folder: folders[0] ?? '.', outputs: [] };
}

/** What can be told of any project of PHP. */
export function readPhp(ground: Ground): StackReading {
  return { joints: phpJoints(ground), traits: phpTraits(ground) };
}
