import { proofs } from '../../support/catalog.ts';
import { expect, it } from 'vitest';
import { readLedgers } from '../../../src/core/ledger/ledger.ts';
import { memoryReader } from '../../support/memory-reader.ts';

it('a record that another command takes away while it is looked for is not there', async () => {
  const reader = memoryReader({ '.ligament/attached/shed.json': '{}' });
  const read = (): undefined => undefined;
  expect(await readLedgers({ ...reader, read }, '/host', '.', proofs)).toEqual([]);
  await expect(readLedgers(reader, '/host', '.', proofs)).rejects.toThrow('cannot be read');
});
