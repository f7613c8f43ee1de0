import { isReservedMember } from '../ecosystems/reserved-members.ts';
import * as z from 'zod/mini';
import { identifier } from './modules.ts';
import { told } from './words.ts';

const first = z.optional(z.enum(['first', 'last']));
const settings = (name: z.ZodMiniType<string, string>, words: string) => ({
  settings: told(z.record(name, z.json()), `${words}; existing members stay as they are`),
});
/** Environments of a framework, by its own names. */
const environments = z.optional(z.array(z.string().check(z.regex(/^[a-z]+$/))).check(z.minLength(1)));
/** A key of settings, as frameworks write it. */
const settingsKey = z.string().check(z.regex(/^[a-z][a-z0-9_]*$/));
/** A class of PHP with its namespace. */
const phpClass = z.string().check(z.regex(/^(\{\{[\w.]+\}\}|[A-Z]\w*)(\\[A-Z]\w*)*$/i));
const routeName = z.string().check(z.regex(/^[a-z][\w.]*$/));
const path = z.string().check(z.regex(/^(\{\{\w+\}\}|\/[\w/.-]*)$/));
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
  secret: told(z.optional(z.string()), 'instead of a value: the choice of kind `secret` that provides it'),
  example: told(z.optional(z.string()), 'its value in the example file; the same by default'),
  comment: told(z.optional(z.string()), 'a comment above it'),
});
const publicVariable = z.strictObject({
  value: told(z.optional(z.string()), 'its value in development'),
  production: told(z.optional(z.string()), 'its value in production; the same by default'),
  comment: told(z.optional(z.string()), 'a comment above it'),
});

/** What the members of ties are made of. */
export const TIE_PARTS = {
  // By name: handed on as a whole, all of the library would be in each part of the program.
  z: {
    array: z.array,
    boolean: z.boolean,
    enum: z.enum,
    json: z.json,
    minLength: z.minLength,
    optional: z.optional,
    record: z.record,
    regex: z.regex,
    strictObject: z.strictObject,
    string: z.string,
  },
  told,
  identifier,
  first,
  settings,
  environments,
  settingsKey,
  phpClass,
  routeName,
  path,
  memberName,
  variable,
  publicVariable,
};

export type TieParts = typeof TIE_PARTS;
