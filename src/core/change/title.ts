import { allOf } from '../text/in-words.ts';
import { groupBy } from '../group-by.ts';

// Of more workspaces than these only their number is told.
const MOST_NAMED = 3;

/** What a change does in words: "attach a and b to web, c to web and api". */
export function changeTitle(
  verb: 'attach' | 'detach',
  parts: readonly { integration: string; workspaceName: string }[],
): string {
  const placed = [...groupBy(parts, ({ integration }) => integration)].map(([integration, all]) => {
    const names = all.map(({ workspaceName }) => workspaceName);
    return { integration, where: names.length > MOST_NAMED ? `${names.length} workspaces` : allOf(names) };
  });
  const together = [...groupBy(placed, ({ where }) => where)].map(
    ([where, all]) =>
      `${allOf(all.map(({ integration }) => integration))} ${verb === 'attach' ? 'to' : 'from'} ${where}`,
  );
  return `${verb} ${together.join(', ')}`;
}
