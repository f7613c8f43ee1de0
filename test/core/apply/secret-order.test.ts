import { expect, it } from 'vitest';
import { apply } from '../../../src/core/apply/apply.ts';
import { recover } from '../../../src/core/apply/recovery.ts';
import { openHost } from '../../../src/core/context.ts';
import { parseDefinition } from '../../../src/core/definition/parse-definition.ts';
import { planAttach } from '../../../src/core/plan/plan-attach.ts';
import { withSecrets } from '../../../src/core/plan/secrets.ts';
import { FaultyFiles } from '../../support/faulty-files.ts';
import { CATALOG, memoryDoors, memoryHost, memoryOptions, ROOT } from '../../support/memory-host.ts';

const SECRET = 'pass-the-compost-4711';
const KIT = `integration: shed
title: The shed
kind: environment
about: Only for tests.
choices:
  key: { kind: secret, ask: The key }
ways:
  - way: plain
    title: by its variables
    packages: {}
    ties:
      - at: environment.file
        variables: { SHED_KEY: { secret: key } }
proofs: []
`;

it('whenever it is cut off, version control passes a file over before a secret is in it; and recover leaves none', async () => {
  const open = memoryHost();
  const plan = await planAttach(
    await openHost(memoryDoors(open), CATALOG, ROOT),
    [{ definition: parseDefinition(KIT, 'integration.yaml'), workspace: 'web', choices: {} }],
    { take: {}, movePackages: false, whereItFits: false },
  );
  const changes = { ...plan, files: withSecrets(plan.files, new Map([['SHED_KEY web/.env', SECRET]])) };
  const before = open.all();
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
      if (memory.files.has(`${ROOT}/web/.env`)) continue;
      for (const [file, text] of memory.all()) if (before.has(file)) expect(text).toBe(before.get(file));
    }
  }
  expect(held).toBeGreaterThan(10);
});
