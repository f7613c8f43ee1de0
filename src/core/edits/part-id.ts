import type { Owner } from './edit.ts';

/** The id that a part has in records, by what it is and its name: `page:SeedSwap`. */
export function partId(kind: string, name: string): string {
  return `${kind}:${name}`;
}

/** What a record is of, and its name; undefined for an integration. */
export function readPartId({ integration }: Pick<Owner, 'integration'>): { kind: string; name: string } | undefined {
  const [, kind, name] = /^([a-z-]+):(.*)$/s.exec(integration) ?? [];
  return kind === undefined || name === undefined ? undefined : { kind, name };
}

/** Whether an owner is a part that has grown (`page:About`), and no integration. */
export function isPart(owner: Pick<Owner, 'integration'>): boolean {
  return readPartId(owner) !== undefined;
}
