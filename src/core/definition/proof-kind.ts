import * as z from 'zod/mini';
import type { Condition } from './conditions.ts';

/** A proof as a definition says it: each kind has members of its own. */
export interface ProofSpec {
  /** The kind. */
  proof: string;
  when?: Condition | undefined;
  [member: string]: unknown;
}

/** What a proof's commands are told from: the workspace that it is made on. */
export interface CommandPlace {
  /** How the workspace is built, as a developer would type it. */
  build: string;
  /** The command that serves what was built; undefined where its files are served as they are. */
  serve: string | undefined;
  /** The command that lists all its routes, where its framework has one. */
  lists: string | undefined;
  /** Something is built before it is served. */
  isBuilt: boolean;
  /** A program with its arguments, choices filled in. */
  typed(this: void, parts: readonly string[]): string;
}

/** What the form of a proof depends on: the side of a workspace that it is made on. */
export interface ProvedSide {
  /** How what is loaded with the app can be seen to run. */
  shows: 'module' | 'component' | 'build' | 'server';
}

interface Common {
  kind: string;
  /** What it does, in words. */
  says: string;
}

/**
 * A kind of proof, all in one: what a definition may say, in which words it is told, what it runs, and how it is made (`Maker`, which is
 * loaded when the first of its kind is made).
 */
export interface ProofKind<Spec extends ProofSpec = ProofSpec, Maker = unknown> extends Common {
  kind: Spec['proof'];
  schema: z.ZodMiniType<Spec>;
  /** Its place among others in one copy: what only reads comes first, what writes sources anew last. */
  order: number;
  /** What it will check, in words for a preview. `what` is the project or the workspace's name. */
  describe(this: void, spec: Spec, what: string): string;
  /** The commands that it runs in the copy, as a developer would type them. */
  commands(this: void, spec: Spec, place: CommandPlace): string[];
  /** Whether it has anything run, or put into the copy, that its definition alone has thought of. */
  isOwnCode(this: void, spec: Spec): boolean;
  load(): Promise<Maker>;
}

/** A kind of proof that is made as one of another kind, which depends on what it is made on. */
export interface ProofForm<Spec extends ProofSpec = ProofSpec> extends Common {
  kind: Spec['proof'];
  schema: z.ZodMiniType<Spec>;
  becomes(this: void, spec: Spec, side: ProvedSide): ProofSpec;
}

/** Kinds of proofs, whatever their members are. */
export type ProofKinds = readonly (AnyProofKind | AnyProofForm)[];

export interface AnyProofKind extends Common {
  schema: z.ZodMiniType;
  order: number;
  describe(this: void, spec: never, what: string): string;
  commands(this: void, spec: never, place: CommandPlace): string[];
  isOwnCode(this: void, spec: never): boolean;
  load(): Promise<unknown>;
}

export interface AnyProofForm extends Common {
  schema: z.ZodMiniType;
  becomes(this: void, spec: never, side: ProvedSide): ProofSpec;
}

/** The shape of a proof of any of some kinds, as records keep it. */
export function proofSchema(kinds: ProofKinds): z.ZodMiniType<ProofSpec> {
  const [first, ...rest] = kinds.map(({ schema }) => schema as z.ZodMiniObject<{ proof: z.ZodMiniLiteral<string> }>);
  if (!first) throw new Error('there is at least one kind of proof');
  return z.discriminatedUnion('proof', [first, ...rest]);
}

/** The kind of a proof that can be made as it is. Throws an Error for one that is none of them. */
export function kindOf(kinds: ProofKinds, { proof }: ProofSpec): AnyProofKind {
  const found = kinds.find(({ kind }) => kind === proof);
  if (!found || 'becomes' in found) throw new Error(`no proof of the kind ${proof}`);
  return found;
}

/** A proof as it is made on one side of a workspace. */
export function proofOn(kinds: ProofKinds, spec: ProofSpec, side: ProvedSide): ProofSpec {
  const found = kinds.find(({ kind }) => kind === spec.proof);
  return found && 'becomes' in found ? found.becomes(spec as never, side) : spec;
}
