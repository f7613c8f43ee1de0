import type { Edit } from '../edits/edit.ts';

/** Whether a file names the classes of a list by short names that it imports. */
export function importsClasses(text: string): boolean {
  return /^use\s+[\w\\]+;/m.test(text) && !/\\\w+::class/.test(text);
}

/** How a class is named in a file, and the edit that this needs: imported where the others are. */
export function namedClass(file: string, text: string, name: string): { local: string; edits: Edit[] } {
  if (!importsClasses(text)) return { local: name, edits: [] };
  const local = name.slice(name.lastIndexOf('\\') + 1);
  return { local, edits: [{ file, format: 'php', operation: { op: 'use', name } }] };
}
