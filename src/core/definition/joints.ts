import { FRAMEWORK_JOINTS } from './framework-joints.ts';
import type { JointKind } from './joint-kind.ts';

/** Every joint. */
export const JOINTS = {
  'bundler.plugins': {
    what: "the bundler's plugins",
    says: "a plugin in the list of the bundler's configuration",
    members: ({ told, z, first }) => ({
      call: told(z.string(), 'an expression'),
      place: told(first, 'where it goes in the list; last by default'),
    }),
    from: 'packages',
  },
  ...FRAMEWORK_JOINTS,
  'postcss.plugins': {
    what: "PostCSS's plugins",
    says: "a plugin in PostCSS's configuration",
    members: ({ told, z, first }) => ({
      call: told(z.string(), 'an expression'),
      place: told(first, 'where it goes in the list; last by default'),
    }),
    from: 'packages',
    needs: 'from',
  },
  'styles.global': {
    what: 'the global style sheet',
    says: 'an import or at-rules in the global style sheet',
    members: ({ told, z }) => ({
      load: told(z.optional(z.string()), 'what the sheet imports'),
      rules: told(z.optional(z.array(z.string())), 'at-rules it must have, with their parameters: `layer base`'),
      options: told(z.optional(z.string()), 'text after the import; left out if a placeholder in it is empty'),
      instead: told(z.optional(z.array(z.string())), 'other imports that count as having it already'),
      beside: told(
        z.optional(z.string().check(z.regex(/^[a-z-]+$/))),
        'the name of an at-rule with which the sheet names the sources of packages beside the workspace that the app imports',
      ),
    }),
  },
  'page.head': {
    what: "the page's head",
    says: 'a `meta` element in the head of every page',
    members: ({ told, z }) => ({
      meta: told(z.string().check(z.regex(/^[a-z][a-z0-9.-]*$/)), 'its name'),
      content: told(z.string().check(z.regex(/^[^\p{Cc}]{1,300}$/u)), 'its content, on one line'),
    }),
    extra: 'head',
  },
  'app.boot': {
    what: "the app's boot module",
    says: 'a module or style sheet to load when the app starts',
    members: ({ told, z }) => ({ first: told(z.optional(z.boolean()), 'load it before everything else') }),
    from: 'modules',
    needs: 'from',
  },
  'server.handlers': {
    what: "the server's handlers",
    says: 'a handler the server uses',
    members: ({ told, z }) => ({
      use: told(z.string(), 'an expression'),
      phase: told(
        z.enum(['first', 'parsed', 'routes']),
        '`first`: before all others; `parsed`: after the body parsers; `routes`: last, but before the handlers for errors and for unknown paths',
      ),
    }),
    from: 'modules',
  },
  'server.routes': {
    what: "the server's routes",
    says: 'a path the server answers',
    members: ({ told, z }) => ({
      route: told(
        z.string().check(z.regex(/^[\w.[\]-]+(\/[\w.[\]-]+)*$/)),
        'its path without the leading slash; `[...name]` matches everything below',
      ),
      handler: told(z.string(), 'an expression: the function that answers a request'),
      methods: told(z.array(z.enum(['GET', 'POST', 'PUT', 'PATCH', 'DELETE'])), 'the methods it answers'),
    }),
    from: 'modules',
  },
  'app.plugins': {
    what: "the app's plugins",
    says: 'a plugin the app uses',
    members: ({ told, z }) => ({
      use: told(z.string(), 'an expression'),
      name: told(
        z.string().check(z.regex(/^[a-z][a-z0-9-]*$/)),
        'a file name in lower case, for stacks that give each plugin a file',
      ),
    }),
    from: 'modules',
  },
  'app.around': {
    what: 'what stands around the app',
    says: 'a component around everything the app shows',
    members: ({ told, z, identifier }) => ({
      component: told(identifier, 'the component: a name from `from`'),
      properties: told(z.optional(z.record(identifier, identifier)), 'its properties: names from `from`'),
    }),
    from: 'modules',
    needs: 'from',
  },
  'app.screen': {
    what: 'what the app shows first',
    says: 'a component in place of the one the app shows',
    members: ({ told, z, identifier }) => ({
      component: told(identifier, 'the component: a name from `from`'),
      properties: told(z.optional(z.record(identifier, identifier)), 'its properties: names from `from`'),
    }),
    from: 'modules',
    needs: 'from',
  },
  'tool.globs': {
    what: "the globs of a tool's own configuration",
    says: "globs in a tool's configuration, where they do not cover the sources yet",
    members: ({ told, z }) => ({
      named: told(
        z.array(z.string()).check(z.minLength(1)),
        'possible names of the configuration; `*` matches anything',
      ),
      lists: told(
        z.array(z.string()).check(z.minLength(1)),
        'JSON Pointers to the list of globs; the first that exists counts',
      ),
      cover: told(z.string(), 'the code of a list of globs; those that reach files the list does not are added'),
    }),
  },
  'lint.configs': {
    what: 'the list of lint configurations',
    says: 'an item in the flat list of lint configurations',
    members: ({ told, z, first }) => ({
      item: told(z.string(), 'an expression'),
      many: told(z.optional(z.boolean()), 'the item is a list of configurations'),
      place: told(first, 'where it goes in the list'),
    }),
    from: 'packages',
  },
  'lint.overrides': {
    what: 'the overrides of a lint configuration of the older kind',
    says: 'settings for some files in a lint configuration of the older kind (.eslintrc)',
    members: ({ told, z }) => ({
      override: told(z.record(z.string(), z.json()), 'members with their values: `files`, `extends`, `parser` …'),
    }),
  },
  'manifest.scripts': {
    what: "the manifest's scripts",
    says: 'scripts in the manifest; an existing script of that name stays',
    members: ({ told, z }) => ({ scripts: told(z.record(z.string(), z.string()), 'commands by name') }),
    extra: 'scripts',
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
    extra: 'editor',
  },
  'editor.extensions': {
    what: "the editor's recommended extensions",
    says: 'extensions the editor recommends',
    members: ({ told, z }) => ({ extensions: told(z.array(z.string()), 'their identifiers') }),
    extra: 'editor',
  },
  'hooks.pre-commit': {
    what: 'what runs before a commit',
    says: 'what runs before a commit',
    members: ({ told, z }) => ({
      run: told(z.string(), 'a program of an installed package with its arguments: one line of the hook'),
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
    says: "variables for the browser, in whatever the stack takes them from: environment files, Angular's environments, webpack's DefinePlugin",
    members: ({ told, z, publicVariable }) => ({
      variables: told(
        z.record(z.string().check(z.regex(/^[A-Z][A-Z0-9_]*$/)), publicVariable),
        "variables by name, without the bundler's prefix",
      ),
    }),
  },
  'ignore.lines': {
    what: "version control's ignore file",
    says: "lines in version control's ignore file",
    members: ({ told, z }) => ({ lines: told(z.array(z.string()), 'the lines') }),
    extra: 'ignore',
  },
} as const satisfies Record<string, JointKind>;

export type JointName = keyof typeof JOINTS;

/** The name of what is tied at a joint, where that only rounds an integration off. */
export function extraAt(name: JointName): string | undefined {
  const kind: JointKind = JOINTS[name];
  return kind.extra;
}

export const JOINT_NAMES = Object.keys(JOINTS) as JointName[];
