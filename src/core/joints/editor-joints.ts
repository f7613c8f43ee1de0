import type { Edit } from '../edits/edit.ts';
import path from 'node:path';
import { joinPointer } from '../formats/json-pointer.ts';
import type { Joint } from './joint.ts';
import type { Ground } from './ground.ts';

const FOLDER = '.vscode';

/** The joints of the settings that an editor reads with a project: one's own folder has them, else that of the host. */
export function editorJoints(ground: Ground): Joint[] {
  const own = ground.inHost(FOLDER);
  const folder = ground.workspace.folder === '.' || ground.names(own).length > 0 ? own : FOLDER;
  const settings = path.posix.join(folder, 'settings.json');
  const extensions = path.posix.join(folder, 'extensions.json');
  const { eol, indent } = ground.workspace.style;
  return [
    {
      name: 'editor.settings',
      ...stateOf(ground, settings),
      tie(tie) {
        return Object.entries(tie.settings).map(([name, value]): Edit => ({
          file: settings,
          format: 'json',
          operation: {
            op: 'set',
            pointer: name.startsWith('/') ? name : joinPointer([name]),
            value: value,
            any: true,
          },
          seed: `{}${eol}`,
        }));
      },
    },
    {
      name: 'editor.extensions',
      ...stateOf(ground, extensions),
      tie(tie) {
        return tie.extensions.map((value) => ({
          file: extensions,
          format: 'json',
          operation: { op: 'add', pointer: '/recommendations', value },
          seed: `{${eol}${indent}"recommendations": []${eol}}${eol}`,
        }));
      },
    },
  ];
}

function stateOf(ground: Ground, file: string): Pick<Joint, 'state' | 'file' | 'detail'> {
  const present = ground.has(file);
  return { state: present ? 'present' : 'makeable', file, detail: present ? 'settings of the editor' : 'a new file' };
}
