import type { ComposerSource } from '../core/ecosystems/composer/source-door.ts';
import type { RegistryDoor } from '../core/ecosystems/npm/registry-door.ts';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Catalog } from '../core/definition/catalog.ts';
import type { ProofKinds } from '../core/definition/proof-kind.ts';
import { keptDefinitions } from '../core/definition/definition-cache.ts';
import { nodeFormatters } from '../core/doors/node-formatters.ts';
import { nodeFiles } from '../core/doors/node-files.ts';
import { rememberingFiles } from '../core/doors/remembering-files.ts';
import { nodeMachine } from '../core/doors/node-machine.ts';
import { nodeProcesses } from '../core/doors/node-processes.ts';
import { once } from '../core/text/once.ts';
import type { Watch } from './progress.ts';
import type { ViewDoors } from '../core/apply/lock-view.ts';
import type { Doors, ToolDoor } from '../core/ports.ts';

/** Options that every command has. */
export interface GlobalOptions {
  cwd: string;
  workspace: string[];
  side?: 'browser' | 'server' | undefined;
  yes: boolean;
  install: boolean;
  offline: boolean;
  prove: boolean;
  json: boolean;
  quiet: boolean;
  verbose: boolean;
}

/** The real doors to the outside; `watch` is told what goes on behind them; `looking`: nothing of the project is written. */
export function openDoors({
  offline = false,
  watch,
  looking = false,
}: { offline?: boolean; watch?: Watch; looking?: boolean } = {}): Doors {
  let opened: Promise<RegistryDoor> | undefined;
  const repositories = new Map<string, Promise<ComposerSource>>();
  const counted = watch && askedOf(watch);
  return {
    offline,
    files: looking ? rememberingFiles(nodeFiles) : nodeFiles,
    processes: watch
      ? {
          ...nodeProcesses,
          run: (command, args, options) =>
            // What git says is for Ligament.
            nodeProcesses.run(
              command,
              args,
              command === 'git' ? options : { ...options, onOutput: (text) => watch.said(text) },
            ),
        }
      : nodeProcesses,
    clock: { now: () => new Date() },
    machine: nodeMachine,
    sources: {
      npm(hostRoot) {
        // One for a command: what it has been told it need not be told again.
        opened ??= import('../core/ecosystems/npm/registry.ts').then(({ openRegistry }) => {
          const door = openRegistry(hostRoot, process.env, offline);
          return counted ? { ...door, packument: (name) => counted(name, door.packument(name)) } : door;
        });
        return opened;
      },
      composer(folder) {
        const known =
          repositories.get(folder) ??
          openRepositories(folder, offline).then((door) =>
            counted ? { ...door, package: (name: string) => counted(name, door.package(name)) } : door,
          );
        repositories.set(folder, known);
        return known;
      },
    },
    formatters: nodeFormatters(async (name, version) => {
      const { fetchedTool } = await import('../core/ecosystems/npm/fetched-tool.ts');
      return fetchedTool(name, version, process.env, offline);
    }),
    tools: toolDoor(offline),
    environment: process.env,
  };
}

/** Loaded only where something is tried. */
function toolDoor(offline: boolean): ToolDoor {
  const opened = once(async () => {
    const { composerTools } = await import('../core/ecosystems/composer/tool-run.ts');
    return composerTools(nodeProcesses, { environment: process.env, offline });
  });
  return { run: async (task) => (await opened()).run(task) };
}

/** Counts what registries are asked about, each once, and what they have told. */
function askedOf(watch: Watch): <Answer>(name: string, answer: Promise<Answer>) => Promise<Answer> {
  const asked = new Set<string>();
  let told = 0;
  return (name, answer) => {
    if (asked.has(name)) return answer;
    asked.add(name);
    watch.asked(told, asked.size);
    return answer.finally(() => {
      told += 1;
      watch.asked(told, asked.size);
    });
  };
}

async function openRepositories(folder: string, offline: boolean): Promise<ComposerSource> {
  const { openComposerSource } = await import('../core/ecosystems/composer/source.ts');
  return openComposerSource(folder, process.env, offline);
}

/** What is needed to look at a project's lock and at the user's own state. */
export function lookingDoors(): ViewDoors {
  return { files: nodeFiles, processes: nodeProcesses, environment: process.env, machine: nodeMachine };
}

declare const LIGAMENT_SCHEMA: string;

/** The definitions that ship with the program, beside `dist/`, as the program read and checked them before, and all kinds of proofs. */
export function openCatalog(): Catalog {
  const program = path.dirname(fileURLToPath(import.meta.url));
  let folder = program;
  while (!nodeFiles.kind(path.join(folder, 'catalog')) && path.dirname(folder) !== folder)
    folder = path.dirname(folder);
  const kept = keptDefinitions(process.env, LIGAMENT_SCHEMA, path.join(program, 'definitions'));
  return { folder: path.join(folder, 'catalog'), proofs: proofKinds, kept };
}

/** Every kind of proof; loaded by the first definition or record that is read. */
export async function proofKinds(): Promise<ProofKinds> {
  return (await import('../core/prove/kinds.ts')).PROOF_KINDS;
}

/** A signal that is given when the developer or the system ends the program. */
export function interruption(): AbortSignal {
  const controller = new AbortController();
  for (const name of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const)
    process.on(name, () => controller.abort(new Error(name)));
  return controller.signal;
}
