import * as z from 'zod/mini';
import { JOINTS, type JointName } from './joint-names.ts';

/** Kinds of source files beyond plain JavaScript that a stack may have. */
export const SOURCE_KINDS = ['ts', 'jsx', 'vue', 'svelte', 'astro'] as const;

const facts = {
  language: z.optional(z.enum(['ts', 'js'])),
  modules: z.optional(z.enum(['esm', 'commonjs'])),
  /** Kinds of sources that the workspace has, all of them. */
  sources: z.optional(z.array(z.enum(SOURCE_KINDS))),
  /** Where the sources run. */
  runtime: z.optional(z.enum(['browser', 'server', 'both'])),
  /** What bundles the workspace, with the range of its versions. */
  bundler: z.optional(z.record(z.string(), z.string())),
  /** Packages that the workspace has, with the ranges of their versions. */
  packages: z.optional(z.record(z.string(), z.string())),
  /** Files of the workspace (`*` stands for any characters but `/`) of which none is there. */
  without: z.optional(z.array(z.string())),
  /** Names (`default`, `*`) that its own scripts import from a package already, without what Ligament put in: one of each list. */
  imports: z.optional(z.record(z.string(), z.array(z.string()).check(z.minLength(1)))),
  /** Keys that the bundler's configuration has at its top. */
  configured: z.optional(z.array(z.string())),
  /** Joints that the stack has a place for. */
  joints: z.optional(z.array(z.enum(Object.keys(JOINTS) as JointName[]))),
  /** Whether an environment file is read when it is built or started, without a package for that. */
  environment: z.optional(z.enum(['read', 'unread'])),
  /** Where components run unless they say otherwise (React Server Components). */
  components: z.optional(z.enum(['server', 'browser'])),
  /** The view engine that a server is set to; `none` where it has none that is known here. */
  views: z.optional(z.enum(['ejs', 'pug', 'none'])),
  /** Paths that a server answers by itself, all of them. */
  paths: z.optional(z.array(z.string().check(z.regex(/^\/\S*$/)))),
  /** Scripts of the manifest, with what they must say (`*` stands for any characters). */
  scripts: z.optional(z.record(z.string(), z.string())),
  /** Choices with the value that they must have. */
  choices: z.optional(z.record(z.string(), z.string())),
};

/** What must hold of a workspace; all of it, one of `any` where that is given, and nothing of what `not` says. */
export const condition = z.strictObject({
  ...facts,
  any: z.optional(z.array(z.strictObject(facts)).check(z.minLength(1))),
  not: z.optional(z.strictObject(facts)),
});

export type Condition = z.infer<typeof condition>;
export type SourceKind = (typeof SOURCE_KINDS)[number];
