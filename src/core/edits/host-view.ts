import path from 'node:path';
import { encode, readText } from '../text/utf8.ts';
import type { OwnedEdits } from './edit.ts';
import type { Reader } from '../ports.ts';
import { editsOn, withoutEdits } from './replay.ts';

/**
 * The host as it would be without what Ligament has put in: joints are looked for there, so that where something goes
 * never depends on what was attached before. Files that were changed where an edit stands are seen as they are.
 */
export function bareHost(reader: Reader, root: string, ledgers: readonly OwnedEdits[]): Reader {
  const edited = new Map<string, { file: string; ledgers: OwnedEdits[] }>();
  for (const ledger of ledgers) {
    for (const file of new Set(ledger.edits.map((edit) => edit.file))) {
      const absolute = path.join(root, file);
      const known = edited.get(absolute) ?? { file, ledgers: [] };
      known.ledgers.push(ledger);
      edited.set(absolute, known);
    }
  }
  if (edited.size === 0) return reader;
  // Made when it is looked at: of a host with thousands of edits a command sees few.
  const seen = new Map<string, Uint8Array | undefined>();
  const view = (absolute: string): Uint8Array | undefined => {
    const known = edited.get(absolute);
    if (!known) return reader.read(absolute);
    if (!seen.has(absolute)) seen.set(absolute, bareFile(reader, absolute, known));
    return seen.get(absolute);
  };
  return {
    read: view,
    kind: (file) => (edited.has(file) ? (view(file) ? 'file' : undefined) : reader.kind(file)),
    list: (folder) => reader.list(folder).filter(({ name }) => !goes(path.join(folder, name))),
    real: (file) => reader.real(file),
    status: (file) => reader.status(file),
  };

  function goes(file: string): boolean {
    return edited.has(file) && view(file) === undefined;
  }
}

function bareFile(
  reader: Reader,
  absolute: string,
  { file, ledgers }: { file: string; ledgers: readonly OwnedEdits[] },
): Uint8Array | undefined {
  const text = readText(reader, absolute);
  const base = withoutEdits(text, editsOn(file, ledgers));
  if (base === 'lost' || base.text === text) return reader.read(absolute);
  return base.text === undefined ? undefined : encode(base.text);
}
