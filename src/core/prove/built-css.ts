import { randomInt } from 'node:crypto';
import path from 'node:path';
import postcss from 'postcss';
import { noteChild } from '../apply/journal.ts';
import { linesThatMatter } from '../apply/install-failed.ts';
import type { Context } from '../context.ts';
import { decode, encode, readText } from '../doors/text.ts';
import { fill, firstFilled } from '../definition/fill.ts';
import { editText } from '../formats/formats.ts';
import type { Reader } from '../ports.ts';
import { programStart } from '../resolve/program-start.ts';
import { scriptCommand } from '../resolve/manager-commands.ts';
import { readStack, type StackFacts } from '../stacks/stacks.ts';
import { missingEdits } from './missing-edits.ts';
import type { ProofResult, ProofTask } from './proof.ts';
import { makeScratch } from './scratch.ts';

/**
 * Proves that a class which nobody used before gets its rule in the style sheets that the host's own build emits: in a
 * scratch copy, with one source added that uses the class and is imported by the app.
 */
export async function proveBuiltCss(context: Context, task: ProofTask, signal: AbortSignal): Promise<ProofResult> {
  const { doors, host, facts } = context;
  const start = performance.now();
  const workspace = facts.workspaces.find(({ folder }) => folder === task.workspace);
  if (!workspace) throw new Error(`no workspace ${task.workspace}`);
  const stack = await readStack(doors.files, host.root, workspace);
  const values = { ...task.choices, number: String(randomInt(100_000, 1_000_000)) };
  const className = firstFilled(task.spec.class, values) ?? '';
  const declares = Object.entries(task.spec.declares).map(
    ([name, value]) => [name, fill(value, values) ?? ''] as const,
  );
  const scratch = await makeScratch(doors, host.root);
  const result = (held: boolean, checked: string, missed: string[], output?: string): ProofResult => ({
    task,
    held,
    checked,
    missed,
    output,
    milliseconds: Math.round(performance.now() - start),
  });
  try {
    await addProbe(context, scratch.root, stack, task.workspace, className);
    const known = new Map(sheetsBelow(doors.files, scratch.root).map((sheet) => [sheet, readText(doors.files, sheet)]));
    const built = await build(context, scratch.root, stack, task.workspace, signal);
    if (built.status !== 0) {
      const why = `${built.shown} ended with ${built.status ?? 'no status'} in a copy of the project`;
      return result(false, 'the build', [why], linesThatMatter(built.output));
    }
    const sheets = sheetsBelow(doors.files, scratch.root).filter(
      (sheet) => readText(doors.files, sheet) !== known.get(sheet),
    );
    const found = sheets.find((sheet) => hasRule(readText(doors.files, sheet) ?? '', className, declares));
    const shown = (sheet: string): string => path.relative(scratch.root, sheet).split(path.sep).join('/');
    if (found) return result(true, `${built.shown} put the rule of .${className} into ${shown(found)}`, []);
    const where =
      sheets.length > 0
        ? `the built CSS (${sheets.map(shown).join(', ')}) has no rule for .${className}`
        : `${built.shown} emitted no CSS`;
    return result(false, built.shown, [where, ...(await missingEdits(context, task))]);
  } finally {
    scratch.remove();
  }
}

/** Adds a source that uses the class, and loads it from the app's boot module; without one, it lies beside the page. */
async function addProbe(
  context: Context,
  root: string,
  stack: StackFacts,
  folder: string,
  className: string,
): Promise<void> {
  const { files } = context.doors;
  const boot = stack.joints.find(({ name, state }) => name === 'app.boot' && state === 'present');
  if (!boot) {
    const sheet = stack.joints.find(({ name }) => name === 'styles.global');
    const beside = path.posix.dirname(sheet?.file ?? path.posix.join(folder, 'x'));
    files.put(path.join(root, beside, 'ligament-probe.html'), encode(`<p class="${className}"></p>\n`));
    return;
  }
  const ending = /\.[cm]?tsx?$/.test(boot.file) ? 'ts' : 'js';
  files.put(
    path.join(root, path.posix.dirname(boot.file), `ligament-probe.${ending}`),
    encode(`export const probe = '${className}';\n`),
  );
  const bytes = files.read(path.join(root, boot.file));
  const text = bytes && decode(bytes);
  if (text === undefined) return;
  const style = { indent: '  ', quotes: 'single', semicolons: true, eol: '\n', trailingCommas: false } as const;
  const edit = { format: 'script', operation: { op: 'import', import: { from: './ligament-probe' } } } as const;
  const outcome = await editText(text, edit, { file: boot.file, style });
  if (outcome.kind === 'edited') files.put(path.join(root, boot.file), encode(outcome.text));
}

interface Built {
  status: number | undefined;
  output: string;
  shown: string;
}

async function build(
  context: Context,
  root: string,
  stack: StackFacts,
  folder: string,
  signal: AbortSignal,
): Promise<Built> {
  const workspace = context.facts.workspaces.find((one) => one.folder === folder);
  const cwd = path.join(root, folder);
  const own = workspace?.manifest.scripts.build !== undefined;
  const { program = '', args: buildArgs = [] } = stack.build ?? {};
  const script = scriptCommand(context.facts.manager, 'build');
  const start = own ? { command: script.command, lead: [] } : programStart(context.doors.files, root, folder, program);
  const args = own ? script.args : buildArgs;
  // Where no package brings the program the system says so.
  const { command, lead } = start ?? { command: program, lead: [] };
  const result = await context.doors.processes.run(command, [...lead, ...args], {
    cwd,
    environment: { NO_COLOR: '1', CI: '1' },
    signal,
    onStart: (pid) => noteChild(context.doors.files, context.host.root, pid),
  });
  signal.throwIfAborted();
  return {
    status: result.status,
    output: `${result.stdout}\n${result.stderr}${result.failure ?? ''}`,
    shown: [own ? command : program, ...args].join(' '),
  };
}

function sheetsBelow(reader: Reader, folder: string): string[] {
  return reader.list(folder).flatMap(({ name, kind }) => {
    const file = path.join(folder, name);
    if (kind === 'folder') return name === 'node_modules' ? [] : sheetsBelow(reader, file);
    return name.endsWith('.css') ? [file] : [];
  });
}

/** Whether a sheet has a rule for exactly this class that declares all that is asked for. */
export function hasRule(css: string, className: string, declares: readonly (readonly [string, string])[]): boolean {
  let found = false;
  postcss.parse(css).walkRules((rule) => {
    if (!rule.selectors.some((selector) => unescape(selector) === `.${className}`)) return;
    const declared = new Map<string, string>();
    rule.walkDecls((declaration) => void declared.set(declaration.prop, declaration.value.trim()));
    if (declares.every(([name, value]) => declared.get(name) === value)) found = true;
  });
  return found;
}

/** A selector without its escapes (CSS Syntax 3, section 4.3.7). */
function unescape(selector: string): string {
  return selector.replace(/\\(?:([0-9a-f]{1,6})\s?|(.))/gi, (_, code: string | undefined, character: string) =>
    code === undefined ? character : String.fromCodePoint(Number.parseInt(code, 16)),
  );
}
