import { findNodeAtLocation, parseTree } from 'jsonc-parser';
import { commandWords } from '../text/command-words.ts';
import { bracketDepth } from '../formats/nesting.ts';

const MOST_LEVELS = 200;

/** Where a manifest has scripts that run one of some programs: offsets in the text, in order. */
export function scriptsThatRun(text: string, programs: readonly string[]): number[] {
  const tree = bracketDepth(text) > MOST_LEVELS ? undefined : parseTree(text);
  const scripts = tree && findNodeAtLocation(tree, ['scripts']);
  return (scripts?.children ?? []).flatMap(({ offset, children }) => {
    const command: unknown = children?.[1]?.value;
    const words = typeof command === 'string' ? commandWords(command) : [];
    return words.some((word) => programs.includes(word)) ? [offset] : [];
  });
}
