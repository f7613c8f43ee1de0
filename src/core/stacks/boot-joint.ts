import type { ImportSpec } from '../formats/script/import-spec.ts';
import type { Edit, Joint } from '../joints.ts';
import { localImport } from './local-import.ts';
import type { Ground } from './stack.ts';

/** The joint "the app's boot module": a module, or a component whose script is one. */
export function bootJoint(ground: Ground, file: string, detail: string, seed?: string): Joint {
  return {
    name: 'app.boot',
    state: seed === undefined ? 'present' : 'makeable',
    file,
    ...(seed === undefined ? { line: 1 } : {}),
    detail,
    tie: (tie) =>
      tie.at === 'app.boot' ? [importEdit(file, localImport(tie.import, file, ground.workspace.folder), seed)] : [],
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
