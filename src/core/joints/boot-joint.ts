import type { Edit } from '../edits/edit.ts';
import type { ImportSpec } from '../formats/script/import-spec.ts';
import type { Joint } from './joint.ts';
import { localImport } from './local-import.ts';
import type { Ground } from './ground.ts';

/** The joint "the app's boot module": a module, or a component whose script is one. */
export function bootJoint(ground: Ground, file: string, detail: string, seed?: string): Joint {
  return {
    name: 'app.boot',
    state: seed === undefined ? 'present' : 'makeable',
    file,
    ...(seed === undefined ? { line: 1 } : {}),
    detail,
    tie: ({ imports }) => imports.map((one) => importEdit(file, localImport(one, file, ground.workspace.folder), seed)),
  };
}

/** The edit by which a module, or the script of a component, imports another one. */
export function importEdit(file: string, spec: ImportSpec, seed?: string): Edit {
  const script = { op: 'import' as const, import: spec };
  const edit: Edit = /\.(vue|svelte|astro)$/.test(file)
    ? { file, format: 'component', operation: { op: 'script', script } }
    : { file, format: 'script', operation: script };
  return seed === undefined ? edit : { ...edit, seed };
}
