import type { Joint } from './joint.ts';
import { importEdit } from './boot-joint.ts';
import { localImport, moduleEnding } from './local-import.ts';
import type { ServerEntry } from './server-entry.ts';
import type { Ground } from './ground.ts';

/** The joint "the app's boot module": what a server is started by. */
export function entryJoint(ground: Ground, { file }: ServerEntry): Joint {
  return {
    name: 'app.boot',
    state: 'present',
    file,
    line: 1,
    detail: 'what the server is started by',
    tie: ({ imports, first }) =>
      imports.map((one) => {
        const spec = localImport(one, file, ground.workspace.folder, moduleEnding(ground, file));
        return importEdit(file, { ...spec, first });
      }),
  };
}
