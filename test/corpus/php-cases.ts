import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { FormatOperation } from '../../src/core/formats/formats.ts';
import { readPhp } from '../../src/core/formats/php/document.ts';
import type { PhpOperation } from '../../src/core/formats/php/php.ts';
import type { CheckedEdit, CorpusCase } from './case.ts';

const ITEM = "'ligament-corpus'";

/** Operations on what a file has: its first methods and properties, its class, the array that it returns. */
function operationsOn(text: string): FormatOperation[] {
  const named = (pattern: RegExp): string[] =>
    [...text.matchAll(pattern)].flatMap(([, name]) => name ?? []).slice(0, 2);
  const methods = named(/\bfunction\s+(\w+)\s*\(/g).flatMap((method): PhpOperation[] => [
    { op: 'item', array: { method }, pointer: '', code: ITEM },
    { op: 'statement', in: { method }, code: `ligament_corpus(${ITEM});` },
  ]);
  const properties = named(/\b(?:protected|public|private)(?:\s+static)?(?:\s+\??\w+)?\s+\$(\w+)/g).map(
    (property): PhpOperation => ({ op: 'item', array: { property }, pointer: '', code: ITEM }),
  );
  const all: PhpOperation[] = [
    { op: 'use', name: 'Ligament\\Corpus' },
    { op: 'statement', code: `ligament_corpus(${ITEM});` },
    { op: 'entry', array: 'returned', pointer: '', key: ITEM, code: "['beans' => true]" },
    { op: 'item', array: 'returned', pointer: '', code: ITEM },
    { op: 'trait', name: 'LigamentCorpus' },
    ...methods,
    ...properties,
  ];
  return all.map((operation) => ({ format: 'php', operation }));
}

/** The top-level statements that were there must be there still, and the file must read as PHP. */
function phpFault(before: string, after: string): string | undefined {
  const [was, is] = [readPhp(before), readPhp(after)];
  if ('reason' in was || 'reason' in is) return 'it does not parse any more';
  const added = is.statements.length - was.statements.length;
  return added === 0 || added === 1 ? undefined : `${added} statements more`;
}

const AT_ONCE = 3000;

/** Asks PHP itself whether every text is one that it takes (`TOKEN_PARSE` fails on a syntax error). */
function checkedByPhp(edits: readonly CheckedEdit[]): { faults: string[]; note: string } {
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'ligament-corpus-'));
  const faults: string[] = [];
  let read = 0;
  try {
    for (let from = 0; from < edits.length; from += AT_ONCE) {
      const lines = asked(path.join(folder, 'texts.json'), edits.slice(from, from + AT_ONCE));
      if (!lines) return { faults, note: 'PHP is not installed, so its own parser was not asked' };
      read += lines.filter((line) => line === 'ok').length;
      faults.push(...lines.filter((line) => line !== 'ok'));
    }
    return { faults, note: `${read} texts read by PHP itself` };
  } finally {
    fs.rmSync(folder, { recursive: true, force: true });
  }
}

/** What PHP says of each text that it could read before; undefined where there is no PHP. */
function asked(list: string, edits: readonly CheckedEdit[]): string[] | undefined {
  fs.writeFileSync(list, JSON.stringify(edits));
  const program = `foreach (json_decode(file_get_contents($argv[1]), true) as $one) {
    try { token_get_all($one['before'], TOKEN_PARSE); } catch (Throwable $e) { continue; }
    try { token_get_all($one['after'], TOKEN_PARSE); echo "ok\\n"; }
    catch (Throwable $e) { echo $one['file'] . ': ' . $e->getMessage() . "\\n"; }
  }`;
  const args = ['-d', 'memory_limit=-1', '-r', program, '--', list];
  const { stdout, error } = spawnSync('php', args, { encoding: 'utf8', maxBuffer: 1 << 28 });
  return error ? undefined : stdout.split('\n').filter((line) => line !== '');
}

export const PHP_CASES: CorpusCase[] = [
  {
    name: 'PHP files',
    matches: (file) => file.endsWith('.php'),
    operations: operationsOn,
    fault: phpFault,
    finish: checkedByPhp,
  },
];
