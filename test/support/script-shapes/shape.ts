import type { ScriptOperation } from '../../../src/core/formats/script/operations.ts';

/**
 * One way in which people write a script, and what Ligament does with it. In `code`, «…» marks what an edit puts in, and
 * ‹old→new› what it replaces; without marks nothing is edited.
 */
export interface ScriptShape {
  title: string;
  file?: string;
  operation: ScriptOperation;
  code: string;
  /** Why it is refused: part of the reason. */
  refused?: string;
  /** It is there already. */
  already?: true;
  /** What is left once it is taken out by meaning, where that is not the text before. */
  removed?: string;
}

export function before(code: string): string {
  return code.replaceAll(/«[^»]*»/g, '').replaceAll(/‹([^→]*)→[^›]*›/g, '$1');
}

export function after(code: string): string {
  return code.replaceAll(/[«»]/g, '').replaceAll(/‹[^→]*→([^›]*)›/g, '$1');
}
