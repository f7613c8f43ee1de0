import path from 'node:path';
import type * as z from 'zod/mini';
import { LineCounter, parseDocument } from 'yaml';
import { readText } from '../doors/text.ts';
import { EXIT, Problem } from '../problem.ts';
import type { Reader } from '../ports.ts';
import { definition, type Definition } from './schema.ts';

const FILE = 'integration.yaml';

/** The identifiers of all integrations in a catalog folder, in order. A scoped package's folder is `@scope+name`. */
export function catalogIds(reader: Reader, catalog: string): string[] {
  return reader
    .list(catalog)
    .filter(({ name, kind }) => kind === 'folder' && reader.kind(path.join(catalog, name, FILE)) === 'file')
    .map(({ name }) => name.replace('+', '/'));
}

/**
 * Loads one definition: one of the catalog by its name, or one of somebody's own by the path of its folder (it begins
 * with `.` or `/`, seen from `from`). Throws a Problem (status 2) for one that is not there, naming the nearest, or is
 * not valid.
 */
export async function loadDefinition(reader: Reader, catalog: string, id: string, from = '.'): Promise<Definition> {
  if (/^\.{1,2}([\\/]|$)/.test(id) || path.isAbsolute(id)) return ownDefinition(reader, path.resolve(from, id), id);
  const ids = catalogIds(reader, catalog);
  if (!ids.includes(id)) throw await unknown(id, ids);
  return parseDefinition(readText(reader, path.join(catalog, id.replace('/', '+'), FILE)) ?? '', `${id}/${FILE}`);
}

function ownDefinition(reader: Reader, folder: string, shown: string): Definition {
  const text = readText(reader, path.join(folder, FILE));
  if (text !== undefined) return parseDefinition(text, `${shown}/${FILE}`);
  throw new Problem({
    status: EXIT.wrongUsage,
    what: `There is no definition in ${shown}`,
    why: `${path.join(folder, FILE)} is not there`,
    next: `Name the folder that holds the definition's ${FILE}.`,
  });
}

/** Reads a definition's text. Throws a Problem (status 2) that names line and column of what is wrong. */
export function parseDefinition(text: string, file: string): Definition {
  const counter = new LineCounter();
  const document = parseDocument(text, { lineCounter: counter, uniqueKeys: true, logLevel: 'error' });
  const fault = document.errors[0];
  if (fault) {
    const { line, col } = counter.linePos(fault.pos[0]);
    throw invalid(file, fault.message.split('\n')[0] ?? 'it is not YAML', line, col);
  }
  const result = definition.safeParse(document.toJS({ maxAliasCount: 50 }));
  if (result.success) return result.data;
  const issue = result.error.issues[0];
  const node = document.getIn(issue?.path.map(String) ?? [], true) as { range?: [number] } | undefined;
  const { line, col } = counter.linePos(node?.range?.[0] ?? 0);
  const place = issue?.path.join('.') || 'the document';
  throw invalid(file, `${place} ${issue ? inWords(issue) : 'is not valid'}`, line, col);
}

function invalid(file: string, why: string, line: number, column: number): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `The definition ${file} is not valid`,
    where: { file, line, column },
    why,
    next: 'See docs/definition-format.md for what a definition may say.',
  });
}

async function unknown(id: string, ids: readonly string[]): Promise<Problem> {
  const { closest, distance } = await import('fastest-levenshtein');
  const nearest = ids.length > 0 ? closest(id, [...ids]) : undefined;
  const near = nearest !== undefined && distance(id, nearest) <= Math.max(3, nearest.length / 2);
  return new Problem({
    status: EXIT.wrongUsage,
    what: `There is no integration "${id}"`,
    why: near ? `the nearest name is "${nearest}"` : `the catalog has ${ids.join(', ') || 'none'}`,
    next: near ? `Did you mean: ligament attach ${nearest}` : 'ligament browse lists all.',
  });
}

function inWords(issue: z.core.$ZodIssue): string {
  switch (issue.code) {
    case 'unrecognized_keys':
      return `does not know ${issue.keys.map((key) => `"${key}"`).join(', ')}`;
    case 'invalid_type':
      return issue.input === undefined ? `is missing (${issue.expected})` : `must be of the type ${issue.expected}`;
    case 'invalid_value':
      return `must be one of ${issue.values.join(', ')}`;
    case 'invalid_union':
      return `is none of the forms that are known here`;
    case 'invalid_format':
      return 'is not a name as it should be';
    default:
      return 'is not as it should be';
  }
}
