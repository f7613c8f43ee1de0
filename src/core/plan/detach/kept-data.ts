import type { Ledger } from '../../ledger/record.ts';
import path from 'node:path';
import type { Context } from '../../host/context.ts';
import type { KeptData } from '../../definition/parts.ts';
import { checkOwnPath } from '../../change/paths.ts';

/** What the app has made while it ran, as far as it is there; paths from the host's root. */
export function dataOf({ reader, host }: Context, going: readonly Ledger[]): KeptData[] {
  return going.flatMap(({ workspace, data = [] }) =>
    data
      .map((one) => ({ ...one, path: path.posix.normalize(path.posix.join(workspace, one.path)) }))
      .filter((one) => reader.kind(path.join(host.root, one.path)) !== undefined)
      .map((one) => {
        checkOwnPath(reader, host.root, one.path);
        return one;
      }),
  );
}

/** What becomes of it, in words. */
export function dataInWords({ path: file, holds }: KeptData, goes: boolean): string {
  return goes
    ? `${file} goes too (${holds}): that cannot be taken back.`
    : `${file} stays: it has ${holds}. --with-data takes it out too.`;
}
