import pc from 'picocolors';
import type { Ledger } from '../../core/ledger/ledger.ts';
import { JOINTS } from '../../core/definition/joint-names.ts';
import type { Joint } from '../../core/joints.ts';
import type { StackFacts } from '../../core/stacks/stacks.ts';
import type { HostFacts, WorkspaceFacts } from '../../core/survey/survey.ts';
import type { VersionControlFacts } from '../../core/survey/version-control.ts';
import type { CodeStyle } from '../../core/text/code-style.ts';
import { columns, pad, wrap } from './columns.ts';
import { printable } from './printable.ts';

export interface SurveyView {
  facts: HostFacts;
  versionControl: VersionControlFacts;
  workspaces: { facts: WorkspaceFacts; stack: StackFacts; attached: Ledger[] }[];
}

const LABEL = 11;

/** A survey for people. */
export function renderSurvey({ facts, versionControl, workspaces }: SurveyView): string {
  const { manager } = facts;
  const head = [
    `${pc.bold(printable(workspaces[0]?.facts.name ?? ''))}  ${pc.dim(printable(facts.root))}`,
    row('manager', `${manager.name} ${manager.version ?? '(not installed)'}, told by ${manager.reason}`),
    ...(manager.lockfiles.length > 1 ? [row('', pc.yellow(`several lockfiles: ${manager.lockfiles.join(', ')}`))] : []),
    row('versions', versionControlInWords(versionControl)),
  ];
  return [head.join('\n'), ...workspaces.map((one) => renderWorkspace(one))].join('\n\n');
}

/** A survey for programs; docs/json-output.md describes it. */
export function surveyDocument({ facts, versionControl, workspaces }: SurveyView): Record<string, unknown> {
  return {
    root: facts.root,
    manager: facts.manager,
    versionControl,
    workspaces: workspaces.map(({ facts: one, stack, attached }) => ({
      folder: one.folder,
      name: one.name,
      stack: { id: stack.id, title: stack.title },
      language: one.language,
      moduleFormat: one.moduleFormat,
      style: one.style,
      packages: one.packages,
      joints: stack.joints.map(({ name, state, file, line, detail, refusal }) => ({
        name,
        state,
        file,
        line,
        detail,
        refusal,
      })),
      attached: attached.map(({ integration, title, way, choices, packages }) => ({
        integration,
        title,
        way,
        choices,
        packages,
      })),
    })),
  };
}

function renderWorkspace({ facts, stack, attached }: SurveyView['workspaces'][number]): string {
  const packages = facts.packages.map(
    ({ name, installed, range }) => `${name} ${installed ?? `${range} (not installed)`}`,
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
    ...columns(stack.joints.map((joint) => jointCells(joint))).map((line, index) =>
      row(index === 0 ? 'joints' : '', line),
    ),
    row(
      'attached',
      attached.length === 0
        ? 'nothing'
        : attached.map(({ title, integration, way }) => `${printable(title)} (${integration}, ${way})`).join(', '),
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

function versionControlInWords({ system, branch, uncommitted }: VersionControlFacts): string {
  if (system === 'none') return 'no version control';
  const changes = uncommitted.length === 0 ? 'nothing uncommitted' : `${uncommitted.length} uncommitted`;
  return `git, ${branch === undefined ? 'no branch' : `branch ${printable(branch)}`}, ${changes}`;
}

function row(label: string, text: string): string {
  return `  ${pad(pc.dim(label), LABEL)} ${text}`;
}
