import type * as z from 'zod/mini';
import type { TieParts } from './tie-parts.ts';

/**
 * A joint: a named place where something can be tied. It means the same on every stack; each stack knows its place. `members` says what can
 * be tied there, and is asked only where a schema is needed. `from`: code in it may need imports, of packages alone or of the
 * project's own modules too; with `needs` it says nothing without any.
 */
export interface JointKind {
  /** What it is, for a survey. */
  what: string;
  /** What is tied there, for who writes a definition. */
  says: string;
  members(this: void, parts: TieParts): z.core.$ZodLooseShape;
  from?: 'packages' | 'modules';
  needs?: 'from';
  /** What is tied there only rounds an integration off: it works without. By this name it is left out. */
  extra?: 'head' | 'scripts' | 'editor' | 'ignore';
}
