import type { ProofKinds } from './proof-kind.ts';
import path from 'node:path';
import { readText } from '../text/utf8.ts';
import { EXIT, Problem } from '../problem.ts';
import type { Reader } from '../ports.ts';
import type { Definition } from './definition.ts';
import { withTexts } from './file-texts.ts';

const FILE = 'integration.yaml';

/** Where definitions that ship are, and of which kinds their proofs may be. */
export interface Catalog {
  /** Absolute folder of the definitions. */
  folder: string;
  /** Loaded by the first definition or record that is read. */
  proofs(this: void): Promise<ProofKinds>;
  kept?: KeptDefinitions | undefined;
}

type Reading = Pick<Catalog, 'kept' | 'proofs'>;

/** Definitions that were read and checked before, by their texts: to read and check one takes as long as to plan with it. */
export interface KeptDefinitions {
  get(text: string): Definition | undefined;
  keep(text: string, definition: Definition): void;
}

/** The identifiers of all integrations in a catalog folder, in order. A scoped package's folder is `@scope+name`. */
export function catalogIds(reader: Reader, { folder: catalog }: Pick<Catalog, 'folder'>): string[] {
  return reader
    .list(catalog)
    .filter(({ name, kind }) => kind === 'folder' && reader.kind(path.join(catalog, name, FILE)) === 'file')
    .map(({ name }) => name.replace('+', '/'));
}

/** Whether a catalog folder has an integration of exactly that name. */
function isInCatalog(reader: Reader, { folder }: Pick<Catalog, 'folder'>, id: string): boolean {
  const name = id.replace('/', '+');
  return (
    reader.list(folder).some((entry) => entry.kind === 'folder' && entry.name === name) &&
    reader.kind(path.join(folder, name, FILE)) === 'file'
  );
}

// By what reads them and where they are: to check one takes as long as to plan with it.
const LOADED = new WeakMap<Reader, Map<string, Promise<Definition[]>>>();

/** All definitions of a catalog, in the order of their names; read once, however many ask. */
export function allDefinitions(reader: Reader, catalog: Catalog): Promise<Definition[]> {
  const known = LOADED.get(reader) ?? new Map<string, Promise<Definition[]>>();
  LOADED.set(reader, known);
  const loading =
    known.get(catalog.folder) ??
    Promise.all(catalogIds(reader, catalog).map((id) => loadDefinition(reader, catalog, id)));
  known.set(catalog.folder, loading);
  return loading;
}

/**
 * Loads one definition: one of the catalog by its name, or one of somebody's own by the path of its folder (it begins
 * with `.` or `/`, seen from `from`). Throws a Problem (status 2) for one that is not there, naming the nearest, or is
 * not valid.
 */
export async function loadDefinition(
  reader: Reader,
  catalog: Catalog,
  id: string,
  { from = '.' }: { from?: string } = {},
): Promise<Definition> {
  if (isPath(id)) {
    const own = await ownDefinition(reader, path.resolve(from, id), id, catalog);
    if (isInCatalog(reader, catalog, own.integration)) throw takesName(id, own.integration);
    return own;
  }
  if (!isInCatalog(reader, catalog, id)) throw await unknown(id, catalogIds(reader, catalog));
  const folder = path.join(catalog.folder, id.replace('/', '+'));
  const text = readText(reader, path.join(folder, FILE)) ?? '';
  const shown = `${id}/${FILE}`;
  return withTexts({ reader, folder, shown }, await definitionOf(text, shown, catalog));
}

/** Whether an integration is named by the path of its definition: then it did not ship with Ligament. */
export function isPath(id: string): boolean {
  return /^\.{1,2}([\\/]|$)/.test(id) || path.isAbsolute(id);
}

async function ownDefinition(reader: Reader, folder: string, shown: string, how: Reading): Promise<Definition> {
  const text = readText(reader, path.join(folder, FILE));
  const file = `${shown}/${FILE}`;
  if (text !== undefined) return withTexts({ reader, folder, shown: file }, await definitionOf(text, file, how));
  throw new Problem({
    status: EXIT.wrongUsage,
    what: `There is no definition in ${shown}`,
    why: `${path.join(folder, FILE)} is not there`,
    next: `Name the folder that holds the definition's ${FILE}.`,
  });
}

async function definitionOf(text: string, file: string, { kept, proofs }: Reading): Promise<Definition> {
  const known = kept?.get(text);
  if (known) return known;
  const { parseDefinition } = await import('./parse-definition.ts');
  const definition = parseDefinition(text, file, await proofs());
  kept?.keep(text, definition);
  return definition;
}

function takesName(id: string, integration: string): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `The definition ${id} cannot be called ${integration}`,
    where: { file: `${id}/${FILE}` },
    why: 'an integration of that name ships with Ligament, and records are told apart by their names',
    next: `Give it another name, or attach the one that ships: ligament attach ${integration}`,
  });
}

async function unknown(id: string, ids: readonly string[]): Promise<Problem> {
  const { nearName } = await import('../text/near-name.ts');
  const near = nearName(id.toLowerCase(), ids) ?? ids.find((one) => isWithin(id.toLowerCase(), one));
  return new Problem({
    status: EXIT.wrongUsage,
    what: `There is no integration "${id}"`,
    ...(near === undefined ? {} : { why: `the nearest name is "${near}"` }),
    next: near === undefined ? `ligament browse ${id} looks for the word.` : `Did you mean: ligament attach ${near}`,
  });
}

/** Whether what was typed is a word of a name: `tailwind` of `tailwindcss`. */
function isWithin(typed: string, name: string): boolean {
  return typed.length > 2 && name.includes(typed.replaceAll(/[^a-z0-9]/g, ''));
}
