import type { Ledger } from '../../core/ledger/record.ts';
import pc from 'picocolors';
import type { Drift } from '../../core/ledger/drift.ts';
import { JOINTS } from '../../core/definition/joints.ts';
import type { Project } from '../../core/ecosystems/ecosystem.ts';
import { ecosystem } from '../../core/ecosystems/ecosystems.ts';
import { USUAL } from '../../core/ecosystems/marks.ts';
import { groupBy } from '../../core/group-by.ts';
import type { Joint } from '../../core/joints/joint.ts';
import type { StackFacts } from '../../core/stacks/sides.ts';
import type { HostFacts, WorkspaceFacts } from '../../core/survey/survey.ts';
import type { VersionControlFacts } from '../../core/survey/version-control.ts';
import { columns, pad, wrap } from './columns.ts';
import { printable } from './printable.ts';

/** An attached integration, what of it was changed by hand since, and why it does not fit any more. */
type Attached = Ledger & { drift: Drift[]; misfits: string[] };

export interface SurveyView {
  facts: HostFacts;
  versionControl: VersionControlFacts;
  /** Those that are told in full. */
  workspaces: { facts: WorkspaceFacts; sides: StackFacts[]; attached: Attached[] }[];
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
    row('manager', printable(managerInWords(facts))),
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
    workspaces: workspaces.map(({ facts: one, sides, attached }) => ({
      folder: one.folder,
      name: one.name,
      stack: { id: sides[0]?.id, title: titleOf(sides) },
      sides: sides.filter(({ side }) => side !== 'tools').map((side) => sideDocument(one, side)),
      language: one.language,
      moduleFormat: one.moduleFormat,
      style: one.style,
      projects: one.projects.map(({ ecosystem: id, file, name, platform, framework, packages }) => ({
        ecosystem: id,
        file,
        name,
        platform,
        framework,
        packages,
      })),
      packages: one.packages.map((fact) => ({
        name: fact.name,
        range: fact.range,
        written: fact.written,
        section: fact.section,
        installed: fact.installed,
        locked: fact.locked,
      })),
      joints: jointsOf(sides).map(({ side, joint: { name, state, file, line, detail, refusal } }) => ({
        side,
        name,
        state,
        file,
        line,
        detail,
        refusal,
      })),
      attached: attached.map((one) => attachedDocument(one)),
    })),
  };
}

function attachedDocument({
  integration,
  title,
  side,
  way,
  choices,
  packages,
  drift,
  misfits,
}: Attached): Record<string, unknown> {
  return {
    integration,
    title,
    side,
    way,
    choices,
    packages,
    drift,
    misfits,
  };
}

function renderWorkspace({ facts, sides, attached }: SurveyView['workspaces'][number]): string {
  const packages = facts.packages.map(
    ({ name, installed, locked, range }) => `${name} ${installed ?? `${locked ?? range} (not installed)`}`,
  );
  const lines = [
    `${pc.bold(printable(facts.name))}  ${pc.cyan(printable(titleOf(sides)))}  ${pc.dim(facts.folder === '.' ? 'the root' : printable(facts.folder))}`,
    ...(facts.projects.some(isMain)
      ? [row('written in', languagesInWords(facts)), row('style', styleInWords(facts))]
      : []),
    ...facts.projects
      .filter((one) => !isUsual(one))
      .map((one, index) => row(index === 0 ? 'made of' : '', projectInWords(one))),
    ...(packages.length > 0
      ? wrap(printable(packages.join(', ')), 100).map((line, index) => row(index === 0 ? 'packages' : '', line))
      : []),
    ...sidesInWords(facts, sides).map((line, index) => row(index === 0 ? 'sides' : '', line)),
    ...sides.flatMap(({ outside }) => (outside === undefined ? [] : [row('', pc.yellow(printable(outside)))])),
    ...columns(jointsOf(sides).map((one) => jointCells(one, sides.length > 1))).map((line, index) =>
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
    ...attached.flatMap(({ integration, misfits }) =>
      misfits.map((why) => row('', pc.yellow(printable(`${integration} does not fit any more: ${why}`)))),
    ),
  ];
  return lines.join('\n');
}

/** What the manager's own facts and the stacks speak of. */
function isMain({ ecosystem: id }: Project): boolean {
  return !ecosystem(id).readOnly;
}

/** A project of the ecosystem whose manager the facts tell. */
function isUsual({ ecosystem: id }: Project): boolean {
  return id === USUAL;
}

function languagesInWords({ projects, language, moduleFormat }: WorkspaceFacts): string {
  const scripts = `${language === 'ts' ? 'TypeScript' : 'JavaScript'}, ${moduleFormat === 'esm' ? 'ES modules' : 'CommonJS'}`;
  return projects.flatMap((one) => (isUsual(one) ? scripts : (ecosystem(one.ecosystem).language ?? []))).join('; ');
}

function managerInWords({ manager, workspaces }: HostFacts): string {
  const projects = workspaces[0]?.projects ?? [];
  const others = projects.filter((one) => !isUsual(one)).map((one) => ecosystem(one.ecosystem).title);
  if (!projects.some(isUsual)) return others.join(', ');
  const also = others.length > 0 ? `; ${others.join(', ')}` : '';
  return `${manager.name} ${manager.version ?? '(not installed)'}, told by ${manager.reason}${also}`;
}

/** "Composer: garden/society in composer.json, PHP >=8.2, Symfony 7.4.23, 14 packages". */
function projectInWords({ ecosystem: id, file, name, platform, framework, packages }: Project): string {
  const parts = [
    `${name ?? 'no name'} in ${file}`,
    ...(platform ? [`${platform.name} ${platform.range}`] : []),
    ...(framework ? [[framework.name, framework.version].filter(Boolean).join(' ')] : []),
    `${packages.length} ${packages.length === 1 ? 'package' : 'packages'}`,
  ];
  return printable(`${ecosystem(id).title}: ${parts.join(', ')}`);
}

function jointCells({ side, joint }: SidedJoint, apart: boolean): string[] {
  const { name, state, file, line, detail, refusal } = joint;
  const place = printable(line === undefined ? file : `${file}:${line}`);
  const words = {
    present: printable(detail),
    makeable: pc.dim(`can be made: ${printable(detail)}`),
    blocked: pc.yellow(`blocked: ${printable(refusal?.reason ?? detail)}`),
  };
  return [...(apart ? [pc.dim(side ?? '')] : []), JOINTS[name].what, place, words[state]];
}

function styleInWords({ style, projects }: WorkspaceFacts): string {
  const { indent, quotes, semicolons, eol, trailingCommas } = style;
  const indentation = indent === '\t' ? 'tabs' : `${indent.length} spaces`;
  const ends = eol === '\r\n' ? 'CRLF' : 'LF';
  // Of PHP nobody has a choice but these.
  if (!projects.some(isUsual)) return `${indentation}, ${quotes} quotes, ${ends}`;
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

interface SidedJoint {
  side: StackFacts['side'];
  joint: Joint;
}

/** Every joint once: what belongs to the whole workspace is told of the tools alone. */
function jointsOf(sides: readonly StackFacts[]): SidedJoint[] {
  const shared = new Set(sides.find(({ side }) => side === 'tools')?.joints.map(({ name }) => name));
  return sides.flatMap(({ side, joints }) =>
    joints
      .filter(({ name, anywhere }) => !anywhere && (side === 'tools' || !shared.has(name)))
      .map((joint) => ({ side, joint })),
  );
}

function titleOf(sides: readonly StackFacts[]): string {
  return sides
    .filter(({ side }) => side !== 'tools')
    .map(({ title }) => title)
    .join(', ');
}

/** What each side is built of, and how. */
function sideDocument({ manifest }: WorkspaceFacts, one: StackFacts): Record<string, unknown> {
  const { side, builds, id, title, outside, traits, workspace, build, joints } = one;
  const boot = joints.find(({ name }) => name === 'app.boot');
  return {
    side: side ?? builds ?? null,
    stack: { id, title },
    outside,
    sources: { folder: traits.folder, kinds: traits.sources, language: workspace.language },
    boot: boot && boot.state !== 'blocked' ? boot.file : null,
    build: manifest.scripts.build ?? (build && [build.program, ...build.args].join(' ')) ?? null,
  };
}

/** "browser  Vite 7 + React 19: TypeScript in src, begins at src/main.tsx, built by vite build". */
function sidesInWords(facts: WorkspaceFacts, sides: readonly StackFacts[]): string[] {
  const apart = sides.filter(({ side }) => side === 'browser' || side === 'server');
  const rows = apart.map((one) => {
    const { traits, workspace, joints } = one;
    const boot = joints.find(({ name, state }) => name === 'app.boot' && state !== 'blocked')?.file;
    const { build } = sideDocument(facts, one);
    const scripts = workspace.language === 'ts' ? 'TypeScript' : 'JavaScript';
    const parts = [
      `${(one.ecosystem && ecosystem(one.ecosystem).language) ?? scripts}${traits.folder === '.' ? '' : ` in ${traits.folder}`}`,
      ...(boot === undefined ? [] : [`begins at ${boot}`]),
      ...(one.side === 'browser' && typeof build === 'string' ? [`built by: ${build}`] : []),
    ];
    return [one.side ?? '', pc.cyan(printable(one.title)), printable(parts.join(', '))];
  });
  return columns(rows);
}
