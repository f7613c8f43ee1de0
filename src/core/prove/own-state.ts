import { messageOf } from '../message-of.ts';
import type { ProofSpec } from '../definition/proof-kind.ts';
import type { Bench } from './bench.ts';
import { serve } from './serve.ts';

/** Whether a project as it stands in a copy is built, or started, in words. */
export async function ownState(bench: Bench): Promise<string | undefined> {
  if (!plants(bench.task.spec)) return 'The proof plants nothing: it is the project itself that fails.';
  const { serve: how } = bench.stack.traits;
  if (bench.workspace.manifest.scripts.build !== undefined || bench.stack.build) {
    const ran = await bench.build();
    return ran.status === 0
      ? `Without what the proof plants, ${ran.shown} succeeds.`
      : `Without what the proof plants, ${ran.shown} fails too: mend that first.`;
  }
  if (!how || !('program' in how)) return undefined;
  try {
    await (await serve(bench, how)).close();
    return 'Without what the proof plants, the server starts.';
  } catch (error) {
    return `Without what the proof plants, the server does not start either (${messageOf(error)}): mend that first.`;
  }
}

/** Whether a proof puts something into the copy. */
function plants(spec: ProofSpec): boolean {
  return ['plants', 'ties', 'class'].some((part) => spec[part] !== undefined);
}
