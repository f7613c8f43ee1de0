import * as z from 'zod/mini';
import { when } from './conditions.ts';
import { ownPath } from './own-path.ts';
import { command, oneLine, packageName } from './parts.ts';
import { tie } from './ties.ts';

const text = z.string();

export const packageNeed = z.strictObject({
  /** Semver range of the versions that the definition is written for, or the name of a dist-tag. */
  range: text,
  section: z.enum(['production', 'development', 'peer', 'optional']),
  /** Whose manifest it goes into: that of the workspace (when nothing is said) or that of the host's root. */
  workspace: z.optional(z.enum(['own', 'root'])),
  when,
});

const wayFile = z.strictObject({
  /** Its path in the workspace. */
  file: ownPath,
  when,
  text: z.optional(text),
  /** The file, or (with a slash at its end) the folder, beside the definition that it is read from. */
  from: z.optional(text),
  /** It is written in TypeScript as an ES module, and put into the language and the module format of the host. */
  native: z.optional(z.boolean()),
  generated: z.optional(z.boolean()),
  executable: z.optional(z.boolean()),
  /** It is a migration: what its tables hold, in words. */
  migration: z.optional(oneLine),
  optional: z.optional(z.boolean()),
  /** Members that the JSON object in it has besides, where a condition holds. */
  merge: z.optional(z.array(z.strictObject({ when, members: z.record(text, z.json()) }))),
});

/** A way as it is planned, and as records keep that of a definition of somebody's own. */
export const way = z.strictObject({
  way: text.check(z.regex(/^[\w.-]{1,60}$/)),
  title: oneLine,
  quiet: z.optional(z.boolean()),
  fits: when,
  packages: z.record(packageName, packageNeed),
  ties: z.array(tie),
  files: z.optional(z.array(wayFile)),
  fragments: z.optional(z.record(text, z.array(z.strictObject({ when, text })))),
  formatter: z.optional(packageName),
  commands: z.optional(z.array(z.extend(command, { when }))),
  tell: z.optional(z.array(text)),
});

export type WayAlone = z.infer<typeof way>;
export type PackageNeed = z.infer<typeof packageNeed>;
export type WayFile = z.infer<typeof wayFile>;
