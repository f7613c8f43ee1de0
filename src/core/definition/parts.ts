import * as z from 'zod/mini';
import { ownPath } from './own-path.ts';
import { told } from './words.ts';

/** A few words: what a terminal shows on one line. */
export const oneLine = z.string().check(z.regex(/^[^\p{Cc}]{1,300}$/u));

/** A name that the registry takes, new or old (npm's rules for `name` in package.json). */
export const packageName = z.string().check(z.regex(/^(@?[\w~-][\w.~-]*\/)?[\w~-][\w.~-]*$/));

/** The public name of an integration. */
export const integrationName = z.string().check(z.regex(/^(@[a-z0-9][\w.-]*\/)?[a-z0-9][\w.-]*$/));

const ask = told(z.string(), 'the question');
const asked = told(z.enum(['always', 'on-request']), 'whether Ligament asks, or only `--choose` changes it');

const textChoice = z.strictObject({
  kind: z.literal('text'),
  ask,
  form: told(
    z.enum(['lowercase', 'name', 'path', 'line']),
    'what counts as an answer: one word in lower case, a name (letters, digits, `-`, `_`), a path on a server (`/garden/plots`), or one line of text',
  ),
  default: told(z.optional(z.string()), 'the default answer; without one somebody has to answer'),
  found: told(
    z.optional(z.array(z.string().check(z.regex(/^[^*]*\*[^*]*$/)))),
    'texts with one `*`: where a style sheet or a configuration file of the project has one of them, what stands in its place is the answer',
  ),
  among: told(
    z.optional(z.literal('entities')),
    'the answer is one of what the app keeps, or several with commas: its entities or models, by their names; texts have them as code too (`{{key.code}}`)',
  ),
  asked,
});

/** A trial of a choice's answers. Its texts may name `{{answer}}`, `{{tools}}` and `{{packages}}`. */
const trial = z.strictObject({
  packages: told(z.array(packageName).check(z.minLength(1)), 'the packages of the way that are fetched for it'),
  run: told(
    z.array(z.string()).check(z.minLength(1)),
    'a program that they bring, and its arguments; `{{answer}}` is the answer that is tried',
  ),
  plants: told(
    z.optional(z.record(ownPath, z.string())),
    'files beside the copies of the sources; `{{tools}}` is where the fetched packages are, `{{packages}}` where those of the project can be read',
  ),
  takes: told(
    z.enum(['fewest-changes', 'strictest']),
    'the answer with which the program changes fewest lines of the sources, or the last of those in `of` with which it ends with 0 (with one it does, it does with those before it, too)',
  ),
});

const optionChoice = z.strictObject({
  kind: z.literal('one-of'),
  ask,
  of: told(z.array(z.string()).check(z.minLength(2)), 'the answers'),
  default: told(z.string(), 'the default answer'),
  measured: told(
    z.optional(z.array(trial).check(z.minLength(1))),
    'how the answer is found by trying, apart from the project, on copies of its sources; of several, the first whose packages all come is used',
  ),
  asked,
});

const secretChoice = z.strictObject({
  kind: z.literal('secret'),
  ask,
  make: told(z.optional(z.literal('random')), 'generate it if nobody gives one'),
});

/**
 * A question. A secret is asked for without an echo, or given in the environment (`LIGAMENT_SECRET_<NAME>`) or a file
 * (`--secret-file NAME=PATH`), and written into an environment file only.
 */
export const choice = z.discriminatedUnion('kind', [textChoice, optionChoice, secretChoice]);

export const command = z.strictObject({
  program: told(
    z.string().check(z.regex(/^[A-Za-z0-9][\w.-]*$/)),
    'a program of an installed package; no shell is involved',
  ),
  args: told(z.array(z.string()), 'its arguments'),
  purpose: told(z.string(), 'its purpose, in a few words'),
  writes: told(z.array(ownPath), 'every file it writes, relative to the workspace'),
});

const classes = told(z.optional(z.array(z.string())), 'classes in markup; `*` matches anything');
const rules = told(z.optional(z.array(z.string())), 'at-rules in style sheets, without the `@`');
const names = told(
  z.optional(z.array(z.string().check(z.regex(/^[\w$-]+$/)))),
  'names that are global once it is attached',
);

/** What its uses in a host's own sources look like, beyond imports of its packages: `detach` looks for them. */
export const usePatterns = z.strictObject({ classes, rules, names });

export const usesSpec = z.strictObject({
  classes: told(
    z.optional(z.array(z.array(z.string()))),
    'lists of classes in markup (`*` matches anything); the first list whose placeholders all have values counts',
  ),
  rules,
  names,
});

/** What the app makes while it runs, and what must not go with the integration by itself. */
export const keptData = z.strictObject({
  path: told(ownPath.check(z.regex(/^[\w.-]+(\/[\w.-]+)*$/)), 'a file or folder in the workspace'),
  holds: told(z.string(), 'what it is, in words'),
});

/** How people are let in. */
export const people = z.strictObject({
  script: told(z.optional(z.string()), 'a script of the manifest that reads one line per question, then the password'),
  args: told(z.optional(z.array(z.string())), 'its arguments'),
  console: told(
    z.optional(z.array(z.string()).check(z.minLength(1))),
    "instead of a script: a command of the framework's console with its arguments, which reads the same",
  ),
  role: told(
    z.optional(z.string().check(z.regex(/^--[a-z-]+$/))),
    'the option by which the account gets a role, where it can have one',
  ),
  asks: told(z.array(z.string()), 'the questions before the password'),
});

export type Trial = z.infer<typeof trial>;
export type Choice = z.infer<typeof choice>;
export type TextChoice = z.infer<typeof textChoice>;
export type UsesSpec = z.infer<typeof usesSpec>;
export type UsePatterns = z.infer<typeof usePatterns>;
export type People = z.infer<typeof people>;
export type KeptData = z.infer<typeof keptData>;

const themeValues = z.strictObject({
  begins: told(z.string().check(z.regex(/^[a-z]+-$/)), 'what the names of such values begin with'),
  class: told(z.string().check(z.regex(/^([a-z]+-)+$/)), 'what the class begins with that uses one of them'),
  sets: told(z.string().check(z.regex(/^[a-z-]+$/)), 'the property that this class sets'),
});

const settingValues = z.strictObject({
  at: told(
    z.string().check(z.regex(/^(\/[\w.-]+)+$/)),
    'the object that has them, as a JSON Pointer into what the file exports',
  ),
  class: told(z.string().check(z.regex(/^([a-z]+-)+$/)), 'what the class begins with that uses one of them'),
});

/** What parts that grow in a project make use of, where an integration is there. */
export const growSpec = z.strictObject({
  tests: told(
    z.optional(z.array(z.string()).check(z.minLength(1))),
    'how tests are run: a program of an installed package and its arguments; the files of the tests stand behind them',
  ),
  passes: told(z.optional(z.string()), 'what is said where the tests pass; `passed` where nothing is told'),
  formatter: told(
    z.optional(
      z.strictObject({
        package: told(packageName, 'the package of a formatter that takes options as Prettier does'),
        settings: told(
          z.array(z.string()).check(z.minLength(1)),
          'the names of its settings files, in the order in which it looks for them; a member of the manifest as `#/prettier`',
        ),
      }),
    ),
    'how new files are laid out: by the formatter of the project',
  ),
  theme: told(
    z.optional(
      z.strictObject({
        block: told(z.string().check(z.regex(/^[a-z-]+$/)), 'the at-rule of a style sheet in which values have names'),
        loads: told(packageName, 'a style sheet that loads this package gets such a block where there is none'),
        colours: told(themeValues, 'colours there'),
        sizes: told(themeValues, 'sizes of type there'),
        fonts: told(z.optional(themeValues), 'families of fonts there; without it they have no place in it'),
        widths: told(z.optional(themeValues), 'widths of containers there; without it they have no place in it'),
      }),
    ),
    'where the values of a theme are: in a block of a style sheet',
  ),
  settings: told(
    z.optional(
      z.strictObject({
        named: told(z.array(z.string()).check(z.minLength(1)), 'what the file is called; `*` matches anything'),
        colours: told(settingValues, 'colours there'),
        sizes: told(settingValues, 'sizes of type there'),
        fonts: told(z.optional(settingValues), 'families of fonts there; without it they have no place in it'),
        widths: told(z.optional(settingValues), 'widths of containers there; without it they have no place in it'),
      }),
    ),
    'where the values of a theme are: in a configuration of its own',
  ),
});

export type GrowSpec = z.infer<typeof growSpec>;
