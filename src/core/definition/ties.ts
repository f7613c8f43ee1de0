import { isReservedMember } from '../ecosystems/reserved-members.ts';
import * as z from 'zod/mini';
import { condition, type Condition } from './conditions.ts';
import type { JointName } from './joint-names.ts';
import { identifier, packageImport, tieImport, writtenFrom, writtenPackages, type PackageImport, type TieImport } from './modules.ts';
import { oneKey } from './one-key.ts';
import { told } from './words.ts';

export type { TieImport } from './modules.ts';

/** What can be tied at one joint. `from`: code in it may need imports, of packages alone or of the project's own modules too. */
interface TieKind {
  says: string;
  members: z.core.$ZodLooseShape;
  from?: 'packages' | 'modules';
  /** Without any it says nothing. */
  needs?: 'from';
}

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

/** What can be tied at each joint. */
export const TIES = {
  'bundler.plugins': {
    says: "a plugin in the list of the bundler's configuration",
    members: { call: told(z.string(), 'an expression'), place: told(first, 'where it goes in the list; last where nothing is said') },
    from: 'packages',
  },
  'framework.modules': {
    says: "a module in the list of the framework's configuration",
    members: { module: told(z.string(), 'its name') },
  },
  'postcss.plugins': {
    says: "a plugin in PostCSS's configuration",
    members: { call: told(z.string(), 'an expression'), place: told(first, 'where it goes in the list; last where nothing is said') },
    from: 'packages',
    needs: 'from',
  },
  'styles.global': {
    says: 'an import or at-rules in the global style sheet',
    members: {
      load: told(z.optional(z.string()), 'what the sheet imports'),
      rules: told(z.optional(z.array(z.string())), 'at-rules that it has, each with its parameters: `layer base`'),
      options: told(z.optional(z.string()), 'what stands behind the import; nothing where a placeholder in it is empty'),
      instead: told(z.optional(z.array(z.string())), 'other imports that show that the sheet has it already'),
    },
  },
  'app.boot': {
    says: 'a module or style sheet that is loaded when the app starts',
    members: { first: told(z.optional(z.boolean()), 'it is loaded before everything else') },
    from: 'modules',
    needs: 'from',
  },
  'server.handlers': {
    says: 'something that the server is told to use',
    members: {
      use: told(z.string(), 'an expression'),
      phase: told(
        z.enum(['first', 'parsed', 'routes']),
        'before all others, behind what parses the bodies of requests, or last before what handles errors and what is not found',
      ),
    },
    from: 'modules',
  },
  'server.routes': {
    says: 'a path that the server answers',
    members: {
      route: told(
        z.string().check(z.regex(/^[\w.[\]-]+(\/[\w.[\]-]+)*$/)),
        'its path, without the first slash; `[...name]` stands for all that is below',
      ),
      handler: told(z.string(), 'an expression: what answers a request as the server has them'),
      methods: told(z.array(z.enum(['GET', 'POST', 'PUT', 'PATCH', 'DELETE'])), 'the methods that it answers'),
    },
    from: 'modules',
  },
  'app.plugins': {
    says: 'something that the app is told to use',
    members: {
      use: told(z.string(), 'an expression'),
      name: told(
        z.string().check(z.regex(/^[a-z][a-z0-9-]*$/)),
        'the name of a file of its own, in small letters, where the stack has one for each plugin',
      ),
    },
    from: 'modules',
  },
  'app.around': {
    says: 'a component around everything that the app shows',
    members: {
      component: told(identifier, 'the component: a name that `from` brings'),
      properties: told(
        z.optional(z.record(identifier, identifier)),
        'what it is given: names that `from` brings, by property',
      ),
    },
    from: 'modules',
    needs: 'from',
  },
  'app.screen': {
    says: 'a component in the place of the one that the app shows',
    members: {
      component: told(identifier, 'the component: a name that `from` brings'),
      properties: told(
        z.optional(z.record(identifier, identifier)),
        'what it is given: names that `from` brings, by property',
      ),
    },
    from: 'modules',
    needs: 'from',
  },
  'tool.globs': {
    says: "globs in a tool's own configuration that do not cover the sources yet",
    members: {
      named: told(
        z.array(z.string()).check(z.minLength(1)),
        'what the configuration may be called in the workspace; `*` stands for any characters',
      ),
      lists: told(
        z.array(z.string()).check(z.minLength(1)),
        'JSON Pointers to where its list of globs may be; the first that is there counts',
      ),
      cover: told(z.string(), 'the code of a list of globs: those are added that reach files which the list does not'),
    },
  },
  'lint.configs': {
    says: 'an item of the flat list of lint configurations',
    members: {
      item: told(z.string(), 'an expression'),
      many: told(z.optional(z.boolean()), 'the item is itself a list of configurations'),
      place: told(first, 'where it goes in the list'),
    },
    from: 'packages',
  },
  'manifest.scripts': {
    says: 'scripts of the manifest; one of that name that is there already stays',
    members: { scripts: told(z.record(z.string(), z.string()), 'commands by name') },
  },
  'manifest.settings': {
    says: "a tool's settings in the manifest",
    members: settings(memberName, 'members with their values, by name, or with `/` in front by JSON Pointer'),
  },
  'editor.settings': {
    says: "the editor's settings for the project",
    members: settings(z.string(), 'top-level members with their values'),
  },
  'editor.extensions': {
    says: 'extensions that the editor recommends',
    members: { extensions: told(z.array(z.string()), 'their identifiers') },
  },
  'hooks.pre-commit': {
    says: 'what runs before a commit',
    members: { run: told(z.string(), 'a program of an installed package with its arguments, as a line of the hook') },
  },
  'environment.file': {
    says: 'variables in the environment file',
    members: { variables: told(z.record(z.string().check(z.regex(/^[A-Za-z_]\w*$/)), variable), 'variables by name') },
  },
  'environment.public': {
    says: 'variables that browsers get, in the environment files of the modes',
    members: {
      variables: told(
        z.record(z.string().check(z.regex(/^[A-Z][A-Z0-9_]*$/)), publicVariable),
        'variables by their names without what the bundler puts before them',
      ),
    },
  },
  'ignore.lines': {
    says: "lines of version control's ignore file",
    members: { lines: told(z.array(z.string()), 'the lines') },
  },
} as const satisfies Record<JointName, TieKind>;

type Kinds = typeof TIES;
type MembersOf<Name extends JointName> = z.infer<z.ZodMiniObject<Kinds[Name]['members']>>;

/** What is tied at one joint. */
export type TieOf<Name extends JointName> = { at: Name; when?: Condition | undefined } & MembersOf<Name> &
  (Kinds[Name] extends { from: 'packages' } ? { imports: PackageImport[] } : object) &
  (Kinds[Name] extends { from: 'modules' } ? { imports: TieImport[] } : object);

/** One statement of a definition: at this joint, put this. */
export type Tie = { [Name in JointName]: TieOf<Name> }[JointName];

const kinds = Object.entries(TIES) as [JointName, TieKind][];
const when = told(z.optional(condition), 'what must hold for it');

/** A tie as it is planned and kept in records. */
export const tie = z.discriminatedUnion(
  'at',
  kinds.map(([name, { members, from }]) =>
    z.strictObject({
      at: z.literal(name),
      when,
      ...members,
      ...(from ? { imports: z.array(from === 'packages' ? packageImport : tieImport) } : {}),
    }),
  ) as unknown as [z.ZodMiniObject<{ at: z.ZodMiniLiteral<JointName> }>],
) as unknown as z.ZodMiniType<Tie>;

const esm = told(z.optional(z.boolean()), 'the packages in `from` can be loaded as ES modules only');
const writtenKinds = Object.fromEntries(
  kinds.map(([name, { says, members, from, needs }]) => {
    const modules = from === 'packages' ? writtenPackages : writtenFrom;
    const own = { when, ...members, ...(from ? { from: needs ? modules : z.optional(modules), esm } : {}) };
    return [name, told(z.optional(z.strictObject(own)), says)];
  }),
);

/** A tie as a definition says it: its joint is its only key. */
export const writtenTie = z.strictObject(writtenKinds).check(oneKey('joint'));

/** Whether code that is tied at a joint may need imports. */
export function takesImports(joint: string): boolean {
  return kinds.some(([name, { from }]) => name === joint && from !== undefined);
}
