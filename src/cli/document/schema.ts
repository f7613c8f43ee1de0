import * as z from 'zod/mini';
import { DOCUMENT_FORMAT } from './format.ts';

const text = z.string();
const texts = z.array(text);
const flag = z.boolean();
const number = z.number();
const maybe = z.optional;
const nullable = z.nullable;

const place = z.strictObject({ file: text, line: maybe(number), column: maybe(number) });

const failedProof = z.strictObject({
  integration: text,
  title: text,
  workspace: text,
  side: maybe(text),
  kind: text,
  promised: text,
  checked: text,
  missed: texts,
  held: texts,
  output: maybe(text),
  log: maybe(text),
});

/** What stopped a command. */
const problem = z.strictObject({
  what: text,
  where: maybe(place),
  frame: maybe(text),
  why: maybe(text),
  next: maybe(text),
  handwork: maybe(text),
  output: maybe(text),
  proof: maybe(failedProof),
});

const head = { format: z.literal(DOCUMENT_FORMAT), ligament: text, status: number };

const states = z.enum(['new', 'changed', 'gone']);
const fileChange = z.strictObject({
  role: z.enum(['host', 'manifest', 'record', 'lockfile', 'private']),
  file: text,
  state: states,
  hunks: texts,
});

const places = z.array(z.strictObject({ file: text, line: maybe(number), what: text }));

const chosenPackage = z.looseObject({
  name: text,
  version: text,
  range: text,
  use: z.enum(['production', 'development', 'peer', 'optional']),
  workspace: text,
  reason: text,
  declared: flag,
  license: maybe(text),
  unpackedBytes: maybe(number),
});

const part = z.strictObject({
  integration: text,
  title: text,
  workspace: text,
  workspaceName: text,
  stack: text,
  side: maybe(text),
  way: text,
  wayReason: maybe(text),
  packages: z.array(chosenPackage),
  already: texts,
  choices: maybe(
    z.array(
      z.strictObject({
        key: text,
        value: text,
        source: z.enum(['given', 'inferred', 'default']),
        why: maybe(text),
      }),
    ),
  ),
  settings: maybe(text),
  extras: maybe(z.array(z.strictObject({ name: text, files: texts }))),
  adopted: maybe(z.strictObject({ places, suggested: texts })),
});

const owned = { integration: text, workspace: text };

const changes = z.strictObject({
  kind: z.enum(['attach', 'detach', 'undo']),
  title: text,
  parts: z.array(part),
  dropped: z.array(z.strictObject({ name: text, workspace: text })),
  installs: z.array(z.strictObject({ command: text, args: texts, folder: text, purpose: text })),
  stale: texts,
  proofs: z.array(z.strictObject({ ...owned, proof: text, runs: texts, foreign: flag })),
  commands: z.array(
    z.strictObject({ ...owned, program: text, args: texts, purpose: text, writes: texts, foreign: flag }),
  ),
  migrations: z.array(
    z.strictObject({
      ...owned,
      file: text,
      holds: text,
      direction: z.enum(['up', 'down']),
      command: text,
      args: texts,
      wanted: flag,
      foreign: flag,
    }),
  ),
  routes: z.array(z.strictObject({ workspace: text, come: texts, gone: texts, stay: texts })),
  scripts: z.array(
    z.strictObject({ ...owned, name: text, command: text, by: z.enum(['manager', 'git', 'people']), foreign: flag }),
  ),
  secrets: z.array(z.strictObject({ choice: text, variable: text, file: text })),
  uses: z.array(z.strictObject({ integration: text, file: text, line: number, text })),
  data: texts,
  staying: z.array(z.strictObject({ title: text, workspaceName: text, places, command: maybe(text) })),
  warnings: texts,
  files: z.array(fileChange),
});

const madeProof = z.strictObject({
  ...owned,
  held: flag,
  checked: text,
  unseen: maybe(text),
  milliseconds: number,
});

/** What every command that changes a project can end in. */
function changing<Name extends string>(command: Name) {
  const named = { ...head, command: z.literal(command) };
  return [
    z.strictObject({ ...named, preview: z.literal(true), changes }),
    z.strictObject({ ...named, preview: z.literal(true), file: fileChange }),
    z.strictObject({ ...named, agreed: z.literal(false) }),
    z.strictObject({
      ...named,
      changed: z.literal(true),
      changes,
      proofs: z.array(madeProof),
      notes: texts,
      next: texts,
    }),
    z.strictObject({
      ...named,
      changed: z.literal(false),
      already: maybe(z.array(z.strictObject(owned))),
    }),
  ] as const;
}

const stack = z.strictObject({ id: maybe(text), title: text });
const drift = z.array(z.strictObject({ file: text, what: text }));
const packageFact = z.looseObject({ name: text, range: text });

const surveyed = z.strictObject({
  folder: text,
  name: text,
  stack,
  sides: z.array(
    z.strictObject({
      side: nullable(text),
      stack,
      outside: maybe(text),
      sources: z.strictObject({ folder: text, kinds: texts, language: text }),
      boot: nullable(text),
      build: nullable(text),
    }),
  ),
  language: z.enum(['ts', 'js']),
  moduleFormat: z.enum(['esm', 'commonjs']),
  style: z.looseObject({ indent: text, quotes: text, semicolons: flag, eol: text, trailingCommas: flag }),
  projects: z.array(
    z.strictObject({
      ecosystem: text,
      file: text,
      name: maybe(text),
      platform: maybe(z.strictObject({ name: text, range: text })),
      framework: maybe(z.strictObject({ name: text, version: maybe(text) })),
      packages: z.array(packageFact),
    }),
  ),
  packages: z.array(
    z.strictObject({
      name: text,
      range: text,
      written: maybe(text),
      section: text,
      installed: maybe(text),
      locked: maybe(text),
    }),
  ),
  joints: z.array(
    z.strictObject({
      side: maybe(text),
      name: text,
      state: z.enum(['present', 'makeable', 'blocked']),
      file: text,
      line: maybe(number),
      detail: text,
      refusal: maybe(z.looseObject({ reason: text })),
    }),
  ),
  attached: z.array(
    z.strictObject({
      integration: text,
      title: text,
      side: maybe(text),
      way: text,
      choices: z.record(text, text),
      packages: z.record(text, z.unknown()),
      drift,
      misfits: texts,
    }),
  ),
});

const survey = z.strictObject({
  ...head,
  command: z.literal('survey'),
  root: text,
  manager: z.strictObject({
    name: text,
    version: maybe(text),
    found: flag,
    asked: maybe(text),
    classic: flag,
    reason: text,
    lockfile: text,
    lockfiles: texts,
    alsoWrites: texts,
  }),
  versionControl: z.strictObject({
    system: z.enum(['git', 'none']),
    silent: maybe(text),
    branch: maybe(text),
    uncommitted: texts,
  }),
  workspaces: z.array(surveyed),
  brief: z.array(
    z.strictObject({
      folder: text,
      name: text,
      stack: z.looseObject({ id: text, title: text }),
      attached: texts,
      drift,
    }),
  ),
});

const browse = z.strictObject({
  ...head,
  command: z.literal('browse'),
  integrations: z.array(
    z.strictObject({
      integration: text,
      title: text,
      kind: text,
      about: text,
      docs: maybe(text),
      workspaces: z.array(
        z.strictObject({
          workspace: text,
          side: maybe(text),
          name: text,
          attached: nullable(text),
          setUp: flag,
          ways: z.array(z.strictObject({ way: text, verdict: z.enum(['fits', 'blocked', 'unfit']), why: text })),
        }),
      ),
      choices: maybe(z.array(z.strictObject({ key: text, ask: text, answers: text, usual: nullable(text) }))),
      packages: maybe(z.array(z.strictObject({ name: text, range: text, use: text }))),
      proofs: maybe(texts),
    }),
  ),
});

const prove = z.strictObject({
  ...head,
  command: z.literal('prove'),
  proofs: z.array(
    z.strictObject({
      ...owned,
      side: maybe(text),
      kind: text,
      promised: text,
      held: flag,
      checked: text,
      missed: texts,
      output: maybe(text),
      log: maybe(text),
      milliseconds: number,
      unseen: maybe(text),
    }),
  ),
});

const history = z.strictObject({
  ...head,
  command: z.literal('history'),
  changes: z.array(
    z.strictObject({
      number,
      at: text,
      kind: text,
      title: text,
      undoes: maybe(nullable(number)),
      undone: flag,
      files: texts,
    }),
  ),
});

const recover = z.strictObject({
  ...head,
  command: z.literal('recover'),
  outcome: z.enum(['nothing', 'finished', 'put back']),
  title: maybe(text),
  restored: maybe(texts),
  kept: maybe(texts),
  handwork: maybe(z.unknown()),
});

const enrol = z.strictObject({ ...head, command: z.literal('enrol'), ...owned });

const growable = z.strictObject({
  ...head,
  command: z.literal('grow'),
  workspace: text,
  stack: text,
  parts: z.array(z.looseObject({ part: text, how: text })),
});

const help = z.strictObject({ ...head, command: z.literal('help'), topic: nullable(text), text });
const completion = z.strictObject({ ...head, command: z.literal('completion'), shell: text, script: text });
const words = z.strictObject({ ...head, command: z.literal('completion'), words: texts });

const stopped = z.strictObject({ ...head, command: text, problem });

/** Every document that `--json` prints; strict: the schema that is published leaves room for members that come. */
export const OUTPUT = z.union([
  stopped,
  survey,
  browse,
  ...changing('attach'),
  ...changing('detach'),
  ...changing('undo'),
  ...changing('grow'),
  growable,
  prove,
  history,
  recover,
  enrol,
  help,
  completion,
  words,
]);

/** The schema that is published (JSON Schema 2020-12): with room for members that come, which the promise of a format allows. */
export function outputJsonSchema(): string {
  const schema = z.toJSONSchema(OUTPUT, {
    reused: 'ref',
    override: ({ jsonSchema }) => {
      delete jsonSchema.additionalProperties;
    },
  });
  const title = `What ligament --json prints (format ${DOCUMENT_FORMAT})`;
  return `${JSON.stringify({ $schema: schema.$schema, title, ...schema }, null, 2)}\n`;
}
