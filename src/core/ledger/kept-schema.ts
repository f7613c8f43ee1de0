import * as z from 'zod/mini';
import type { ProofSpec } from '../definition/definition.ts';
import { way } from '../definition/way.ts';

/** Where a definition came from, and the SHA-256 of what it said. */
export const source = z.strictObject({
  from: z.enum(['catalog', 'own']),
  digest: z.string().check(z.regex(/^[0-9a-f]{64}$/)),
});

/**
 * What is kept of a definition of somebody's own: the way that was taken, whole with its texts and conditions, and its proofs. Its
 * form has a number of its own, so that definitions may come to be written otherwise.
 */
export function keptSchema(proof: z.ZodMiniType<ProofSpec>) {
  return z.strictObject({ form: z.literal(2), way, proofs: z.array(proof) });
}

export type Source = z.infer<typeof source>;
export type KeptDefinition = z.infer<ReturnType<typeof keptSchema>>;
