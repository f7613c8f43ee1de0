import { expect } from 'vitest';
import type { MemoryStackHost } from './stack-host.ts';

/** Grows a page, hands over what is different, and looks that taking it out gives every byte back. */
export async function grown(host: MemoryStackHost, name: string, address?: string): Promise<Map<string, string>> {
  const before = host.tree();
  expect(await host.grow(name, address === undefined ? {} : { address })).toBe(true);
  const after = host.tree();
  expect(await host.grow(name, address === undefined ? {} : { address })).toBe(false);
  const [id = ''] = [...after.keys()]
    .filter((file) => file.includes('.ligament/attached/page.'))
    .map((file) => (JSON.parse(after.get(file) ?? '') as { integration: string }).integration);
  await host.detach(id);
  expect(host.tree()).toEqual(before);
  return new Map([...after].filter(([file, text]) => !file.startsWith('.ligament/') && before.get(file) !== text));
}
