import * as z from 'zod/mini';
import type { ProofKinds } from './proof-kind.ts';
import { writtenSchema } from './written.ts';

/** The JSON Schema (draft 2020-12) of the definition format, as text. */
export function definitionJsonSchema(kinds: ProofKinds): string {
  return `${JSON.stringify(z.toJSONSchema(writtenSchema(kinds), { reused: 'ref' }), null, 2)}\n`;
}
