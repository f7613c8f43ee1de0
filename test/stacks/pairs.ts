import { adoptedOf } from './adopted.ts';
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
  /** Recognised when its record is lost: nothing but the record would be written. */
  adopted?: true;
  /** It holds only without those that it was tried beside. */
  apart?: true;
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
      return [
        integration,
        fits
          ? undefined
          : (
              ways.find(({ verdict }) => verdict === 'blocked') ??
              // A way for what a host is not built with says the least.
              ways.findLast(({ why }) => why !== '' && !/, which \S+ does not have$/.test(why)) ??
              ways.findLast(({ why }) => why !== '')
            )?.why,
      ];
    }),
  );
}

interface Attached {
  changes: {
    parts: { integration: string; way: string; packages: { name: string; version: string }[] }[];
    proofs: { integration: string }[];
  };
  proofs: { integration: string; held: boolean; checked: string }[];
}

/** Every package, further down too, that the host has with some integrations attached, by `name@version`. Asks the registry. */
export async function packagesWith(host: StackHost, integrations: readonly string[]): Promise<string[]> {
  const run = await host.ligament('attach', ...integrations, '--no-install', '--no-prove', '--yes');
  if (run.status !== 0) throw new Error(`${host.id} ${integrations.join(' ')}: ${run.stderr.slice(0, 2000)}`);
  const packages = await host.lock();
  await host.prepare();
  return packages;
}

// Each leaves by itself, and all others are proved again without it.
const LEAVE_FIRST: Record<string, readonly string[]> = {
  'vite-vue-ts': ['prettier', 'vue-router'],
  'vite-react-ts': ['eslint', 'react-router'],
  'next-app-ts': ['tailwindcss', 'vitest'],
};

/**
 * Attaches integrations to a host at once, looks that each is proved, attaches them again, takes them out, and looks that
 * nothing is left. Where that fails each is tried by itself, so that the table tells which it was.
 */
export async function tryTogether(host: StackHost, stack: string, integrations: readonly string[]): Promise<Outcome[]> {
  const start = performance.now();
  const seconds = (): number => Math.round((performance.now() - start) / 100) / 10;
  const made = (integration: string, state: Outcome['state'], words: string, more: Partial<Outcome> = {}): Outcome => ({
    host: host.id,
    stack,
    integration,
    state,
    words,
    checked: [],
    packages: {},
    seconds: seconds(),
    ...more,
  });
  const failed = async (words: string): Promise<Outcome[]> => {
    const [only, ...more] = integrations;
    if (only !== undefined && more.length === 0) return [made(only, 'failed', words.slice(-3000))];
    console.log(`${host.id}: together: ${words.slice(-1500)}`);
    const outcomes: Outcome[] = [];
    // It may have failed half-way: each begins with the host as it is.
    await host.prepare();
    for (const one of integrations) {
      const [outcome, ...more] = await tryTogether(host, stack, [one]);
      if (outcome) outcomes.push({ ...outcome, apart: true }, ...more);
      if (outcomes.at(-1)?.state === 'failed') await host.prepare();
    }
    return outcomes;
  };
  const attached = await host.ligament('attach', ...integrations, '--yes', '--json');
  if (attached.status === 3 && integrations.length === 1)
    return [made(integrations[0] ?? '', 'refused', reasonOf(attached.stdout, attached.stderr))];
  if (attached.status === 3) {
    // What no versions suit is refused by itself; the rest goes together.
    const alone = new Map<string, string>();
    for (const one of integrations) {
      const planned = await host.ligament('attach', one, '--preview', '--json');
      if (planned.status === 3) alone.set(one, reasonOf(planned.stdout, planned.stderr));
    }
    const rest = integrations.filter((one) => !alone.has(one));
    if (alone.size > 0 && rest.length > 0)
      return [...[...alone].map(([one, why]) => made(one, 'refused', why)), ...(await tryTogether(host, stack, rest))];
  }
  if (attached.status !== 0) return failed(`attach: ${attached.stderr.trim()}`);
  const checked = await host.check();
  if (checked !== undefined) return failed(`its own check: ${checked}`);
  if (host.wouldStage().some((file) => /(^|\/)\.env(\.|$)(?!example)|\.accounts-data/.test(file)))
    return failed(`git add would stage ${host.wouldStage().join(' ')}`);
  const before = host.changes();
  const again = await host.ligament('attach', ...integrations, '--yes');
  if (again.status !== 0 || host.changes() !== before) return failed(`attached again: ${again.stdout}${again.stderr}`);
  const adopted = await adoptedOf(host, integrations);
  const leaving = (LEAVE_FIRST[host.id] ?? []).filter((one) => integrations.includes(one) && integrations.length > 1);
  for (const one of leaving) {
    const left = await host.ligament('detach', one, '--yes');
    if (left.status !== 0) return failed(`detach ${one}: ${left.stdout}${left.stderr}`);
    const proved = await host.ligament('prove');
    if (proved.status !== 0) return failed(`without ${one}: ${proved.stdout}${proved.stderr}`);
  }
  const rest = integrations.filter((one) => !leaving.includes(one));
  const detached = await host.ligament('detach', ...rest, '--yes');
  if (detached.status !== 0) return failed(`detach: ${detached.stdout}${detached.stderr}`);
  const left = host.changes();
  if (left !== '') return failed(`detach left: ${left}\n${host.git('diff').slice(0, 2000)}`);
  const { proofs, changes } = JSON.parse(attached.stdout) as Attached;
  return integrations.map((integration) => {
    const own = proofs.filter((one) => one.integration === integration);
    // What was seen only in part counts for somebody without a browser, not here.
    if (own.length === 0 || !own.every(({ held }) => held))
      return made(integration, 'failed', 'it was not proved whole');
    const checked = own.map((proof) => proof.checked);
    const part = changes.parts.find((one) => one.integration === integration);
    const packages = Object.fromEntries((part?.packages ?? []).map(({ name, version }) => [name, version]));
    const known = adopted.includes(integration) ? { adopted: true as const } : {};
    return made(integration, 'proved', part?.way ?? '', { checked, packages, ...known });
  });
}

function reasonOf(stdout: string, stderr: string): string {
  try {
    const { problem } = JSON.parse(stdout) as { problem?: { what?: string; why?: string } };
    return [problem?.what, problem?.why].filter(Boolean).join(': ').replaceAll('\n', ' ');
  } catch {
    return stderr.trim().slice(0, 500);
  }
}
