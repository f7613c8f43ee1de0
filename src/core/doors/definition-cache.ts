import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import writeFileAtomic from 'write-file-atomic';
import type { KeptDefinitions } from '../definition/catalog.ts';
import type { Definition } from '../definition/schema.ts';
import { cacheFolder } from './cache-folder.ts';
import { ifThere } from './node-reader.ts';

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
    get(text) {
      const bytes = ifThere(() => fs.readFileSync(fileOf(text), 'utf8'));
      try {
        return bytes === undefined ? undefined : (JSON.parse(bytes) as Definition);
      } catch {
        return undefined;
      }
    },
    keep(text, definition) {
      try {
        fs.mkdirSync(path.dirname(fileOf(text)), { recursive: true, mode: 0o700 });
        writeFileAtomic.sync(fileOf(text), JSON.stringify(definition), { mode: 0o600, fsync: false });
      } catch {
        // A cache that cannot be written is done without.
      }
    },
  };
}
