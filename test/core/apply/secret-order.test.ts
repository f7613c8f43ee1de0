import { expect, it } from 'vitest';
import { apply } from '../../../src/core/apply/apply.ts';
import { recover } from '../../../src/core/apply/recovery.ts';
import { openHost } from '../../../src/core/host/context.ts';
import { parseDefinition } from '../../support/catalog.ts';
import type { ChangeSet } from '../../../src/core/change/change-set.ts';
import { planDetach } from '../../../src/core/plan/detach/plan-detach.ts';
import { planAttach } from '../../../src/core/plan/attach/plan-attach.ts';
import { withSecrets } from '../../../src/core/plan/attach/secrets.ts';
import { secretKit } from '../../support/secret-kit.ts';
import { FaultyFiles } from '../../support/faulty-files.ts';
import type { MemoryFiles } from '../../support/memory-files.ts';
import { CATALOG, memoryDoors, memoryHost, memoryOptions, ROOT } from '../../support/memory-host.ts';

const SECRET = 'pass-the-compost-4711';
async function attachKit(memory: MemoryFiles): Promise<ChangeSet> {
  const plan = await planAttach(
    await openHost(memoryDoors(memory), CATALOG, ROOT),
    [{ definition: parseDefinition(secretKit('shed'), 'integration.yaml'), workspace: 'web', choices: {} }],
    { take: {}, movePackages: false, whereItFits: false },
  );
  return { ...plan, files: withSecrets(plan.files, new Map([['SHED_KEY web/.env', SECRET]])) };
}

/** Faults at every operation of a change: never is the secret in a file that version control would take. */
async function everyFault(open: MemoryFiles, changes: ChangeSet): Promise<number> {
  const counter = new FaultyFiles(open.clone().door, -1, 'EIO');
  await apply({ ...memoryDoors(open), files: counter.door }, changes, memoryOptions());
  let held = 0;
  for (let at = 1; at <= counter.count; at += 1) {
    for (const fault of ['crash before', 'crash after', 'EIO'] as const) {
      const memory = open.clone();
      const faulty = new FaultyFiles(memory.door, at, fault);
      await apply({ ...memoryDoors(memory), files: faulty.door }, changes, memoryOptions()).catch(() => undefined);
      const has = (file: string, text: string): boolean =>
        Buffer.from(memory.files.get(`${ROOT}/${file}`) ?? []).includes(text);
      if (has('web/.env', SECRET)) {
        held += 1;
        expect(has('.gitignore', '.env'), `${fault} at ${at}: ${faulty.failed}`).toBe(true);
      }
      await recover(memoryDoors(memory), ROOT);
      expect(has('web/.env', SECRET)).toBe(memory.files.has(`${ROOT}/web/.ligament/attached/shed.json`));
    }
  }
  return held;
}

it('whenever an attach is cut off, version control passes a file over before a secret is in it', async () => {
  const open = memoryHost();
  expect(await everyFault(open, await attachKit(open))).toBeGreaterThan(10);
});

it('whenever a detach is cut off, the secret is gone before version control would take the file', async () => {
  const open = memoryHost();
  await apply(memoryDoors(open), await attachKit(open), memoryOptions());
  const context = await openHost(memoryDoors(open), CATALOG, ROOT);
  expect(await everyFault(open, await planDetach(context, context.ledgers))).toBeGreaterThan(10);
});
