import type { ChangeSet } from '../../core/change/change-set.ts';
import { diffFile } from './patch.ts';

/** A change set for programs; docs/json-output.md describes it. */
export function changeDocument(changes: ChangeSet): Record<string, unknown> {
  const { kind, title, parts, dropped, installs, proofs, warnings, files, uses = [] } = changes;
  return {
    kind,
    title,
    parts,
    dropped,
    installs: installs.map(({ command, args, folder, purpose }) => ({ command, args, folder, purpose })),
    stale: changes.stale ?? [],
    proofs: proofs.map(({ integration, workspace, spec, runs = [], foreign = false }) => ({
      integration,
      workspace,
      proof: spec.proof,
      runs,
      foreign,
    })),
    commands: (changes.commands ?? []).map(({ integration, workspace, program, args, purpose, writes, foreign }) => ({
      integration,
      workspace,
      program,
      args,
      purpose,
      writes,
      foreign,
    })),
    migrations: changes.migrations ?? [],
    routes: changes.routes ?? [],
    scripts: changes.scripts ?? [],
    secrets: (changes.secrets ?? []).map(({ choice, variable, file }) => ({ choice, variable, file })),
    uses,
    data: changes.data ?? [],
    staying: changes.staying ?? [],
    warnings,
    files: files.map((change) => ({ role: change.role, ...diffFile(change) })),
  };
}
