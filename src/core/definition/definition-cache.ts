import path from 'node:path';
import type { KeptDefinitions } from './catalog.ts';
import type { Definition } from './definition.ts';
import { keptName } from './kept-name.ts';
import { cacheFolder } from '../doors/cache-folder.ts';
import { readKept, writeKept } from '../doors/kept-values.ts';

/**
 * Checked definitions: those in a folder that ships with the program, and others in the user's cache folder. `schema` stands for the form
 * that they were checked against: another form has other entries.
 */
export function keptDefinitions(
  environment: Readonly<Record<string, string | undefined>>,
  schema: string,
  shipped: string,
): KeptDefinitions {
  const own = (name: string): string => path.join(cacheFolder(environment), 'definitions', name);
  return {
    get(text) {
      const name = keptName(schema, text);
      return (readKept(path.join(shipped, name)) ?? readKept(own(name))) as Definition | undefined;
    },
    keep: (text, definition) => writeKept(own(keptName(schema, text)), definition),
  };
}
