import { groupBy } from '../group-by.ts';

// Of more workspaces than these only their number is told.
const MOST_NAMED = 3;

/** What a change does in words: "attach a to web and api, b to web". */
export function changeTitle(
  verb: 'attach' | 'detach',
  parts: readonly { integration: string; workspaceName: string }[],
): string {
  const names = [...groupBy(parts, ({ integration }) => integration)].map(([integration, all]) => {
    const where = all.map(({ workspaceName }) => workspaceName);
    const shown = where.length > MOST_NAMED ? `${where.length} workspaces` : where.join(' and ');
    return `${integration} ${verb === 'attach' ? 'to' : 'from'} ${shown}`;
  });
  return `${verb} ${names.join(', ')}`;
}
