import type { JointKind } from './joint-kind.ts';

/** The joints of frameworks that keep in lists and files of their own what an app is made of. */
export const FRAMEWORK_JOINTS = {
  'framework.modules': {
    what: "the framework's modules",
    says: "a module in the list of the framework's configuration",
    members: ({ told, z, environments }) => ({
      module: told(z.string(), 'its name; of PHP its class with the namespace'),
      environments: told(environments, 'the only environments that it is for, where the framework tells them apart'),
    }),
  },
  'framework.settings': {
    what: "the framework's settings of a package",
    says: "settings of a package in the framework's own configuration",
    members: ({ told, z, environments, settingsKey }) => ({
      package: told(settingsKey, 'what the settings are called there'),
      values: told(z.record(z.string(), z.json()), 'members with their values'),
      environments: told(environments, 'the only environments that they are for, where the framework tells them apart'),
    }),
  },
  'framework.services': {
    what: "the framework's services",
    says: 'a class that the framework makes and hands to whatever asks for it',
    members: ({ told, z, phpClass }) => ({
      service: told(phpClass, 'the class with its namespace'),
      arguments: told(
        z.optional(z.record(z.string().check(z.regex(/^[a-z]\w*$/i)), z.json())),
        "what its constructor is given, by the parameter's name; other parameters are found by their types",
      ),
      tags: told(z.optional(z.array(z.string().check(z.regex(/^[a-z][\w.]*$/)))), 'what the framework knows it by'),
    }),
  },
  'framework.sign-in': {
    what: 'how people sign in',
    says: "a form by which people sign in, and which paths are for whom, in the framework's own security settings",
    members: ({ told, z, phpClass, routeName, path }) => ({
      people: told(phpClass, 'the class of those who sign in'),
      field: told(
        z.optional(z.string()),
        'the field that they are told apart by; the class finds them itself where it is left out',
      ),
      enter: told(routeName, 'the route of the form, which also takes what is sent'),
      leave: told(routeName, 'the route to sign out'),
      home: told(routeName, 'the route that who has signed in is led to'),
      email: told(z.string(), 'the field of the form for the address'),
      password: told(z.string(), 'the one for the password'),
      token: told(
        z.strictObject({ field: z.string(), name: z.string() }),
        'the field and the name of the token of its forms',
      ),
      failed: told(z.optional(phpClass), 'the class that answers who was not let in'),
      remember: told(z.optional(z.boolean()), 'people can stay signed in'),
      throttle: told(
        z.optional(z.boolean()),
        "the framework's own component slows down who guesses, where the app has it",
      ),
      rules: told(
        z.array(z.strictObject({ paths: z.array(path), open: z.boolean() })),
        'paths that are open to all, or for people with what is below them',
      ),
    }),
  },
  'framework.access': {
    what: 'who may see which paths',
    says: "a path that only people with a role may see, in the framework's own security settings",
    members: ({ told, z, path }) => ({
      path: told(path, 'the path, with all that is below it'),
      role: told(z.string().check(z.regex(/^(\{\{\w+\}\}|[A-Za-z]\w*)$/)), 'the role'),
    }),
  },
  'people.traits': {
    what: 'the class of those who sign in',
    says: 'a trait that the class of those who sign in uses',
    members: ({ told, phpClass }) => ({ trait: told(phpClass, 'the trait with its namespace') }),
  },
  'framework.middleware': {
    what: "the framework's middleware",
    says: 'a class that requests pass through',
    members: ({ told, z, phpClass }) => ({
      class: told(phpClass, 'the class with its namespace'),
      name: told(z.optional(z.string().check(z.regex(/^[a-z][\w.-]*$/))), 'a short name by which routes ask for it'),
      group: told(
        z.optional(z.string().check(z.regex(/^[a-z]+$/))),
        'the group of routes that all pass through it; without a name or a group every request does',
      ),
    }),
  },
  'errors.report': {
    what: 'what is told of errors that nobody caught',
    says: 'a function that is told of every error that nobody caught',
    members: ({ told, z, phpClass }) => ({
      class: told(phpClass, 'the class with its namespace'),
      method: told(z.string().check(z.regex(/^[a-z_]\w*$/i)), 'its static method, which gets the error'),
    }),
  },
  'framework.routes': {
    what: "the framework's routes of a package",
    says: "routes that a package brings, in the framework's own configuration",
    members: ({ told, z, environments, settingsKey }) => ({
      package: told(settingsKey, 'what they are called there'),
      resource: told(z.string(), 'where they are, as the framework names it'),
      prefix: told(z.optional(z.string().check(z.regex(/^\/[\w/-]*$/))), 'the path that they are below'),
      environments: told(environments, 'the only environments that they are for'),
    }),
  },
} as const satisfies Record<string, JointKind>;
