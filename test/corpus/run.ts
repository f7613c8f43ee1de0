// Runs every operation on every real file of the installed packages (and of the system's): npm run corpus [-- folder …]
// Prints per kind of file: files, edited, refused with reasons, and wrong, which must be 0.
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { projectRoot } from '../../demo/registry/open.ts';
import { decode } from '../../src/core/text/utf8.ts';
import { editText, removeFromText, type FormatOperation } from '../../src/core/formats/formats.ts';
import { DEFAULT_STYLE } from '../../src/core/text/code-style.ts';
import { applySplices, recordSplices, takeBackSplices } from '../../src/core/text/splices.ts';
import type { CheckedEdit, CorpusCase } from './case.ts';
import { CODE_CASES } from './code-cases.ts';
import { DATA_CASES } from './data-cases.ts';
import { SCRIPT_CASES } from './script-cases.ts';

// CORPUS_ONLY: a part of the name of the kinds that are looked at.
const CASES = [...DATA_CASES, ...SCRIPT_CASES, ...CODE_CASES].filter(({ name }) =>
  name.includes(process.env.CORPUS_ONLY ?? ''),
);

const LARGEST = 4 << 20;
const roots =
  process.argv.length > 2
    ? process.argv.slice(2)
    : [
        path.join(projectRoot(), 'node_modules'),
        path.join(projectRoot(), 'demo/shelf'),
        path.join(projectRoot(), 'test/corpus/shelf'),
        // Where the runs on real stacks have installed frameworks of PHP.
        ...['laravel12-php', 'symfony74-php', 'symfony44-php'].map((id) =>
          path.join(os.tmpdir(), 'ligament-stacks/pristine', id, 'vendor'),
        ),
        '/usr/share',
        '/usr/lib/node_modules',
      ];

interface Tally {
  files: number;
  edits: number;
  already: number;
  inexact: number;
  refused: Map<string, number>;
  refusedEdits: number;
  wrong: string[];
  checked: CheckedEdit[];
}

const tallies = new Map<CorpusCase, Tally>();
const seen = new Map<CorpusCase, Set<string>>();
for (const root of roots) await visit(root);

let wrong = 0;
for (const [{ name, finish }, tally] of tallies) {
  const last = finish?.(tally.checked);
  tally.wrong.push(...(last?.faults ?? []));
  const share = ((100 * tally.refusedEdits) / Math.max(1, tally.edits + tally.already + tally.refusedEdits)).toFixed(1);
  process.stdout.write(
    `${name}: ${tally.files} files, ${tally.edits} edited, ${tally.already} already so, ${tally.refusedEdits} refused (${share} %), ${tally.wrong.length} wrong, ${tally.inexact} ambiguous to take back\n`,
  );
  if (last) process.stdout.write(`  ${last.note}\n`);
  for (const [reason, count] of [...tally.refused].sort((a, b) => b[1] - a[1]).slice(0, 12))
    process.stdout.write(`  refused ${count} ×: ${reason}\n`);
  for (const line of tally.wrong.slice(0, 40)) process.stdout.write(`  WRONG ${line}\n`);
  wrong += tally.wrong.length;
}
process.exitCode = wrong === 0 ? 0 : 1;

async function visit(folder: string): Promise<void> {
  let entries: fs.Dirent[];
  try {
    entries = fs.readdirSync(folder, { withFileTypes: true });
  } catch {
    return;
  }
  for (const entry of entries) {
    const file = path.join(folder, entry.name);
    if (entry.isDirectory()) {
      if (entry.name !== '.cache') await visit(file);
    } else if (entry.isFile()) {
      for (const kind of CASES.filter((one) => one.matches(file))) await check(kind, file);
    }
  }
}

async function check(kind: CorpusCase, file: string): Promise<void> {
  const { size } = fs.statSync(file);
  const text = size > LARGEST ? undefined : decode(fs.readFileSync(file));
  const known = seen.get(kind) ?? new Set<string>();
  seen.set(kind, known);
  if (text === undefined || known.has(text) || kind.skips?.(text, file)) return;
  known.add(text);
  const tally = tallies.get(kind) ?? {
    files: 0,
    edits: 0,
    already: 0,
    inexact: 0,
    refused: new Map<string, number>(),
    refusedEdits: 0,
    wrong: [],
    checked: [],
  };
  tallies.set(kind, tally);
  tally.files += 1;
  for (const operation of kind.operations(text, file)) {
    try {
      await tryOne(kind, tally, file, text, operation);
    } catch (error) {
      tally.wrong.push(
        `${file}: threw ${error instanceof Error ? (error.stack ?? '').split('\n').slice(0, 3).join(' ') : String(error)}`,
      );
    }
  }
}

async function tryOne(
  kind: CorpusCase,
  tally: Tally,
  file: string,
  text: string,
  operation: FormatOperation,
): Promise<void> {
  const around = { file, style: DEFAULT_STYLE };
  const outcome = await editText(text, operation, around);
  if (outcome.kind === 'already') {
    tally.already += 1;
    return;
  }
  if (outcome.kind === 'refused') {
    const reason = outcome.refusal.reason.replace(/"[^"]*"/g, '"…"').replace(/\(.*\)/, '(…)');
    tally.refused.set(reason, (tally.refused.get(reason) ?? 0) + 1);
    tally.refusedEdits += 1;
    if (outcome.refusal.handwork === '') tally.wrong.push(`${file}: refused without handwork`);
    return;
  }
  tally.edits += 1;
  const say = (fault: string): void =>
    void tally.wrong.push(`${file} (${JSON.stringify(operation.operation).slice(0, 80)}): ${fault}`);
  if (applySplices(text, outcome.splices) !== outcome.text) say('the splices are not the edit');
  if (kind.finish) tally.checked.push({ file, before: text, after: outcome.text });
  const fault = kind.fault(text, outcome.text, operation, file);
  if (fault !== undefined) say(fault);
  const again = await editText(outcome.text, operation, around);
  if (again.kind !== 'already') say(`a second time it is ${again.kind}`);
  const back = takeBackSplices(outcome.text, recordSplices(text, outcome.splices));
  if (back === undefined) tally.inexact += 1;
  else if (back !== text) say('taken back it is another text');
  const removed = await removeFromText(outcome.text, operation, around);
  if (
    removed.kind === 'edited' &&
    kind.fault(removed.text, outcome.text, operation, file) !== undefined &&
    kind.name !== 'manifests' &&
    !kind.name.startsWith('JSONC')
  )
    say('taken out by meaning it is not what it was');
  if (removed.kind === 'already') say('taken out by meaning it is not found');
}
