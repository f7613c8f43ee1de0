import { ECOSYSTEM_IDS } from '../ecosystems/marks.ts';
import * as z from 'zod/mini';
import { condition } from './conditions.ts';
import { oneKey } from './one-key.ts';
import { choice, command, integrationName, keptData, oneLine, packageName, people, usesSpec } from './parts.ts';
import type { ProofKinds } from './proof-kind.ts';
import { writtenFrom } from './modules.ts';
import { writtenTie } from './ties.ts';
import { told } from './words.ts';
import { pathInHost } from './host-path.ts';
import { isOwnPath, OWN_PATH } from './own-path.ts';

/** The format of definitions that this version reads. */
export const DEFINITION_FORMAT = 1;

/** A path in the workspace as a definition says it. */
const writtenPath = z.string().check(z.refine((one) => isOwnPath(pathInHost(one).file), OWN_PATH));

const when = told(z.optional(condition), 'what must hold for it');

const packageNeed = z.union([
  told(z.string(), 'the range of versions that the definition is written for, or a dist-tag; for production'),
  z.strictObject({
    range: told(z.string(), 'the range of versions that the definition is written for, or a dist-tag'),
    section: told(
      z.optional(z.enum(['production', 'development', 'peer', 'optional'])),
      'the section of the manifest; production where nothing is said',
    ),
    workspace: told(
      z.optional(z.enum(['own', 'root'])),
      "whose manifest it goes into: the workspace's own (where nothing is said) or that of the root",
    ),
    when,
  }),
]);

const file = z.strictObject({
  file: told(
    writtenPath,
    "its path in the workspace. `./` is the folder of the app's own modules: a script there (`./http.ts`), or below another fact that is a folder, is written in TypeScript as an ES module, with semicolons, single quotes and two spaces, and put into the language, the module format and the style of the project. With a slash at its end, the folder that the files of `from` go into",
  ),
  when,
  text: told(z.optional(z.string()), 'what stands in it'),
  from: told(
    z.optional(z.string().check(z.regex(/^(?!\.\.?(\/|$))[\w.-]+(\/(?!\.\.?(\/|$))[\w.-]+)*\/?$/))),
    'instead of a text: the file beside the definition that it is read from, or (with a slash at its end) a folder with all that is in it',
  ),
  merge: told(
    z.optional(z.array(z.strictObject({ when, members: z.record(z.string(), z.json()) }))),
    'members that the JSON object in it has besides, each where its condition holds',
  ),
  generated: told(
    z.optional(z.boolean()),
    'a tool writes it anew whenever it runs: it goes whatever stands in it then',
  ),
  executable: told(z.optional(z.boolean()), 'it can be run'),
});

const fragments = told(
  z.optional(z.record(z.string(), z.array(z.strictObject({ when, text: z.string() })))),
  'texts that depend on the project, by name: the first whose condition holds stands for `{{name}}` in files, and for the line `// {{name}}` of a script; nothing where none does',
);

const parts = {
  packages: told(z.optional(z.record(packageName, packageNeed)), 'packages to get'),
  ties: told(z.optional(z.array(writtenTie)), 'at each joint, what to put there'),
  files: told(z.optional(z.array(file)), 'files of its own. One of that name with another content is a refusal'),
  fragments,
  commands: told(
    z.optional(z.array(command)),
    'what is run once the packages are installed, in order, in the folder of the workspace. What the commands write is put back when something fails; what they have made goes with the integration',
  ),
};

const fits = told(z.optional(condition), 'what the workspace must have');
const title = told(oneLine, 'in words, to stand behind "attached": "by the plugin of the bundler"');
const quiet = told(z.optional(z.boolean()), 'where it does not fit nothing is said of it: it is there for few');

/** The definition of an integration (integration.yaml), with proofs of some kinds: data only, loading one runs no code. */
export function writtenSchema(kinds: ProofKinds) {
  const proofs = z.array(writtenProof(kinds));
  const way = z.strictObject({
    title,
    quiet,
    fits,
    ...parts,
    proofs: told(z.optional(proofs), 'what must be true afterwards, beside the proofs that all ways have'),
  });
  const already = z.strictObject({
    way: told(z.optional(z.string()), 'its name; `kept` where nothing is said'),
    title: told(z.optional(oneLine), 'in words; "as it is set up already" where nothing is said'),
    fits,
    imports: told(
      z.record(z.string(), z.array(z.string()).check(z.minLength(1))),
      "names (`default`, `*`) of which the project's own scripts import one from a package",
    ),
    packages: parts.packages,
    ties: parts.ties,
    proofs: told(z.optional(proofs), 'what must be true then; what all ways have to prove, where nothing is said'),
  });
  return z.strictObject({
    format: told(z.literal(DEFINITION_FORMAT), 'the format of the definition'),
    integration: told(integrationName, 'the public name of its main package, in small letters'),
    title: told(oneLine, 'its name, for people'),
    kind: told(
      z.enum([
        'styling',
        'routing',
        'lint',
        'format',
        'state',
        'interface',
        'testing',
        'authentication',
        'data',
        'environment',
        'server',
      ]),
      'what it is for',
    ),
    about: told(oneLine, 'what it does, in one sentence'),
    ecosystem: told(z.optional(z.enum(ECOSYSTEM_IDS)), 'whose packages it has; those of JavaScript where nothing is said'),
    docs: told(z.optional(z.string()), 'where its documentation is'),
    belongs: told(
      z.optional(z.enum(['workspace', 'root'])),
      '`root`: it serves the whole project and is attached to its root, whichever workspace one stands in',
    ),
    choices: told(
      z.optional(z.record(z.string(), choice)),
      'questions, by the names under which texts have the answers',
    ),
    already: told(
      z.optional(z.array(already)),
      'how a project shows that it is set up by hand: then nothing but its packages is looked after, and no other way fits',
    ),
    common: told(z.optional(z.strictObject({ fits, ...parts })), 'what all ways have'),
    ways: told(
      z
        .record(z.string().check(z.regex(/^[a-z][\w.-]{0,59}$/i)), way)
        .check(z.refine((ways) => Object.keys(ways).length > 0, 'needs at least one way')),
      'the manners of attaching it, by name: the first that fits is taken, and why those before it do not fit is told; `--choose way=NAME` takes another',
    ),
    proofs: told(z.optional(proofs), 'what must be true afterwards, whichever way was taken'),
    uses: told(
      z.optional(usesSpec),
      "what its uses in the project's own sources look like, beyond imports of its packages: `detach` lists them and asks",
    ),
    data: told(
      z.optional(z.array(keptData)),
      'what the app makes while it runs: `detach` names it and lets it be, `--with-data` takes it out too',
    ),
    people: told(z.optional(people), 'how somebody is given an account: `ligament enrol` runs it'),
    tell: told(z.optional(z.array(z.string())), 'what the developer has to know once it is attached'),
  });
}

/** A proof as a definition says it: its kind is its only key. */
function writtenProof(kinds: ProofKinds) {
  const shapes = kinds.map(({ kind, schema, says }) => {
    const { shape } = schema as z.ZodMiniObject<Record<string, z.ZodMiniType>>;
    const { imports, ties, ...members } = shape;
    delete members.proof;
    const own = z.strictObject({
      ...members,
      when,
      ...(imports ? { from: told(z.optional(writtenFrom), 'what its code needs, by module') } : {}),
      ...(ties ? { ties: told(z.optional(z.array(writtenTie)), 'what is tied in the copy, as in a way') } : {}),
    });
    return [kind, told(z.optional(own), says)] as const;
  });
  return z.strictObject(Object.fromEntries(shapes)).check(oneKey('kind of proof'));
}

export type Written = z.infer<ReturnType<typeof writtenSchema>>;
export type WrittenFile = z.infer<typeof file>;
export type WrittenNeed = z.infer<typeof packageNeed>;
