import type { Drift } from '../../core/ledger/drift.ts';
import type { Ledger } from '../../core/ledger/record.ts';
import type { VersionControlFacts } from '../../core/survey/version-control.ts';
import type { Joint } from '../../core/joints/joint.ts';
import type { StackFacts } from '../../core/stacks/sides.ts';
import type { HostFacts, WorkspaceFacts } from '../../core/survey/survey.ts';

/** An attached integration, what of it was changed by hand since, and why it does not fit any more. */
export type Attached = Ledger & { drift: Drift[]; misfits: string[] };

export interface SurveyView {
  facts: HostFacts;
  versionControl: VersionControlFacts;
  /** Those that are told in full. */
  workspaces: { facts: WorkspaceFacts; sides: StackFacts[]; attached: Attached[] }[];
  /** The others of a host with many workspaces. */
  brief: { facts: WorkspaceFacts; stack: Pick<StackFacts, 'id' | 'title'>; attached: Attached[] }[];
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

/** What each side is built of, and how. */
export function sideDocument({ manifest }: WorkspaceFacts, one: StackFacts): Record<string, unknown> {
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

export interface SidedJoint {
  side: StackFacts['side'];
  joint: Joint;
}

/** Every joint once: what belongs to the whole workspace is told of the tools alone. */
export function jointsOf(sides: readonly StackFacts[]): SidedJoint[] {
  const shared = new Set(sides.find(({ side }) => side === 'tools')?.joints.map(({ name }) => name));
  return sides.flatMap(({ side, joints }) =>
    joints
      .filter(({ name, anywhere }) => !anywhere && (side === 'tools' || !shared.has(name)))
      .map((joint) => ({ side, joint })),
  );
}

export function titleOf(sides: readonly StackFacts[]): string {
  return sides
    .filter(({ side }) => side !== 'tools')
    .map(({ title }) => title)
    .join(', ');
}
