import path from 'node:path';
import { createPatch } from 'diff';
import { EXIT, Problem } from '../../problem.ts';
import { bareHost } from '../../edits/host-view.ts';
import { isPart } from '../../edits/part-id.ts';
import type { Context } from '../../host/context.ts';
import type { Ledger } from '../../ledger/record.ts';
import { readText } from '../../text/utf8.ts';

/** Throws a Problem (status 3) with what is different where a part that has grown was written into since: it is never deleted unasked. */
export function refuseEditedParts({ reader, host, ledgers }: Context, going: readonly Ledger[]): void {
  for (const part of going.filter(isPart)) {
    const { integration, edits } = part;
    // What other parts have put into its files (a layout around a page) nobody has written.
    const others = ledgers.filter((one) => one !== part && isPart(one));
    const own = bareHost(reader, host.root, others);
    for (const { file, format, operation } of edits) {
      if (format !== 'whole') continue;
      const now = readText(own, path.join(host.root, file));
      if (now === undefined || now === operation.text) continue;
      const [, , , , ...lines] = createPatch(file, operation.text, now).split('\n');
      throw new Problem({
        status: EXIT.refused,
        what: `${file} was written into since it grew`,
        where: { file },
        why: lines
          .filter((line) => line !== '')
          .slice(0, 40)
          .join('\n'),
        next: `Nothing was changed. Delete ${file} yourself if you do not need it any more, then take ${integration} out again.`,
      });
    }
  }
}
