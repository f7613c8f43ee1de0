import path from 'node:path';
import { checkStateFolder, stateFolder } from '../history/state-folder.ts';
import type { Doors } from '../ports.ts';
import type { ProofTask } from '../change/proof.ts';
import { encode } from '../text/utf8.ts';

// What is older than so many others nobody looks for.
const MOST_LOGS = 20;

/** Keeps the output of a failed proof in the user's own state, for the user only. Returns the file; undefined where it cannot be written. */
export function keepLog(doors: Doors, { integration, spec }: ProofTask, text: string): string | undefined {
  const { files, clock, environment } = doors;
  try {
    checkStateFolder(doors);
    const folder = path.join(stateFolder(environment), 'logs');
    files.makeFolder(folder, 0o700);
    const at = clock.now().toISOString().replaceAll(/[:.]/g, '-');
    const file = path.join(folder, `${at}-${integration.replaceAll(/[^\w.-]/g, '+')}-${spec.proof}.log`);
    files.put(file, encode(text), 0o600);
    const names = files.list(folder).map(({ name }) => name);
    for (const name of names.slice(0, -MOST_LOGS)) files.removeFile(path.join(folder, name));
    return file;
  } catch {
    // The lines that matter are told all the same.
    return undefined;
  }
}
