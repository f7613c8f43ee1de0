import { ECOSYSTEM_IDS } from '../ecosystems/marks.ts';
import * as z from 'zod/mini';
import { condition, when } from './conditions.ts';
import { writtenFrom } from './modules.ts';
import { oneKey } from './one-key.ts';
import { choice, growSpec, integrationName, keptData, oneLine, people, usesSpec, packageName } from './parts.ts';
import type { ProofKinds } from './proof-kind.ts';
import { writtenTie } from './ties.ts';
import { signs } from './signs.ts';
import { told } from './words.ts';
import { piece, pieceName, wayParts } from './written-parts.ts';

/** The format of definitions that this version reads. */
export const DEFINITION_FORMAT = 1;

const fits = told(z.optional(condition), 'what the workspace must have');
const title = told(oneLine, 'a phrase to follow "attached": "by the bundler\'s plugin"');
const quiet = told(z.optional(z.boolean()), 'do not mention it where it does not fit');

const head = {
  format: told(z.literal(DEFINITION_FORMAT), 'the format of the definition'),
  integration: told(integrationName, 'the public name of its main package, in lower case'),
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
  ecosystem: told(z.optional(z.enum(ECOSYSTEM_IDS)), "whose packages it has; JavaScript's by default"),
  elsewhere: told(
    z.optional(integrationName),
    'the integration that does the same where a workspace has no packages of its ecosystem: asked for this one, Ligament takes that one there',
  ),
  docs: told(z.optional(z.string()), 'the address of its documentation'),
  belongs: told(
    z.optional(z.enum(['workspace', 'root'])),
    '`root`: it serves the whole project and is always attached to the root',
  ),
  choices: told(z.optional(z.record(z.string(), choice)), 'questions, by the names under which texts use the answers'),
};

const beside = {
  uses: told(
    z.optional(usesSpec),
    "what its uses in the project's own sources look like, beyond imports of its packages: `detach` lists them and asks",
  ),
  data: told(
    z.optional(z.array(keptData)),
    'data the app creates while it runs: `detach` names and keeps it, `detach --with-data` deletes it',
  ),
  grow: told(
    z.optional(z.array(z.extend(growSpec, { fits })).check(z.minLength(1))),
    'what parts that grow in the project make use of, each where its condition holds',
  ),
  pieces: told(
    z.optional(z.record(pieceName, piece)),
    'what it can give the project piece by piece, by the names that `ligament grow piece` takes; it is attached with the first one',
  ),
  people: told(z.optional(people), 'how to give somebody an account; `ligament enrol` runs it'),
  tell: told(z.optional(z.array(z.string())), 'what the developer needs to know once it is attached'),
};

/** The definition of an integration (integration.yaml), with proofs of some kinds: data only, loading one runs no code. */
export function writtenSchema(kinds: ProofKinds) {
  const proofs = z.array(writtenProof(kinds));
  const way = z.strictObject({
    title,
    quiet,
    fits,
    ...wayParts,
    proofs: told(z.optional(proofs), 'what must hold afterwards, in addition to the proofs of all ways'),
  });
  const already = z.strictObject({
    fits,
    ...signs,
    also: told(
      z.optional(z.array(z.strictObject({ when, ...signs }))),
      'further signs, each where its condition holds: where one of them is missing it is set up in part, and gets what is missing',
    ),
    ranges: told(
      z.optional(z.record(packageName, z.string())),
      'the version ranges of packages that the manifest lacks where all else is there; those of the ways by default',
    ),
    proofs: told(z.optional(proofs), 'what must hold then; the proofs of all ways by default'),
  });
  return z.strictObject({
    ...head,
    already: told(
      z.optional(z.array(already)),
      'signs that the project has set it up by hand. Where all signs of one entry are there, Ligament adopts it as it stands: it proves it, records it, and changes nothing',
    ),
    common: told(z.optional(z.strictObject({ fits, ...wayParts })), 'what all ways have'),
    ways: told(
      z
        .record(z.string().check(z.regex(/^[a-z][\w.-]{0,59}$/i)), way)
        .check(z.refine((ways) => Object.keys(ways).length > 0, 'needs at least one way')),
      'the ways to attach it, by name. Ligament takes the first that fits and says why earlier ones do not; `--choose way=NAME` takes another',
    ),
    proofs: told(z.optional(proofs), 'what must hold afterwards, whichever way was taken'),
    ...beside,
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
      ...(imports ? { from: told(z.optional(writtenFrom), 'what its code imports, by module') } : {}),
      ...(ties ? { ties: told(z.optional(z.array(writtenTie)), 'ties made in the copy, as in a way') } : {}),
    });
    return [kind, told(z.optional(own), says)] as const;
  });
  return z.strictObject(Object.fromEntries(shapes)).check(oneKey('kind of proof'));
}

export type Written = z.infer<ReturnType<typeof writtenSchema>>;
