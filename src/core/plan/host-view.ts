import path from 'node:path';
import { encode, readText } from '../doors/text.ts';
import { overlay } from '../doors/overlay.ts';
import type { Ledger } from '../ledger/ledger.ts';
import type { Reader } from '../ports.ts';
import { editsOn, withoutEdits } from './replay.ts';

/**
 * The host as it would be without what Ligament has put in: joints are looked for there, so that where something goes
 * never depends on what was attached before. Files that were changed where an edit stands are seen as they are.
 */
export function bareHost(reader: Reader, root: string, ledgers: readonly Ledger[]): Reader {
  const files = new Set(ledgers.flatMap((ledger) => ledger.edits.map((edit) => edit.file)));
  const changes = new Map<string, Uint8Array | undefined>();
  for (const file of files) {
    const absolute = path.join(root, file);
    const text = readText(reader, absolute);
    const base = withoutEdits(text, editsOn(file, ledgers));
    if (base !== 'lost' && base.text !== text)
      changes.set(absolute, base.text === undefined ? undefined : encode(base.text));
  }
  return overlay(reader, changes);
}
