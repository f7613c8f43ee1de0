import { joinPointer } from '../formats/json-pointer.ts';
import type { Joint } from '../joints.ts';
import { positionAt } from '../text/positions.ts';
import type { Ground } from './stack.ts';

/** The joints that every package has, whatever it is built with. */
export function packageJoints(ground: Ground): Joint[] {
  return [scriptsJoint(ground), ignoreJoint(ground)];
}

function scriptsJoint(ground: Ground): Joint {
  const file = ground.inHost('package.json');
  const text = ground.text(file) ?? '';
  const at = /"scripts"\s*:/.exec(text)?.index;
  return {
    name: 'manifest.scripts',
    state: at === undefined ? 'makeable' : 'present',
    file,
    line: at === undefined ? undefined : positionAt(text, at).line,
    detail: at === undefined ? 'a "scripts" section' : counted(Object.keys(ground.workspace.manifest.scripts).length),
    tie(tie) {
      if (tie.at !== 'manifest.scripts') return [];
      return Object.entries(tie.scripts).map(([name, value]) => ({
        file,
        format: 'json',
        operation: { op: 'set', pointer: joinPointer(['scripts', name]), value, behind: ['type', 'version', 'name'] },
      }));
    },
  };
}

function ignoreJoint(ground: Ground): Joint {
  const own = ground.inHost('.gitignore');
  const file = ground.has(own) || !ground.has('.gitignore') ? own : '.gitignore';
  const present = ground.has(file);
  return {
    name: 'ignore.lines',
    state: present ? 'present' : 'makeable',
    file,
    detail: present ? 'an ignore file' : 'a new ignore file',
    tie(tie) {
      if (tie.at !== 'ignore.lines') return [];
      return tie.lines.map((line) => ({ file, format: 'lines', operation: { op: 'ensure', line }, seed: '' }));
    },
  };
}

function counted(scripts: number): string {
  return scripts === 1 ? '1 script' : `${scripts} scripts`;
}
