import type { Edit } from '../../edits/edit.ts';
import { listCalls, locate } from '../../formats/script/locate.ts';
import { readConfig } from '../../formats/script/read.ts';
import type { ConfigAddress } from '../../formats/script/values.ts';
import type { ConfigHome } from '../../joints/config-home.ts';
import type { Ground } from '../../joints/ground.ts';
import { blockedJoint, type Joint } from '../../joints/joint.ts';
import { byEnvironmentFiles, ONE_FILE, publicEnvironment } from '../../joints/public-environment.ts';
import type { PublicEnvironment } from '../../joints/traits.ts';

type Variables = Readonly<Record<string, { value?: string | undefined }>>;

/** How an app gets variables: by a plugin that reads an environment file, or each by the plugin that puts values in by name. */
export interface Defined {
  joint: Joint;
  environment: PublicEnvironment;
}

const DEFINE = { from: 'webpack', name: 'DefinePlugin' };
// Packages whose plugin reads `.env` where it is told nothing else.
const READS_FILE = /\bnew\s+(\w+)\s*\(\s*\)/g;
const FILE_READERS = /["']dotenv-webpack["']/;

/**
 * The joint "the variables that browsers get" of webpack (its docs: "DefinePlugin"): the names stand for what the environment says when
 * the app is built. `homes` are the modules of each configuration that scripts build by.
 */
export function definedVariables(
  ground: Ground,
  homes: readonly (readonly ConfigHome[])[],
  at: ConfigAddress,
): Defined {
  const all = homes.flat();
  const reader = all.find(({ text }) => FILE_READERS.test(text));
  if (reader) return fromFile(ground, reader);
  const places = [...new Map(homes.map((one) => placeIn(ground, one, at)).map((one) => [one?.file, one])).values()];
  const environment = fromProcess(
    places.flatMap((one) => (one ? [one.file] : [])),
    ground.workspace.folder,
  );
  const [first] = places;
  if (!first || places.includes(undefined))
    return { joint: unreadable(all[0]?.file ?? 'webpack.config.js'), environment };
  const joint: Joint = {
    name: 'environment.public',
    state: 'present',
    file: first.file,
    line: first.line,
    detail: 'variables that its plugins put in',
    tie: ({ variables }) => places.flatMap((one) => (one ? one.edits(variables) : [])),
  };
  return { joint, environment };
}

interface Place {
  file: string;
  line?: number;
  edits: (variables: Variables) => Edit[];
}

/** Where a configuration gets variables: at values that it puts in by name already, else in a list of plugins. */
function placeIn(ground: Ground, homes: readonly ConfigHome[], at: ConfigAddress): Place | undefined {
  const defined = homes.map((home) => definedIn(ground, home, at)).find((one) => one !== undefined);
  return defined ?? pluginsIn(ground, homes, at);
}

function definedIn(ground: Ground, { file, text, root }: ConfigHome, at: ConfigAddress): Place | undefined {
  const around = { file, style: ground.workspace.style };
  // What is added to the list in one mode only is not there in the other.
  if (!listCalls(text, { ...at, root }, DEFINE, around)) return undefined;
  const address: ConfigAddress = { pointer: '', root: { call: DEFINE, argument: 0 } };
  if (readConfig(text, address, around).kind !== 'object') return undefined;
  const edits = (variables: Variables): Edit[] =>
    Object.entries(variables).map(([name, { value: told = '' }]) => ({
      file,
      format: 'script',
      operation: { op: 'entry', address, key: `process.env.${name}`, code: codeOf(name, told), any: true },
    }));
  return { file, edits };
}

/** The last module that has plugins, since what others are merged with counts for all of them; only the configuration itself may get a list. */
function pluginsIn(ground: Ground, homes: readonly ConfigHome[], at: ConfigAddress): Place | undefined {
  for (const { file, text, root } of [...homes].reverse()) {
    const address = { ...at, root };
    const located = locate(text, address, { file, style: ground.workspace.style });
    if ('refusal' in located || (located.made && file !== homes[0]?.file)) continue;
    const edits = (variables: Variables): Edit[] => {
      const members = Object.entries(variables).map(
        ([name, { value = '' }]) => `'process.env.${name}': ${codeOf(name, value)}`,
      );
      const code = `new webpack.DefinePlugin({${members.length > 1 ? `\n  ${members.join(',\n  ')},\n` : ` ${members.join('')} `}})`;
      const imports = [{ from: DEFINE.from, default: 'webpack' }];
      return [{ file, format: 'script', operation: { op: 'item', address, code, imports, several: true } }];
    };
    return { file, line: located.line, edits };
  }
  return undefined;
}

/** What the environment says when the app is built, else what was told: all of this is for browsers. */
function codeOf(name: string, value: string): string {
  return `JSON.stringify(process.env.${name} ?? ${JSON.stringify(value)})`;
}

function fromProcess(files: readonly string[], folder: string): PublicEnvironment {
  const lead = folder === '.' ? '' : `${folder}/`;
  return {
    code: (name) => `process.env.${name}`,
    told: (values, hidden, textOf) =>
      Object.fromEntries(
        files.flatMap((file) => {
          const own = file.startsWith(lead) ? file.slice(lead.length) : undefined;
          const text = own === undefined ? undefined : textOf(own);
          if (own === undefined || text === undefined) return [];
          const lines = Object.entries({ ...values, ...hidden }).map(
            ([name, value]) => `process.env.${name} = ${JSON.stringify(value)};\n`,
          );
          return [[own, lines.join('') + text]];
        }),
      ),
  };
}

/** A plugin that reads an environment file; where it is told which one, that is not ours to follow. */
function fromFile(ground: Ground, { file, text }: ConfigHome): Defined {
  const environment = byEnvironmentFiles('process.env.');
  const name = /(?:import|const|let|var)\s+(\w+)\s*(?:=\s*require\(\s*|from\s*)["']dotenv-webpack["']/.exec(text)?.[1];
  const isPlain = [...text.matchAll(READS_FILE)].some(([, made]) => made === name);
  if (isPlain) return { joint: publicEnvironment(ground, { prefix: '', files: ONE_FILE }), environment };
  const joint = blockedJoint('environment.public', file, 'a file of its own', {
    reason: `${file} tells the plugin that reads environment files which one to read, and how`,
    handwork: 'Put the variables into the file that it reads.',
  });
  return { joint, environment };
}

function unreadable(file: string): Joint {
  return blockedJoint('environment.public', file, 'its plugins', {
    reason: `the list "plugins" in ${file} is not written out`,
    handwork: `Add a DefinePlugin to the plugins that ${file} ends up with: 'process.env.NAME': JSON.stringify(process.env.NAME ?? '').`,
  });
}
