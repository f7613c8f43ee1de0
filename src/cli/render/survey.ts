import pc from 'picocolors';
import { JOINTS } from '../../core/definition/joints.ts';
import type { Project } from '../../core/ecosystems/ecosystem.ts';
import { ecosystem } from '../../core/ecosystems/ecosystems.ts';
import { ecosystemOf, USUAL } from '../../core/ecosystems/marks.ts';
import { groupBy } from '../../core/group-by.ts';
import type { StackFacts } from '../../core/stacks/sides.ts';
import type { HostFacts, WorkspaceFacts } from '../../core/survey/survey.ts';
import type { VersionControlFacts } from '../../core/survey/version-control.ts';
import { columns, fitted, pad, wrap } from './columns.ts';
import { screenWidth } from './screen.ts';
import { placeInWords } from '../../core/text/place-in-words.ts';
import { printable } from './printable.ts';
import { jointsOf, sideDocument, titleOf, type Attached, type SidedJoint, type SurveyView } from './survey-document.ts';

const LABEL = 11;
// What fits on a screen or two; more lines than that nobody reads.
const MOST_LINES = 60;

/** A survey for people; `whole`: with every package, every joint and the habits that were measured. */
export function renderSurvey({ facts, versionControl, workspaces, brief }: SurveyView, whole: boolean): string {
  const { manager } = facts;
  const head = [
    `${pc.bold(printable(facts.workspaces[0]?.name ?? ''))}  ${pc.dim(printable(facts.root))}`,
    row('manager', printable(managerInWords(facts))),
    ...(manager.lockfiles.length > 1 ? [row('', pc.yellow(`several lockfiles: ${manager.lockfiles.join(', ')}`))] : []),
    row('git', versionControlInWords(versionControl)),
  ];
  return [
    head.join('\n'),
    ...workspaces.map((one) => renderWorkspace(one, manager, whole)),
    ...renderBrief(brief),
  ].join('\n\n');
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

function renderWorkspace(
  { facts, sides, attached }: SurveyView['workspaces'][number],
  manager: HostFacts['manager'],
  whole: boolean,
): string {
  const place = facts.folder === '.' ? 'the root' : printable(facts.folder);
  const isMixed = facts.projects.some(isMain);
  return [
    `${pc.bold(printable(facts.name))}  ${pc.cyan(printable(titleOf(sides)))}  ${pc.dim(place)}`,
    ...attachedRows(attached),
    ...sidesInWords(facts, sides).map((line, index) => row(index === 0 ? 'sides' : '', line)),
    ...sides.flatMap(({ outside }) => (outside === undefined ? [] : [row('', pc.yellow(printable(outside)))])),
    ...(isMixed ? [row('written in', `${languagesInWords(facts)}${whole ? '' : `, ${styleInWords(facts)}`}`)] : []),
    ...(isMixed && whole ? [row('style', styleInWords(facts))] : []),
    ...facts.projects
      .filter((one) => !isUsual(one))
      .map((one, index) => row(index === 0 ? 'made of' : '', projectInWords(one))),
    ...(whole ? allPackages(facts) : packagesInWords(facts, manager)),
    ...jointRows(sides, whole),
  ].join('\n');
}

/** What is attached, what of it was changed by hand since, and why it does not fit any more. */
function attachedRows(attached: readonly Attached[]): string[] {
  const rows = attached.flatMap(({ title, integration, way, drift, misfits }) => [
    printable(`${title} (${integration}, ${way})`),
    ...drift.map(({ what }) => pc.yellow(printable(`  changed by hand: ${what}`))),
    ...misfits.map((why) => pc.yellow(printable(`  does not fit any more: ${why}`))),
  ]);
  return (rows.length > 0 ? rows : ['nothing']).map((line, index) => row(index === 0 ? 'attached' : '', line));
}

function allPackages({ packages }: WorkspaceFacts): string[] {
  const words = packages.map(
    ({ name, installed, locked, range }) => `${name} ${installed ?? `${locked ?? range} (not installed)`}`,
  );
  if (words.length === 0) return [];
  return wrap(printable(words.join(', ')), screenWidth() - LABEL - 3).map((line, index) =>
    row(index === 0 ? 'packages' : '', line),
  );
}

/** "42 declared, none installed: run composer install". What is installed of an ecosystem that is only read is not known. */
function packagesInWords({ packages }: WorkspaceFacts, manager: HostFacts['manager']): string[] {
  if (packages.length === 0) return [];
  const known = packages.filter(({ name }) => !ecosystem(ecosystemOf(name)).readOnly);
  const missing = known.filter(({ installed }) => installed === undefined);
  const words =
    known.length === 0
      ? ''
      : missing.length === 0
        ? ', all installed'
        : missing.length === known.length
          ? `, ${pc.yellow(`none installed: run ${installing(missing, manager).join(' and ')}`)}`
          : `, ${pc.yellow(`not installed: ${printable(missing.map(({ name }) => name).join(', '))}`)}`;
  return wrap(`${packages.length} declared${words}`, screenWidth() - LABEL - 3).map((line, index) =>
    row(index === 0 ? 'packages' : '', line),
  );
}

/** The commands that install some packages, each of its own manager. */
function installing(packages: WorkspaceFacts['packages'], manager: HostFacts['manager']): string[] {
  const ids = new Set(packages.map(({ name }) => ecosystemOf(name)));
  return [...ids].map((id) => `${id === USUAL ? manager.name : id} install`);
}

// Where these are says nothing of a project: every one has them, or can.
const ALIKE = /^(manifest|editor|hooks|ignore)\./;

/** The joints that say something here; those that every project has alike, or that could be made, are counted. */
function jointRows(sides: readonly StackFacts[], whole: boolean): string[] {
  const all = jointsOf(sides);
  const shown = all.filter(
    ({ joint: { name, state } }) => whole || state === 'blocked' || (state === 'present' && !ALIKE.test(name)),
  );
  const rest = all.length - shown.length;
  if (shown.length === 0) return [];
  const lines = fitted(
    shown.map((one) => jointCells(one, sides.length > 2)),
    screenWidth() - LABEL - 3,
  ).flat();
  const more = rest === 0 ? [] : [pc.dim(`and ${rest} more: survey --verbose`)];
  return [...lines, ...more].map((line, index) => row(index === 0 ? 'joints' : '', line));
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
  const place = printable(placeInWords({ file, line }));
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
  if (silent !== undefined) return pc.yellow(printable(`does not answer: ${silent}`));
  const files = uncommitted.length === 1 ? 'file' : 'files';
  const changes = uncommitted.length === 0 ? 'nothing uncommitted' : `${uncommitted.length} ${files} uncommitted`;
  return `${branch === undefined ? 'no branch' : `branch ${printable(branch)}`}, ${changes}`;
}

function row(label: string, text: string): string {
  const [first = '', ...more] = wrap(text, screenWidth() - LABEL - 3);
  return [`  ${pad(pc.dim(label), LABEL)} ${first}`, ...more.map((line) => ' '.repeat(LABEL + 3) + line)].join('\n');
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
