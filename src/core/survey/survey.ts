import path from 'node:path';
import { readText } from '../doors/text.ts';
import type { Reader } from '../ports.ts';
import type { CodeStyle } from '../text/code-style.ts';
import { findLanguage, findStyle } from './conventions.ts';
import type { HostPlace, WorkspacePlace } from './host.ts';
import { findManager, type ManagerFacts } from './manager.ts';
import { SECTIONS, type Manifest, type Section } from './manifest.ts';

export interface PackageFact {
  name: string;
  /** The range that the manifest declares. */
  range: string;
  section: Section;
  /** The version that is installed, undefined where it is not. */
  installed: string | undefined;
}

/** What is known of one workspace before any stack looks at it. */
export interface WorkspaceFacts {
  /** Relative to the host's root, `.` for the root. */
  folder: string;
  /** The manifest's name, else the folder's. */
  name: string;
  manifest: Manifest;
  language: 'ts' | 'js';
  moduleFormat: 'esm' | 'commonjs';
  style: CodeStyle;
  packages: PackageFact[];
}

export interface HostFacts {
  /** Absolute path. */
  root: string;
  manager: ManagerFacts;
  workspaces: WorkspaceFacts[];
}

/** Reads the facts of a host: static reading only, nothing of the host is run. */
export function surveyHost(reader: Reader, host: HostPlace, searchPath: string): HostFacts {
  const [top] = host.workspaces;
  if (!top) throw new Error('a host has at least its root package');
  return {
    root: host.root,
    manager: findManager(reader, host.root, top.manifest, searchPath),
    workspaces: host.workspaces.map((workspace) => surveyWorkspace(reader, host.root, workspace)),
  };
}

export function surveyWorkspace(reader: Reader, root: string, workspace: WorkspacePlace): WorkspaceFacts {
  const { folder, manifest } = workspace;
  return {
    folder,
    name: manifest.name ?? (folder === '.' ? path.basename(root) : folder),
    manifest,
    language: findLanguage(reader, root, workspace),
    moduleFormat: manifest.type === 'module' ? 'esm' : 'commonjs',
    style: findStyle(reader, root, workspace),
    packages: SECTIONS.flatMap((section) =>
      Object.entries(manifest.sections[section]).map(([name, range]) => ({
        name,
        range,
        section,
        installed: installedVersion(reader, root, folder, name),
      })),
    ),
  };
}

/** The version of a package that a workspace would load (Node's lookup through `node_modules`, up to the host's root). */
export function installedVersion(reader: Reader, root: string, folder: string, name: string): string | undefined {
  for (let at = path.join(root, folder); ; at = path.dirname(at)) {
    const text = readText(reader, path.join(at, 'node_modules', name, 'package.json'));
    if (text !== undefined) {
      try {
        return (JSON.parse(text) as { version?: string }).version;
      } catch {
        return undefined;
      }
    }
    if (at === root || path.dirname(at) === at) return undefined;
  }
}

/** The declared package of that name, wherever the manifest has it. */
export function packageFact(workspace: WorkspaceFacts, name: string): PackageFact | undefined {
  return workspace.packages.find((fact) => fact.name === name);
}
