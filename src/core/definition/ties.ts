import * as z from 'zod/mini';
import { when, type Condition } from './conditions.ts';
import { JOINT_NAMES, JOINTS, type JointName } from './joints.ts';
import {
  packageImport,
  tieImport,
  writtenFrom,
  writtenPackages,
  type PackageImport,
  type TieImport,
} from './modules.ts';
import { oneKey } from './one-key.ts';
import { TIE_PARTS } from './tie-parts.ts';
import { told } from './words.ts';

export type { TieImport } from './modules.ts';

type Kinds = typeof JOINTS;
type MembersOf<Name extends JointName> = z.infer<z.ZodMiniObject<ReturnType<Kinds[Name]['members']>>>;

/** What is tied at one joint. */
export type TieOf<Name extends JointName> = { at: Name; when?: Condition | undefined } & MembersOf<Name> &
  (Kinds[Name] extends { from: 'packages' } ? { imports: PackageImport[] } : object) &
  (Kinds[Name] extends { from: 'modules' } ? { imports: TieImport[] } : object);

/** One statement of a definition: at this joint, put this. */
export type Tie = { [Name in JointName]: TieOf<Name> }[JointName];

const kinds = JOINT_NAMES.map((name) => {
  const joint: { says: string; from?: 'packages' | 'modules'; needs?: 'from' } = JOINTS[name];
  return { ...joint, name, members: JOINTS[name].members(TIE_PARTS) };
});

/** A tie as it is planned and kept in records. */
export const tie = z.discriminatedUnion(
  'at',
  kinds.map(({ name, members, from }) =>
    z.strictObject({
      at: z.literal(name),
      when,
      ...members,
      ...(from ? { imports: z.array(from === 'packages' ? packageImport : tieImport) } : {}),
    }),
  ) as unknown as [z.ZodMiniObject<{ at: z.ZodMiniLiteral<JointName> }>],
) as unknown as z.ZodMiniType<Tie>;

const esm = told(z.optional(z.boolean()), 'the packages in `from` are ES modules only');
const writtenKinds = Object.fromEntries(
  kinds.map(({ name, says, members, from, needs }) => {
    const modules = from === 'packages' ? writtenPackages : writtenFrom;
    const own = { when, ...members, ...(from ? { from: needs ? modules : z.optional(modules), esm } : {}) };
    return [name, told(z.optional(z.strictObject(own)), says)];
  }),
);

/** A tie as a definition says it: its joint is its only key. */
export const writtenTie = z.strictObject(writtenKinds).check(oneKey('joint'));

/** Whether code that is tied at a joint may need imports. */
export function takesImports(joint: string): boolean {
  return kinds.some(({ name, from }) => name === joint && from !== undefined);
}
