import path from 'node:path';
import { fillText } from '../../definition/fill.ts';
import type { Spec } from './spec.ts';
import { sourceFiles } from '../../survey/source-files.ts';
import { isVendored } from '../../survey/vendored.ts';
import type { Bench } from '../bench.ts';
import { readReport, type LintedFile } from './lint-report.ts';
import { missingEdits } from '../missing-edits.ts';
import type { ProofResult } from '../../change/proof.ts';

/** Proves that a linter reads every source of the host with its configuration, and finds a mistake that is planted. */
export async function proveLint(bench: Bench): Promise<ProofResult> {
  const { context, task } = bench;
  const spec = task.spec as unknown as Spec;
  const sources = await ownSources(bench, spec.endings);
  await bench.prepare();
  bench.plant(spec.plants);
  // What somebody has set up reads what they want to have read: as their own script runs it.
  const theirs = task.adopts ? ownArguments(bench.workspace.manifest.scripts, spec) : undefined;
  const ran = await bench.program(spec.program, theirs ?? spec.args);
  // Some linters report on the one stream, some on the other.
  const report = readReport(ran.stdout) ?? readReport(ran.output);
  const fail = async (why: string[]): Promise<ProofResult> =>
    bench.result(false, ran.shown, [...why, ...(await missingEdits(context, task))], ran.output);
  if (!report) return fail([`${ran.shown} gave no report (it ended with ${ran.status ?? 'no status'})`]);
  const read = new Map(report.map((one) => [path.relative(bench.root, one.file).split(path.sep).join('/'), one]));
  const unread = sources.filter((file) => !read.has(file));
  const broken = sources.flatMap((file) => unreadable(file, read.get(file)));
  const planted = Object.keys(spec.plants).map((name) => path.posix.join(task.workspace, fillText(name, bench.values)));
  const found = planted.some((file) =>
    read.get(file)?.messages.some(({ rule, fatal }) => (spec.finds === 'fatal' ? fatal : rule === spec.finds)),
  );
  const why = [
    ...(task.adopts ? [] : unread.slice(0, 5)).map((file) => `${file} was not read`),
    ...broken.slice(0, 5),
    ...(found ? [] : [`the planted mistake (${spec.finds}) was not found`]),
  ];
  if (why.length > 0) return fail(why);
  const seen = sources.filter((file) => read.has(file));
  const count = seen.reduce((sum, file) => sum + (read.get(file)?.messages.length ?? 0), 0);
  const own = count === 1 ? '1 complaint' : `${count === 0 ? 'no' : count} complaints`;
  const files = seen.length === 1 ? '1 source' : `${seen.length} sources`;
  return bench.result(true, `${ran.shown} read ${files} (${own}), and found a planted mistake (${spec.finds})`);
}

// Options that change files, or say how the report looks and where it goes; those of the second kind have a value.
const CHANGES = /^--(fix|fix-dry-run|cache|color|no-color|quiet)\b/;
const REPORTS = /^(-f|-o|--format|--formatter|--output-file|--max-warnings|--custom-formatter)$/;

/** The arguments with which a script of the manifest runs a linter, for a report as JSON; undefined where none runs it and nothing else. */
function ownArguments(scripts: Readonly<Record<string, string>>, { program, args }: Spec): string[] | undefined {
  const report = args.slice(args.findIndex((one) => one.startsWith('--format'))).slice(0, 2);
  for (const script of Object.values(scripts)) {
    const [first, ...words] = (script.match(/"[^"]*"|'[^']*'|\S+/g) ?? []).map((word) =>
      word.replaceAll(/^["']|["']$/g, ''),
    );
    if (first !== program || /[|&;<>$`]/.test(script)) continue;
    const own = words.filter(
      (word, index) => !CHANGES.test(word) && !REPORTS.test(word.split('=')[0] ?? '') && !isValue(words[index - 1]),
    );
    return [...own, ...report];
  }
  return undefined;
}

/** Whether what stands behind a word is its value, and goes with it. */
function isValue(before: string | undefined): boolean {
  return before !== undefined && REPORTS.test(before);
}

/** The workspace's own files with some endings, as version control has them; those of workspaces below it are theirs. */
export async function ownSources(bench: Bench, endings: readonly string[]): Promise<string[]> {
  const { context, workspace, stack } = bench;
  const below = workspace.folder === '.' ? '' : `${workspace.folder}/`;
  const others = context.facts.workspaces
    .map(({ folder }) => folder)
    .filter((folder) => folder !== workspace.folder && `${folder}/`.startsWith(below));
  const outputs = stack.traits.outputs.map((output) => below + output);
  const files = await sourceFiles(context.doors, context.host.root);
  return files.filter(
    (file) =>
      file.startsWith(below) &&
      endings.some((ending) => file.endsWith(`.${ending}`)) &&
      !/(^|\/)\.[^/]+\//.test(file) &&
      !isVendored(file) &&
      ![...others, ...outputs].some((other) => file === other || file.startsWith(`${other}/`)),
  );
}

function unreadable(file: string, linted: LintedFile | undefined): string[] {
  return (linted?.messages ?? [])
    .filter(({ fatal }) => fatal)
    .map(({ text, line }) => `${file}:${line ?? 1} cannot be parsed by the linter: ${text}`);
}
