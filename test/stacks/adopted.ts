import type { Outcome } from './pairs.ts';
import { readReceipts, writeReceipts, type Receipt } from './receipts.ts';
import type { StackHost } from './work.ts';

/** Which of the integrations that a host has would be adopted as they are, were the record of them lost. */
export async function adoptedOf(host: StackHost, integrations: readonly string[]): Promise<string[]> {
  const record = host.takeRecord();
  try {
    const together = await adoptable(host, integrations);
    if (together) return together;
    const found: string[] = [];
    for (const one of integrations) found.push(...((await adoptable(host, [one])) ?? []));
    return found;
  } finally {
    record.putBack();
  }
}

interface Planned {
  changes: { parts: { integration: string; adopted?: object }[]; files: { file: string; role: string }[] };
}

/** Undefined where one of them is refused, or something else than the record would be written for several. */
async function adoptable(host: StackHost, integrations: readonly string[]): Promise<string[] | undefined> {
  const run = await host.ligament('attach', ...integrations, '--preview', '--json');
  if (run.status !== 0) return undefined;
  const { parts, files } = (JSON.parse(run.stdout) as Planned).changes;
  const isTouched = files.some(({ role }) => role !== 'record');
  if (isTouched) return integrations.length > 1 ? undefined : [];
  return parts.filter(({ adopted }) => adopted).map(({ integration }) => integration);
}

/** Outcomes of a group, with what a host is told to have adopted; its packages are declared only, and nothing is proved. */
async function tellAdopted(host: StackHost, group: string[], outcomes: readonly Outcome[]): Promise<Outcome[]> {
  await host.prepare();
  const attached = await host.ligament('attach', ...group, '--no-install', '--no-prove', '--yes');
  const found = attached.status === 0 ? await adoptedOf(host, group) : [];
  await host.prepare();
  return outcomes.map((one) => {
    const outcome = { ...one };
    delete outcome.adopted;
    return found.includes(one.integration) && one.state === 'proved' ? { ...outcome, adopted: true } : outcome;
  });
}

/** Notes in the receipts of a host what it would be told to have adopted. */
export async function adoptHost(host: StackHost): Promise<void> {
  const receipts = readReceipts(host.id);
  if (!receipts) return;
  const units: Receipt[] = [];
  for (const unit of receipts.units)
    units.push({ ...unit, outcomes: await tellAdopted(host, unit.group, unit.outcomes) });
  writeReceipts({ ...receipts, units });
  const found = units.flatMap((unit) => unit.outcomes).filter(({ state }) => state === 'proved');
  console.log(`adopted  ${host.id.padEnd(18)} ${found.filter(({ adopted }) => adopted).length} of ${found.length}`);
  for (const { integration, adopted } of found) if (!adopted) console.log(`         not      ${integration}`);
}
