import { createHash } from 'node:crypto';

/** The file name under which a checked definition is kept, by its text and the mark of the form that it was checked against. */
export function keptName(schema: string, text: string): string {
  return `${createHash('sha256').update(`${schema}\0${text}`).digest('hex')}.json`;
}
