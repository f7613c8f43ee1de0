import type { StackHost } from './work.ts';

/** What came of one integration on one stack. */
export interface Outcome {
  host: string;
  stack: string;
  integration: string;
  state: 'proved' | 'refused' | 'failed';
  /** The way with the versions, why it is refused, or what failed. */
  words: string;
  checked: string[];
  packages: Record<string, string>;
  seconds: number;
}

interface Browsed {
  integrations: {
    integration: string;
    workspaces: { ways: { way: string; verdict: string; why: string }[] }[];
  }[];
}

/** The integrations of the catalog, and why each that does not fit a host does not. */
export async function browse(host: StackHost): Promise<Map<string, string | undefined>> {
  const run = await host.ligament('browse', '--json');
  if (run.status !== 0) throw new Error(`${host.id}: browse: ${run.stderr}`);
  const { integrations } = JSON.parse(run.stdout) as Browsed;
  return new Map(
    integrations.map(({ integration, workspaces }) => {
      const ways = workspaces[0]?.ways ?? [];
      const fits = ways.some(({ verdict }) => verdict === 'fits');
      return [integration, fits ? undefined : (ways.find(({ verdict }) => verdict === 'blocked') ?? ways.at(-1))?.why];
    }),
  );
}

interface Attached {
  changes: { packages?: { name: string; version: string }[]; integrations?: unknown[] };
  proofs: { held: boolean; checked: string }[];
}

/** Attaches one integration, looks that it is proved, attaches it again, takes it out, and looks that nothing is left. */
export async function tryPair(host: StackHost, stack: string, integration: string): Promise<Outcome> {
  const start = performance.now();
  const outcome = (state: Outcome['state'], words: string, more: Partial<Outcome> = {}): Outcome => ({
    host: host.id,
    stack,
    integration,
    state,
    words,
    checked: [],
    packages: {},
    ...more,
    seconds: Math.round((performance.now() - start) / 100) / 10,
  });
  const attached = await host.ligament('attach', integration, '--yes', '--json');
  if (attached.status === 3) return outcome('refused', reasonOf(attached.stdout, attached.stderr));
  if (attached.status !== 0) return outcome('failed', `attach: ${attached.stderr.trim().slice(-3000)}`);
  const { proofs, changes } = JSON.parse(attached.stdout) as Attached;
  const checked = proofs.map((proof) => proof.checked);
  if (checked.length === 0) return outcome('failed', 'nothing was proved');
  const before = host.changes();
  const again = await host.ligament('attach', integration, '--yes');
  if (again.status !== 0 || host.changes() !== before) return outcome('failed', `attached again: ${again.stdout}${again.stderr}`);
  const detached = await host.ligament('detach', integration, '--yes');
  if (detached.status !== 0) return outcome('failed', `detach: ${detached.stdout}${detached.stderr}`);
  const left = host.changes();
  if (left !== '') return outcome('failed', `detach left: ${left}\n${host.git('diff').slice(0, 2000)}`);
  const packages = Object.fromEntries((changes.packages ?? []).map(({ name, version }) => [name, version]));
  return outcome('proved', checked.join('; '), { checked, packages });
}

function reasonOf(stdout: string, stderr: string): string {
  try {
    const { problem } = JSON.parse(stdout) as { problem?: { what?: string; why?: string } };
    return [problem?.what, problem?.why].filter(Boolean).join(': ').replaceAll('\n', ' ');
  } catch {
    return stderr.trim().slice(0, 500);
  }
}
