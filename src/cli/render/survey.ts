import pc from 'picocolors';
import type { Drift } from '../../core/ledger/drift.ts';
import type { Ledger } from '../../core/ledger/ledger.ts';
import { JOINTS } from '../../core/definition/joint-names.ts';
import { groupBy } from '../../core/group-by.ts';
import type { Joint } from '../../core/joints.ts';
import type { StackFacts } from '../../core/stacks/stacks.ts';
import type { HostFacts, WorkspaceFacts } from '../../core/survey/survey.ts';
import type { VersionControlFacts } from '../../core/survey/version-control.ts';
import type { CodeStyle } from '../../core/text/code-style.ts';
import { columns, pad, wrap } from './columns.ts';
import { printable } from './printable.ts';

/** An attached integration, and what of it was changed by hand since. */
type Attached = Ledger & { drift: Drift[] };

export interface SurveyView {
  facts: HostFacts;
  versionControl: VersionControlFacts;
  /** Those that are told in full. */
  workspaces: { facts: WorkspaceFacts; stack: StackFacts; attached: Attached[] }[];
  /** The others of a host with many workspaces. */
  brief: { facts: WorkspaceFacts; stack: Pick<StackFacts, 'id' | 'title'>; attached: Attached[] }[];
}

const LABEL = 11;
// What fits on a screen or two; more lines than that nobody reads.
const MOST_LINES = 60;

/** A survey for people. */
export function renderSurvey({ facts, versionControl, workspaces, brief }: SurveyView): string {
  const { manager } = facts;
  const head = [
    `${pc.bold(printable(facts.workspaces[0]?.name ?? ''))}  ${pc.dim(printable(facts.root))}`,
    row('manager', printable(`${manager.name} ${manager.version ?? '(not installed)'}, told by ${manager.reason}`)),
    ...(manager.lockfiles.length > 1 ? [row('', pc.yellow(`several lockfiles: ${manager.lockfiles.join(', ')}`))] : []),
    row('versions', versionControlInWords(versionControl)),
  ];
  return [head.join('\n'), ...workspaces.map((one) => renderWorkspace(one)), ...renderBrief(brief)].join('\n\n');
}

/** Many workspaces: how many of each stack, then a line for each, and how to see one in full. */
function renderBrief(brief: SurveyView['brief']): string[] {
  if (brief.length === 0) return [];
  const more = Math.max(0, brief.length - MOST_LINES);
  const stacks = [...groupBy(brief, ({ stack }) => stack.title)].map(([title, all]) => `${all.length} × ${title}`);
  const rows = brief
    .slice(0, MOST_LINES)
    .map(({ facts, stack, attached }) => [
      `  ${pc.bold(printable(facts.name))}`,
      facts.folder === '.' ? 'the root' : printable(facts.folder),
      pc.cyan(printable(stack.title)),
      attached
        .map(({ integration, drift }) =>
          drift.length > 0 ? pc.yellow(printable(`${integration}, changed by hand`)) : printable(integration),
        )
        .join(', '),
    ]);
  return [
    row('workspaces', `${brief.length}: ${printable(stacks.join(', '))}`),
    columns(rows).join('\n'),
    pc.dim(`  ${more > 0 ? `and ${more} more. ` : ''}--workspace tells one in full, --verbose all; --json lists all.`),
  ];
}

/** A survey for programs; docs/json-output.md describes it. */
export function surveyDocument({ facts, versionControl, workspaces, brief }: SurveyView): Record<string, unknown> {
  return {
    root: facts.root,
    manager: facts.manager,
    versionControl,
    brief: brief.map(({ facts: one, stack, attached }) => ({
      folder: one.folder,
      name: one.name,
      stack,
      attached: attached.map(({ integration }) => integration),
      drift: attached.flatMap(({ drift }) => drift),
    })),
    workspaces: workspaces.map(({ facts: one, stack, attached }) => ({
      folder: one.folder,
      name: one.name,
      stack: { id: stack.id, title: stack.title },
      language: one.language,
      moduleFormat: one.moduleFormat,
      style: one.style,
      packages: one.packages.map((fact) => ({
        name: fact.name,
        range: fact.range,
        written: fact.written,
        section: fact.section,
        installed: fact.installed,
        locked: fact.locked,
      })),
      joints: shownJoints(stack.joints).map(({ name, state, file, line, detail, refusal }) => ({
        name,
        state,
        file,
        line,
        detail,
        refusal,
      })),
      attached: attached.map(({ integration, title, way, choices, packages, drift }) => ({
        integration,
        title,
        way,
        choices,
        packages,
        drift,
      })),
    })),
  };
}

function renderWorkspace({ facts, stack, attached }: SurveyView['workspaces'][number]): string {
  const packages = facts.packages.map(
    ({ name, installed, locked, range }) => `${name} ${installed ?? `${locked ?? range} (not installed)`}`,
  );
  const lines = [
    `${pc.bold(printable(facts.name))}  ${pc.cyan(printable(stack.title))}  ${pc.dim(facts.folder === '.' ? 'the root' : printable(facts.folder))}`,
    row(
      'written in',
      `${facts.language === 'ts' ? 'TypeScript' : 'JavaScript'}, ${facts.moduleFormat === 'esm' ? 'ES modules' : 'CommonJS'}`,
    ),
    row('style', styleInWords(facts.style)),
    ...(packages.length > 0
      ? wrap(printable(packages.join(', ')), 100).map((line, index) => row(index === 0 ? 'packages' : '', line))
      : []),
    ...columns(shownJoints(stack.joints).map((joint) => jointCells(joint))).map((line, index) =>
      row(index === 0 ? 'joints' : '', line),
    ),
    row(
      'attached',
      attached.length === 0
        ? 'nothing'
        : attached.map(({ title, integration, way }) => printable(`${title} (${integration}, ${way})`)).join(', '),
    ),
    ...attached.flatMap(({ integration, drift }) =>
      drift.map(({ what }) => row('', pc.yellow(printable(`${integration} was changed by hand: ${what}`)))),
    ),
  ];
  return lines.join('\n');
}

function jointCells({ name, state, file, line, detail, refusal }: Joint): string[] {
  const place = printable(line === undefined ? file : `${file}:${line}`);
  const words = {
    present: printable(detail),
    makeable: pc.dim(`can be made: ${printable(detail)}`),
    blocked: pc.yellow(`blocked: ${printable(refusal?.reason ?? detail)}`),
  };
  return [JOINTS[name], place, words[state]];
}

function styleInWords({ indent, quotes, semicolons, eol, trailingCommas }: CodeStyle): string {
  const indentation = indent === '\t' ? 'tabs' : `${indent.length} spaces`;
  const ends = eol === '\r\n' ? 'CRLF' : 'LF';
  return `${indentation}, ${quotes} quotes, ${semicolons ? 'semicolons' : 'no semicolons'}, ${trailingCommas ? 'trailing commas' : 'no trailing commas'}, ${ends}`;
}

function versionControlInWords({ system, branch, uncommitted, silent }: VersionControlFacts): string {
  if (system === 'none') return 'no version control';
  if (silent !== undefined) return pc.yellow(printable(`git, which does not answer: ${silent}`));
  const changes = uncommitted.length === 0 ? 'nothing uncommitted' : `${uncommitted.length} uncommitted`;
  return `git, ${branch === undefined ? 'no branch' : `branch ${printable(branch)}`}, ${changes}`;
}

function row(label: string, text: string): string {
  return `  ${pad(pc.dim(label), LABEL)} ${text}`;
}

function shownJoints(joints: readonly Joint[]): Joint[] {
  return joints.filter(({ anywhere }) => !anywhere);
}
