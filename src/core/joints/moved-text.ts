import path from 'node:path';
import { wayTo } from '../path-names.ts';

// What a component or a page loads by the way to it: imports, sources of elements, and addresses in style sheets.
const NAMED = /(\b(?:from|import)\s*\(?\s*|\bsrc=|\bhref=|\burl\(\s*)(["']?)(\.{1,2}\/[^"'()\s>]+)(\2)/g;

/** The text of a file that goes from one folder to another: what it loads by the way to it is named by the new way. */
export function movedText(text: string, from: string, to: string): string {
  return text.replaceAll(
    NAMED,
    (_, lead: string, quote: string, way: string) => lead + quote + wayTo(to, path.posix.join(from, way)) + quote,
  );
}
