import { allDefinitions } from '../../definition/catalog.ts';
import { isPart, partId, readPartId } from '../../edits/part-id.ts';
import type { Context } from '../../host/context.ts';
import type { Ledger } from '../../ledger/record.ts';
import { EXIT, Problem } from '../../problem.ts';

/** Throws a Problem (status 3) where a part that stays is listed in a file that an integration made which goes. */
export function refuseLeftParts(going: readonly Ledger[], staying: readonly Ledger[]): void {
  const goes = new Map(
    going.flatMap(({ title, edits }) => edits.filter(({ made }) => made).map(({ file }) => [file, title])),
  );
  for (const { integration, edits } of staying.filter(isPart)) {
    // What would make the file itself does so then.
    const found = edits.find(({ file, seed }) => goes.has(file) && seed === undefined);
    if (!found) continue;
    throw new Problem({
      status: EXIT.refused,
      what: `${integration} has grown in what ${goes.get(found.file) ?? 'goes'} brought`,
      where: { file: found.file },
      why: `${found.file} lists it, and goes too`,
      next: `Nothing was changed. Take it out first, or both at once: ligament detach ${integration} ${going.map((one) => one.integration).join(' ')}`,
    });
  }
}

/** Throws a Problem (status 3) where a layout that stays is around a page that goes: its own edges would be lost. */
export function refuseInnerPages(going: readonly Ledger[], staying: readonly Ledger[]): void {
  for (const page of going.filter((one) => readPartId(one)?.kind === 'page')) {
    const layout = staying.find(
      (one) =>
        readPartId(one)?.kind === 'layout' &&
        one.workspace === page.workspace &&
        (one.choices.around ?? '').split(' ').includes(page.choices.at ?? ''),
    );
    if (!layout) continue;
    throw new Problem({
      status: EXIT.refused,
      what: `${page.title} cannot leave yet`,
      why: `${layout.integration} stands around it`,
      next: `Nothing was changed. Take both out together: ligament detach ${layout.integration} ${going.map((one) => one.integration).join(' ')}`,
    });
  }
}

/** Throws a Problem (status 3) where pieces that stay use another one, or the kit that they came with, which goes. */
export async function refuseUsedByPieces(
  { doors, catalog }: Context,
  going: readonly Ledger[],
  staying: readonly Ledger[],
): Promise<void> {
  const pieces = staying.filter((one) => readPartId(one)?.kind === 'piece');
  if (pieces.length === 0) return;
  const all = await allDefinitions(doors.files, catalog);
  const usedBy = (piece: Ledger): string[] => {
    const name = readPartId(piece)?.name ?? '';
    const kit = all.find((one) => one.pieces && Object.hasOwn(one.pieces, name));
    return kit ? [kit.integration, ...(kit.pieces?.[name]?.needs ?? []).map((need) => partId('piece', need))] : [];
  };
  const usersOf = (gone: readonly Ledger[]): Ledger[] =>
    pieces.filter((one) =>
      gone.some(({ integration, workspace }) => workspace === one.workspace && usedBy(one).includes(integration)),
    );
  const users = usersOf(going);
  const [first] = users;
  if (!first) return;
  const gone = going.find(({ integration }) => usedBy(first).includes(integration));
  const together = [...new Set([...usersOf([...going, ...users]), ...users, ...going])];
  throw new Problem({
    status: EXIT.refused,
    what: `${gone?.title ?? ''} cannot leave yet`,
    why: `${users.map(({ integration }) => integration).join(', ')} ${users.length === 1 ? 'uses' : 'use'} it`,
    next: `Nothing was changed. Take them out together: ligament detach ${together.map((one) => one.integration).join(' ')}`,
  });
}
