import path from 'node:path';
import { linesThatMatter } from '../apply/install-failed.ts';
import type { Context } from '../context.ts';
import { readText } from '../doors/text.ts';
import type { Reader } from '../ports.ts';
import { Bench, type Ran } from './bench.ts';
import type { ProofResult, ProofTask } from './proof.ts';

/** What a build in a copy has done. */
export interface Built {
  ran: Ran;
  /** The style sheets that it has emitted: absolute paths. */
  sheets: string[];
}

/** A proof that looks at what the host's own build makes of a copy in which something was planted. */
export interface BuildProof {
  plant(bench: Bench): Promise<void>;
  judge(bench: Bench, built: Built, signal: AbortSignal): Promise<ProofResult>;
}

/** Makes one such proof in a copy of its own. */
export function proveByBuild(
  proof: BuildProof,
  context: Context,
  task: ProofTask,
  signal: AbortSignal,
): Promise<ProofResult> {
  return Bench.with(context, task, signal, async (bench) => {
    await proof.plant(bench);
    const built = await build(bench);
    if (built.ran.status === 0) return proof.judge(bench, built, signal);
    const why = `${built.ran.shown} ended with ${built.ran.status ?? 'no status'} in a copy of the project`;
    return bench.result(false, 'the build', [why], linesThatMatter(built.ran.output));
  });
}

/** Builds a copy. */
export async function build(bench: Bench): Promise<Built> {
  const { files } = bench.context.doors;
  const known = new Map(sheetsBelow(files, bench.root).map((sheet) => [sheet, readText(files, sheet)]));
  const ran = await bench.build();
  const sheets = sheetsBelow(files, bench.root).filter((sheet) => readText(files, sheet) !== known.get(sheet));
  return { ran, sheets };
}

function sheetsBelow(reader: Reader, folder: string): string[] {
  return reader.list(folder).flatMap(({ name, kind }) => {
    const file = path.join(folder, name);
    // What a framework builds for itself lies in folders of its own, some of them hidden.
    if (kind === 'folder') return name === 'node_modules' || name === 'cache' ? [] : sheetsBelow(reader, file);
    return name.endsWith('.css') ? [file] : [];
  });
}
