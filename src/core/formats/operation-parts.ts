import * as z from 'zod/mini';

// Parts of which the shapes of operations are made, as a record holds them. Whatever is in a record by somebody else's hand is found by
// these, before an editor sees it.
export const text = z.string();
export const texts = z.array(text);
export const flag = z.optional(z.boolean());
export const pointer = text.check(z.regex(/^(\/|$)/));
export const end = z.optional(z.enum(['first', 'last']));
