import * as z from 'zod/mini';
import { definition } from './schema.ts';

/** The JSON Schema (draft 2020-12) of the definition format, as text. */
export function definitionJsonSchema(): string {
  return `${JSON.stringify(z.toJSONSchema(definition, { reused: 'ref' }), null, 2)}\n`;
}
