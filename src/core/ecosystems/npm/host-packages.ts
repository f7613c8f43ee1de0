import { isRange } from './versions.ts';
import type { HostPackages, PackageFact, WorkspacePackages } from '../work.ts';
import type { NpmQuestion } from './question.ts';
import type { Want, Preference, Present } from '../../resolve/question.ts';
import path from 'node:path';
import { ecosystemOf } from '../marks.ts';
import { broughtVersion } from './manifest-text.ts';
import { readOverrides } from './overrides.ts';

/** The question which versions of some packages go into a workspace, with all that the host has to say to it. */
export function questionFor(
  {
    facts,
    host,
    doors,
  }: Pick<HostPackages, 'facts' | 'host'> & { doors: Pick<HostPackages['doors'], 'machine' | 'files'> },
  workspace: WorkspacePackages,
  wants: readonly Want[],
  agreed: ReadonlyMap<string, string> = new Map(),
): NpmQuestion {
  const root = facts.workspaces[0] ?? workspace;
  const names = new Set(wants.map(({ name }) => name));
  const preferred = new Map<string, Preference>();
  for (const name of names) {
    const found = holdersOf(facts, name).find((one) => one.workspace !== workspace);
    if (found) preferred.set(name, { ...found, words: `the version that ${found.workspace.name} has` });
  }
  for (const [name, version] of agreed)
    preferred.set(name, { version, range: undefined, words: 'newest that suits all that come together' });
  // What is to stand beside others is the one that they have themselves: a framework's own bundler, and no second one.
  const brought = (name: string): Preference | undefined => {
    const version = broughtVersion(doors.files, host.root, workspace.folder, name);
    return version === undefined ? undefined : { version, range: undefined, words: 'the version that is installed' };
  };
  const engines = [workspace, root].find((one) => isRange(one.manifest.engines.node ?? '-'));
  return {
    wants,
    // What a workspace does not declare itself it finds at the root.
    present: new Map([...presentIn(root, names), ...presentIn(workspace, names)]),
    node: doors.machine.node,
    engines: engines && {
      range: engines.manifest.engines.node ?? '',
      file: path.posix.normalize(path.posix.join(engines.folder, 'package.json')),
    },
    platform: doors.machine,
    overrides: readOverrides(facts.manager.name, { manifest: root.manifest.all, settings: host.settings }),
    preferred: { get: (name) => preferred.get(name) ?? (names.has(name) ? undefined : brought(name)) },
  };
}

interface Holder {
  workspace: WorkspacePackages;
  version: string;
  range: string;
}

const HOLDERS = new WeakMap<HostPackages['facts'], Map<string, Holder[]>>();

/** The workspaces that have a package, two at most: a host of thousands is looked through once for each package. */
function holdersOf(facts: HostPackages['facts'], name: string): Holder[] {
  const known = HOLDERS.get(facts) ?? new Map<string, Holder[]>();
  HOLDERS.set(facts, known);
  const found = known.get(name) ?? [];
  if (known.has(name)) return found;
  known.set(name, found);
  for (const workspace of facts.workspaces) {
    const fact = workspace.package(name);
    const version = fact && versionOf(fact);
    if (fact && version !== undefined) found.push({ workspace, version, range: fact.written });
    if (found.length === 2) break;
  }
  return found;
}

function presentIn(workspace: WorkspacePackages, except: ReadonlySet<string>): [string, Present][] {
  return workspace.packages
    .filter(({ name }) => !except.has(name) && ecosystemOf(name) === 'npm')
    .map((fact) => [
      fact.name,
      {
        name: fact.name,
        range: fact.range,
        holder: workspace.name,
        // Asked late: only what is spoken of is looked for on the disk.
        get version() {
          return versionOf(fact);
        },
        get peers() {
          return fact.installed === undefined && isRange(fact.range) ? undefined : (fact.peers ?? {});
        },
      },
    ]);
}

/** The version that a workspace has of a package: installed, else locked; undefined where only a range is declared. */
export function versionOf(fact: PackageFact): string | undefined {
  return fact.installed ?? fact.locked;
}
