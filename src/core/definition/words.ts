import * as z from 'zod/mini';

/** A schema with what it means, in words: the published JSON Schema, the reference page and the hints of faults have them from here. */
export function told<Schema extends z.ZodMiniType>(schema: Schema, words: string): Schema {
  return schema.check(z.describe(words));
}

/** What a schema means, in words; undefined where nothing is said. */
export function wordsOf(schema: z.ZodMiniType): string | undefined {
  return z.globalRegistry.get(schema)?.description;
}
