import type { Edit } from '../edits/edit.ts';
import path from 'node:path';
import { joinPointer } from '../formats/json-pointer.ts';
import { secretToken } from '../formats/dotenv/environment-secrets.ts';
import type { Joint } from './joint.ts';
import { commandWords } from '../text/command-words.ts';
import { positionAt } from '../text/positions.ts';
import { editorJoints } from './editor-joints.ts';
import { globsJoint } from './globs-joint.ts';
import { hookJoint } from './hook-joint.ts';
import { lintJoint } from './lint-joint.ts';
import { overridesJoint } from './lint-overrides-joint.ts';
import type { Ground } from './ground.ts';

/**
 * The joints that every package has, whatever it is built with. `expands`: what it is built with puts variables in the place of `$NAME` in
 * environment files; elsewhere only the package for that does.
 */
export async function packageJoints(
  ground: Ground,
  { expands = ground.declares('dotenv-expand') }: { expands?: boolean } = {},
): Promise<Joint[]> {
  const ignore = ignoreJoint(ground);
  const hook = hookJoint(ground);
  const overrides = overridesJoint(ground);
  return [
    await lintJoint(ground),
    ...(overrides ? [overrides] : []),
    scriptsJoint(ground),
    settingsJoint(ground),
    globsJoint(ground),
    ...editorJoints(ground),
    ...(hook ? [hook] : []),
    environmentJoint(ground, ignore, expands),
    ignore,
  ];
}

// What a new package's test script says that nobody has written yet.
const NO_TEST = 'echo "Error: no test specified" && exit 1';

/** Settings of tools that are kept in the manifest, or in another one of the workspace. */
export function settingsJoint(ground: Ground, file = ground.manifest): Joint {
  return {
    name: 'manifest.settings',
    state: 'present',
    file,
    detail: 'the manifest',
    tie(tie) {
      return Object.entries(tie.settings).map(([name, value]) => ({
        file,
        format: 'json',
        operation: {
          op: 'set',
          pointer: name.startsWith('/') ? name : joinPointer([name]),
          value: value,
          any: true,
        },
      }));
    },
  };
}

/** The scripts of the manifest, or of another one of the workspace. */
export function scriptsJoint(
  ground: Ground,
  { file, scripts }: { file: string; scripts: Readonly<Record<string, string>> } = {
    file: ground.manifest,
    scripts: ground.workspace.manifest.scripts,
  },
): Joint {
  const text = ground.text(file) ?? '';
  const at = /"scripts"\s*:/.exec(text)?.index;
  return {
    name: 'manifest.scripts',
    state: at === undefined ? 'makeable' : 'present',
    file,
    line: at === undefined ? undefined : positionAt(text, at).line,
    detail: at === undefined ? 'a "scripts" section' : counted(Object.keys(scripts).length),
    tie(tie) {
      const own = Object.entries(scripts);
      const wanted = Object.entries(tie.scripts).filter(
        ([name, value]) => name in scripts || !own.some(([, script]) => doesSame(script, value)),
      );
      return wanted.map(([name, value]) => ({
        file,
        format: 'json',
        operation: {
          op: 'set',
          pointer: joinPointer(['scripts', name]),
          value,
          // A script of that name is the developer's own; the one of a new package says nothing.
          ...(scripts[name] === NO_TEST ? { replace: NO_TEST } : { any: true }),
          behind: ['autoload-dev', 'type', 'version', 'name'],
        },
      }));
    },
  };
}

/** The variables of one's own machine, with an example of them for others and a line that keeps them out of version control. */
export function environmentJoint(ground: Ground, ignore: Joint<'ignore.lines'>, expands: boolean): Joint {
  const file = ground.first(['.env', '.env.local'].map((name) => ground.inHost(name))) ?? ground.inHost('.env');
  return {
    name: 'environment.file',
    ...wholeFile(ground, file, 'environment file'),
    tie(tie) {
      const examples = ['.env.example', '.env.sample', '.env.template'].map((name) => ground.inHost(name));
      const example = ground.first(examples) ?? ground.inHost('.env.example');
      const variables = Object.entries(tie.variables);
      return [
        ...ignore.tie({ at: 'ignore.lines', lines: [path.posix.basename(file)] }),
        ...variables.map(([key, { value = '', example: shown = value, comment }]) =>
          environmentEdit({ file: example, key, value: shown, comment, expands }),
        ),
        // What nobody has told is in the example alone.
        ...variables
          .filter(([, { value = '', secret }]) => value !== '' || secret !== undefined)
          .map(([key, { value = '', secret, comment }]) => ({
            ...environmentEdit({
              file,
              key,
              value: secret === undefined ? value : secretToken(key),
              comment,
              secret,
              expands,
            }),
            private: true,
          })),
      ];
    },
  };
}

/** What a joint says that is a whole file, to be made where it is not there. */
function wholeFile(ground: Ground, file: string, what: string): Pick<Joint, 'state' | 'file' | 'detail'> {
  const present = ground.has(file);
  return { state: present ? 'present' : 'makeable', file, detail: `${present ? 'an' : 'a new'} ${what}` };
}

interface Variable {
  file: string;
  key: string;
  value: string;
  comment?: string | undefined;
  secret?: string | undefined;
  /** Who loads the file puts variables in the place of `$NAME`. */
  expands: boolean;
}

/** The edit that sets a variable in an environment file, unless somebody has set it. */
export function environmentEdit({ file, key, value, comment, secret, expands }: Variable): Edit {
  return {
    file,
    format: 'dotenv',
    // What somebody has set already is their own.
    operation: {
      op: 'set',
      key,
      value,
      any: true,
      ...(secret && { secret }),
      ...(expands && { expands }),
      ...(comment && { comment }),
    },
    seed: '',
  };
}

/** The joint "version control's ignore file". */
export function ignoreJoint(ground: Ground): Joint<'ignore.lines'> {
  const own = ground.inHost('.gitignore');
  const file = ground.has(own) || !ground.has('.gitignore') ? own : '.gitignore';
  return {
    name: 'ignore.lines',
    ...wholeFile(ground, file, 'ignore file'),
    tie(tie) {
      return tie.lines.map((line) => ({ file, format: 'lines', operation: { op: 'ensure', line }, seed: '' }));
    },
  };
}

const RUNNERS = /^(node|tsx|ts-node|\w+x|sh|bash|cross-env)$/;

/** Whether a script of the developers' own, under whatever name, runs the same program for the same purpose: with the options that tell it. */
function doesSame(script: string, wanted: string): boolean {
  const [program = '', ...rest] = wanted.split(' ');
  const words = commandWords(script);
  // What only starts something else does what it starts.
  if (RUNNERS.test(program)) return rest.every((word) => words.includes(word));
  const options = rest.filter((word) => word.startsWith('--'));
  const isThere = (option: string): boolean =>
    words.some((word) => word === option || word === option.slice(1, 3) || word.startsWith(`${option}=`));
  return words.includes(program) && options.every(isThere);
}

function counted(scripts: number): string {
  return scripts === 1 ? '1 script' : `${scripts} scripts`;
}
