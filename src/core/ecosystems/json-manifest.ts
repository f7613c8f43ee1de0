import path from 'node:path';
import type { Edit } from '../edits/edit.ts';
import { joinPointer } from '../formats/json-pointer.ts';
import { EXIT, Problem } from '../problem.ts';
import { isRecord } from '../records.ts';
import type { Reader } from '../ports.ts';
import { positionAt } from '../text/positions.ts';
import { decode } from '../text/utf8.ts';
import type { PackageMove, Project } from './ecosystem.ts';

/**
 * Reads a manifest that is a JSON object; `file` is relative to the root. Undefined where there is none; a Problem (status 2) with line
 * and column where it is not JSON.
 */
export async function readJsonManifest(
  reader: Reader,
  root: string,
  file: string,
): Promise<Record<string, unknown> | undefined> {
  const bytes = reader.read(path.join(root, file));
  if (!bytes) return undefined;
  const text = decode(bytes);
  if (text === undefined) throw unreadable(file, 'it is not UTF-8 text');
  try {
    // Node and the package managers read past a byte order mark.
    const value: unknown = JSON.parse(text.startsWith('\uFEFF') ? text.slice(1) : text);
    if (!isRecord(value)) throw unreadable(file, 'it is not a JSON object');
    return value;
  } catch (error) {
    if (Problem.is(error)) throw error;
    throw await syntaxProblem(text, file);
  }
}

async function syntaxProblem(text: string, file: string): Promise<Problem> {
  // Only a broken file needs the parser that tells where it breaks.
  const { parseJson } = await import('../formats/json/json.ts');
  const parsed = parseJson(text, file);
  if (!('fault' in parsed)) return unreadable(file, 'it is not valid JSON');
  return new Problem({
    status: EXIT.wrongUsage,
    what: `${file} is not valid JSON: ${parsed.fault.message}`,
    where: { file, ...positionAt(text, parsed.fault.offset) },
    next: 'Fix the manifest, then run the command again.',
  });
}

function unreadable(file: string, why: string): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `${file} cannot be read as a manifest: ${why}`,
    where: { file },
    next: 'Fix the manifest, then run the command again.',
  });
}

/**
 * The edit by which a package moves in a manifest whose sections are objects of ranges by name. A package that is
 * declared already is put in as it is; one that is not is looked for in `section`. A new section goes behind the first of `behind`.
 */
export function packageEdit(
  { file, packages }: Pick<Project, 'file' | 'packages'>,
  move: PackageMove,
  { section, behind }: { section: string; behind: string[] },
): Edit {
  const declared = packages.find(({ name }) => name === move.name);
  const pointer = joinPointer([move.move === 'put' ? move.section : (declared?.section ?? section), move.name]);
  const written = declared?.written ?? '';
  if (move.move === 'take out') return { file, format: 'json', operation: { op: 'drop', pointer, was: written } };
  const kept = move.move === 'put' ? { any: true } : { replace: written };
  return { file, format: 'json', operation: { op: 'set', pointer, value: move.range, ...kept, sorted: true, behind } };
}
