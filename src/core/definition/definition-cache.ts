import { createHash } from 'node:crypto';
import path from 'node:path';
import type { KeptDefinitions } from './catalog.ts';
import type { Definition } from './definition.ts';
import { cacheFolder, readKept, writeKept } from '../doors/cache-folder.ts';

/**
 * Checked definitions in the user's cache folder. `schema` stands for the form that they were checked against: another
 * form has other entries.
 */
export function keptDefinitions(
  environment: Readonly<Record<string, string | undefined>>,
  schema: string,
): KeptDefinitions {
  const fileOf = (text: string): string => {
    const name = createHash('sha256').update(`${schema}\0${text}`).digest('hex');
    return path.join(cacheFolder(environment), 'definitions', `${name}.json`);
  };
  return {
    get: (text) => readKept(fileOf(text)) as Definition | undefined,
    keep: (text, definition) => writeKept(fileOf(text), definition),
  };
}
