import { isReservedMember } from '../ecosystems/reserved-members.ts';
import * as z from 'zod/mini';
import { identifier } from './modules.ts';
import { told } from './words.ts';

const first = z.optional(z.enum(['first', 'last']));
const settings = (name: z.ZodMiniType<string, string>, words: string) => ({
  settings: told(z.record(name, z.json()), `${words}; what is there already stays as it is`),
});
const memberName = z
  .string()
  .check(
    z.refine(
      (name) => !isReservedMember((name.startsWith('/') ? (name.split('/')[1] ?? '') : name).replaceAll('~1', '/')),
      "must be a tool's own: what the manifest is and runs has ties of its own",
    ),
  );
const variable = z.strictObject({
  value: told(z.optional(z.string()), 'its value'),
  secret: told(z.optional(z.string()), 'instead of a value: the choice of the kind `secret` that asks for it'),
  example: told(z.optional(z.string()), 'what the example file has in its place; its value where nothing is said'),
  comment: told(z.optional(z.string()), 'what stands above it'),
});
const publicVariable = z.strictObject({
  value: told(z.optional(z.string()), 'its value in development'),
  production: told(z.optional(z.string()), 'its value in what is built; the same where nothing is said'),
  comment: told(z.optional(z.string()), 'what stands above it'),
});

/** What the members of ties are made of. */
export const TIE_PARTS = { z, told, identifier, first, settings, memberName, variable, publicVariable };

export type TieParts = typeof TIE_PARTS;
