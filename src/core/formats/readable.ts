import { readComponent } from './component/blocks.ts';
import { parseScript } from './script/syntax.ts';

/** Whether a file still is what its ending says, as far as a parser can tell. */
export function isReadable(text: string, file: string): boolean {
  if (/\.[cm]?[jt]sx?$/.test(file)) return !('fault' in parseScript(text, file));
  return file.endsWith('.vue') ? typeof readComponent(text) !== 'string' : true;
}
