import type { Catalog } from '../definition/catalog.ts';
import { type Ledger } from '../ledger/record.ts';
import { allLedgers } from '../ledger/ledger.ts';
import { bareHost } from '../edits/host-view.ts';
import type { Doors, Reader } from '../ports.ts';
import { findHost, readHost, type HostPlace } from '../survey/host.ts';
import { surveyHost, type HostFacts } from '../survey/survey.ts';

/** What every command starts from: the host as it is, and the host as it would be bare of what Ligament put in. */
export interface Context {
  doors: Doors;
  /** Shows the host as it is; while several things are planned at once, as those before have left it. */
  reader: Reader;
  catalog: Catalog;
  host: HostPlace;
  /** Facts of the host as it is now. */
  facts: HostFacts;
  ledgers: Ledger[];
  /** Shows the host bare; equal to the plain reader where nothing is attached. */
  bare: Reader;
  /** Facts of the bare host: what depends on them never depends on what was attached before. */
  bareFacts: HostFacts;
}

/** Reads a host from one of its folders. Throws a Problem (status 2) where there is none or a file of it is broken. */
export async function openHost(doors: Doors, catalog: Catalog, from: string): Promise<Context> {
  const host = await findHost(doors.files, from);
  return contextOf(doors, catalog, host, doors.files);
}

/** Reads a host anew from its root on, through another reader where what is planned shall be seen as done. */
export async function readContext(
  doors: Doors,
  catalog: Catalog,
  root: string,
  reader: Reader = doors.files,
): Promise<Context> {
  return contextOf(doors, catalog, await readHost(reader, root), reader);
}

async function contextOf(doors: Doors, catalog: Catalog, host: HostPlace, through: Reader): Promise<Context> {
  const reader = anew(through);
  const ledgers = await allLedgers(reader, host, catalog.proofs);
  const searchPath = doors.environment.PATH ?? '';
  const facts = surveyHost(reader, host, searchPath);
  const bare = bareHost(reader, host.root, ledgers);
  const bareFacts = bare === reader ? facts : surveyHost(bare, await readHost(bare, host.root), searchPath);
  return { doors, reader, catalog, host, ledgers, facts, bare, bareFacts };
}

/** The same reader as another object: what is remembered by reader was read for this context alone. */
function anew(reader: Reader): Reader {
  return {
    read: (file) => reader.read(file),
    kind: (file) => reader.kind(file),
    list: (folder) => reader.list(folder),
    real: (file) => reader.real(file),
    status: (file) => reader.status(file),
  };
}
