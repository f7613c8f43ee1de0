import type * as z from 'zod/mini';
import type { TieParts } from './tie-parts.ts';

/**
 * A joint: a named place where something can be tied. It means the same on every stack; each stack knows its place. `members` says what can
 * be tied there, and is asked only where a schema is needed. `from`: code in it may need imports, of packages alone or of the
 * project's own modules too; with `needs` it says nothing without any.
 */
interface JointKind {
  /** What it is, for a survey. */
  what: string;
  /** What is tied there, for who writes a definition. */
  says: string;
  members(this: void, parts: TieParts): z.core.$ZodLooseShape;
  from?: 'packages' | 'modules';
  needs?: 'from';
}

/** Every joint. */
export const JOINTS = {
  'bundler.plugins': {
    what: "the bundler's plugins",
    says: "a plugin in the list of the bundler's configuration",
    members: ({ told, z, first }) => ({
      call: told(z.string(), 'an expression'),
      place: told(first, 'where it goes in the list; last where nothing is said'),
    }),
    from: 'packages',
  },
  'framework.modules': {
    what: "the framework's modules",
    says: "a module in the list of the framework's configuration",
    members: ({ told, z }) => ({ module: told(z.string(), 'its name') }),
  },
  'postcss.plugins': {
    what: "PostCSS's plugins",
    says: "a plugin in PostCSS's configuration",
    members: ({ told, z, first }) => ({
      call: told(z.string(), 'an expression'),
      place: told(first, 'where it goes in the list; last where nothing is said'),
    }),
    from: 'packages',
    needs: 'from',
  },
  'styles.global': {
    what: 'the global style sheet',
    says: 'an import or at-rules in the global style sheet',
    members: ({ told, z }) => ({
      load: told(z.optional(z.string()), 'what the sheet imports'),
      rules: told(z.optional(z.array(z.string())), 'at-rules that it has, each with its parameters: `layer base`'),
      options: told(
        z.optional(z.string()),
        'what stands behind the import; nothing where a placeholder in it is empty',
      ),
      instead: told(z.optional(z.array(z.string())), 'other imports that show that the sheet has it already'),
    }),
  },
  'app.boot': {
    what: "the app's boot module",
    says: 'a module or style sheet that is loaded when the app starts',
    members: ({ told, z }) => ({ first: told(z.optional(z.boolean()), 'it is loaded before everything else') }),
    from: 'modules',
    needs: 'from',
  },
  'server.handlers': {
    what: "the server's handlers",
    says: 'something that the server is told to use',
    members: ({ told, z }) => ({
      use: told(z.string(), 'an expression'),
      phase: told(
        z.enum(['first', 'parsed', 'routes']),
        'before all others, behind what parses the bodies of requests, or last before what handles errors and what is not found',
      ),
    }),
    from: 'modules',
  },
  'server.routes': {
    what: "the server's routes",
    says: 'a path that the server answers',
    members: ({ told, z, first }) => ({
      route: told(
        z.string().check(z.regex(/^[\w.[\]-]+(\/[\w.[\]-]+)*$/)),
        'its path, without the first slash; `[...name]` stands for all that is below',
      ),
      handler: told(z.string(), 'an expression: what answers a request as the server has them'),
      methods: told(z.array(z.enum(['GET', 'POST', 'PUT', 'PATCH', 'DELETE'])), 'the methods that it answers'),
    }),
    from: 'modules',
  },
  'app.plugins': {
    what: "the app's plugins",
    says: 'something that the app is told to use',
    members: ({ told, z }) => ({
      use: told(z.string(), 'an expression'),
      name: told(
        z.string().check(z.regex(/^[a-z][a-z0-9-]*$/)),
        'the name of a file of its own, in small letters, where the stack has one for each plugin',
      ),
    }),
    from: 'modules',
  },
  'app.around': {
    what: 'what stands around the app',
    says: 'a component around everything that the app shows',
    members: ({ told, z, identifier }) => ({
      component: told(identifier, 'the component: a name that `from` brings'),
      properties: told(
        z.optional(z.record(identifier, identifier)),
        'what it is given: names that `from` brings, by property',
      ),
    }),
    from: 'modules',
    needs: 'from',
  },
  'app.screen': {
    what: 'what the app shows first',
    says: 'a component in the place of the one that the app shows',
    members: ({ told, z, identifier }) => ({
      component: told(identifier, 'the component: a name that `from` brings'),
      properties: told(
        z.optional(z.record(identifier, identifier)),
        'what it is given: names that `from` brings, by property',
      ),
    }),
    from: 'modules',
    needs: 'from',
  },
  'tool.globs': {
    what: "the globs of a tool's own configuration",
    says: "globs in a tool's own configuration that do not cover the sources yet",
    members: ({ told, z, first }) => ({
      named: told(
        z.array(z.string()).check(z.minLength(1)),
        'what the configuration may be called in the workspace; `*` stands for any characters',
      ),
      lists: told(
        z.array(z.string()).check(z.minLength(1)),
        'JSON Pointers to where its list of globs may be; the first that is there counts',
      ),
      cover: told(z.string(), 'the code of a list of globs: those are added that reach files which the list does not'),
    }),
  },
  'lint.configs': {
    what: 'the list of lint configurations',
    says: 'an item of the flat list of lint configurations',
    members: ({ told, z, first }) => ({
      item: told(z.string(), 'an expression'),
      many: told(z.optional(z.boolean()), 'the item is itself a list of configurations'),
      place: told(first, 'where it goes in the list'),
    }),
    from: 'packages',
  },
  'manifest.scripts': {
    what: "the manifest's scripts",
    says: 'scripts of the manifest; one of that name that is there already stays',
    members: ({ told, z }) => ({ scripts: told(z.record(z.string(), z.string()), 'commands by name') }),
  },
  'manifest.settings': {
    what: "the manifest's settings of tools",
    says: "a tool's settings in the manifest",
    members: ({ settings, memberName }) =>
      settings(memberName, 'members with their values, by name, or with `/` in front by JSON Pointer'),
  },
  'editor.settings': {
    what: "the editor's settings",
    says: "the editor's settings for the project",
    members: ({ z, settings }) => settings(z.string(), 'top-level members with their values'),
  },
  'editor.extensions': {
    what: "the editor's recommended extensions",
    says: 'extensions that the editor recommends',
    members: ({ told, z, identifier }) => ({ extensions: told(z.array(z.string()), 'their identifiers') }),
  },
  'hooks.pre-commit': {
    what: 'what runs before a commit',
    says: 'what runs before a commit',
    members: ({ told, z }) => ({
      run: told(z.string(), 'a program of an installed package with its arguments, as a line of the hook'),
    }),
  },
  'environment.file': {
    what: 'the environment file',
    says: 'variables in the environment file',
    members: ({ told, z, variable }) => ({
      variables: told(z.record(z.string().check(z.regex(/^[A-Za-z_]\w*$/)), variable), 'variables by name'),
    }),
  },
  'environment.public': {
    what: 'the variables that browsers get',
    says: 'variables that browsers get, in the environment files of the modes',
    members: ({ told, z, variable, publicVariable }) => ({
      variables: told(
        z.record(z.string().check(z.regex(/^[A-Z][A-Z0-9_]*$/)), publicVariable),
        'variables by their names without what the bundler puts before them',
      ),
    }),
  },
  'ignore.lines': {
    what: "version control's ignore file",
    says: "lines of version control's ignore file",
    members: ({ told, z }) => ({ lines: told(z.array(z.string()), 'the lines') }),
  },
} as const satisfies Record<string, JointKind>;

export type JointName = keyof typeof JOINTS;

export const JOINT_NAMES = Object.keys(JOINTS) as JointName[];
