import { createHash } from 'node:crypto';
import path from 'node:path';
import type { KeptDefinitions } from './catalog.ts';
import type { Definition } from './definition.ts';
import { cacheFolder, readKept, writeKept } from '../doors/cache-folder.ts';

/**
 * Checked definitions: those in a folder that ships with the program, and others in the user's cache folder. `schema` stands for the form
 * that they were checked against: another form has other entries.
 */
export function keptDefinitions(
  environment: Readonly<Record<string, string | undefined>>,
  schema: string,
  shipped: string,
): KeptDefinitions {
  const nameOf = (text: string): string => `${createHash('sha256').update(`${schema}\0${text}`).digest('hex')}.json`;
  const own = (name: string): string => path.join(cacheFolder(environment), 'definitions', name);
  return {
    get(text) {
      const name = nameOf(text);
      return (readKept(path.join(shipped, name)) ?? readKept(own(name))) as Definition | undefined;
    },
    keep: (text, definition) => writeKept(own(nameOf(text)), definition),
  };
}
