import path from 'node:path';
import type { Spec } from './spec.ts';
import type { Bench } from '../bench.ts';
import { ownSources } from '../lint/prove-lint.ts';
import { readReport } from '../lint/lint-report.ts';
import { missingEdits } from '../missing-edits.ts';
import type { ProofResult } from '../../change/proof.ts';

// Enough to see every kind of source; the formatter's own speed is not what is proved.
const MOST_FILES = 40;

/** Proves that a formatter writes the host's sources so that it, and a linter beside it, would leave them as they are. */
export async function proveFormat(bench: Bench): Promise<ProofResult> {
  const { context, task } = bench;
  const spec = task.spec as unknown as Spec;
  const prefix = task.workspace === '.' ? '' : `${task.workspace}/`;
  const files = (await ownSources(bench, spec.endings)).slice(0, MOST_FILES).map((file) => file.slice(prefix.length));
  const changed = new Map(files.map((file) => [file, textOf(bench, file)]));
  const [write = '', ...writeArgs] = spec.write;
  const [check = '', ...checkArgs] = spec.check;
  const fail = async (why: string, output: string): Promise<ProofResult> =>
    bench.result(false, spec.check.join(' '), [why, ...(await missingEdits(context, task))], output);
  for (const file of files) bench.touch(bench.path(file));
  const written = await bench.program(write, [...writeArgs, ...files]);
  if (written.status !== 0) return fail(`${spec.write.join(' ')} ended with ${String(written.status)}`, written.output);
  const checked = await bench.program(check, [...checkArgs, ...files]);
  if (checked.status !== 0) return fail('what was just written is not as it should be', checked.output);
  const besides: string[] = [];
  for (const [program = '', ...args] of spec.beside ?? []) {
    const linted = await bench.program(program, [...args, ...files.filter((file) => mayRead(program, file))]);
    const report = readReport(linted.stdout) ?? readReport(linted.output);
    if (!report) return fail(`${linted.shown} gave no report`, linted.output);
    const torn = report.filter(
      ({ file, output }) => output !== undefined && output !== textOf(bench, path.relative(bench.folder, file)),
    );
    if (torn[0]) return fail(`${program} would change ${path.relative(bench.root, torn[0].file)} again`, '');
    besides.push(program);
  }
  const different = [...changed].filter(([file, text]) => textOf(bench, file) !== text).length;
  const also = besides.length > 0 ? `, ${besides.join(' and ')} agreeing` : '';
  const count = files.length === 1 ? '1 source' : `${files.length} sources`;
  return bench.result(true, `${spec.check.join(' ')}: ${count} formatted${also}, ${different} of them changed`);
}

function textOf(bench: Bench, file: string): string | undefined {
  const bytes = bench.context.doors.files.read(bench.path(file));
  return bytes && Buffer.from(bytes).toString('utf8');
}

/** Linters of scripts are not asked about style sheets and data. */
function mayRead(program: string, file: string): boolean {
  return program !== '' && /\.([cm]?[jt]sx?|vue|svelte|astro)$/.test(file);
}
