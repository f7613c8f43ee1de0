import * as z from 'zod/mini';
import { proofSpec } from '../definition/proof-spec.ts';
import { way, type Definition, type ProofSpec, type Way } from '../definition/schema.ts';
import { encode } from '../doors/text.ts';
import { hashOf } from '../text/hash.ts';

/** Where a definition came from, and the SHA-256 of what it said. */
export const source = z.strictObject({
  from: z.enum(['catalog', 'own']),
  digest: z.string().check(z.regex(/^[0-9a-f]{64}$/)),
});

/**
 * What is kept of a definition of somebody's own: the way that was taken, whole with its texts and conditions, and the proofs. Its
 * form has a number of its own, so that definitions may come to be written otherwise.
 */
export const keptDefinition = z.strictObject({ form: z.literal(1), way, proofs: z.array(proofSpec) });

export type Source = z.infer<typeof source>;
export type KeptDefinition = z.infer<typeof keptDefinition>;

/** What a record says of where its definition came from. */
export function sourceOf(definition: Definition, foreign: boolean): Source {
  return { from: foreign ? 'own' : 'catalog', digest: hashOf(encode(JSON.stringify(definition))) };
}

/** What a record keeps of a definition of somebody's own, by the way that was taken. */
export function keepDefinition({ proofs }: { proofs: ProofSpec[] }, taken: Way): KeptDefinition {
  const files = taken.files?.map((file) => {
    const whole = { ...file };
    // Its text stands in it now.
    delete whole.from;
    return whole;
  });
  return { form: 1, way: { ...taken, ...(files ? { files } : {}) }, proofs };
}
