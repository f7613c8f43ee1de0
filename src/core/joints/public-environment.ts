import { type Edit } from '../edits/edit.ts';
import path from 'node:path';
import { blockedJoint, type Joint } from './joint.ts';
import { ignoreJoint, environmentEdit } from './package-joints.ts';
import type { Ground } from './ground.ts';
import type { PublicEnvironment } from './traits.ts';

interface Exposure {
  /** What the names of variables begin with that browsers get. */
  prefix: string;
  /** Environment files by mode: in development, and in what is built. */
  files: { development: string; production: string };
}

/** Files that are read in one mode alone and stay on one's own machine (Vite's and Next's docs on environment variables). */
export const BY_MODE = { development: '.env.development.local', production: '.env.production.local' };
export const ONE_FILE = { development: '.env', production: '.env' };

/** The joint "the variables that browsers get": each under the prefix that the bundler lets through, in the files that it reads (all of these expand them). */
export function publicEnvironment(ground: Ground, { prefix, files }: Exposure): Joint {
  const example = ground.first(['.env.example', '.env.sample', '.env.template'].map((one) => ground.inHost(one)));
  const ignore = ignoreJoint(ground);
  return {
    name: 'environment.public',
    state: 'makeable',
    file: ground.inHost(files.development),
    detail: `variables that begin with ${prefix}`,
    tie(tie): Edit[] {
      const modes = [...new Set([files.development, files.production])];
      const variables = Object.entries(tie.variables);
      return [
        ...ignore.tie({ at: 'ignore.lines', lines: modes }),
        ...variables.map(([name, { value = '', comment }]) =>
          environmentEdit({
            file: example ?? ground.inHost('.env.example'),
            key: prefix + name,
            value,
            comment,
            expands: true,
          }),
        ),
        ...modes.flatMap((file) =>
          valuesIn(variables, file === files.development).map(([name, value, comment]) => ({
            ...environmentEdit({
              file: ground.inHost(file),
              key: prefix + name,
              value,
              comment,
              expands: true,
            }),
            private: true,
          })),
        ),
      ];
    },
  };
}

/** How sources get variables that bundlers read from environment files: by code in front of their names, which ends in the prefix. */
export function byEnvironmentFiles(lead: string): PublicEnvironment {
  const prefix = /[A-Z_]*$/.exec(lead)?.[0] ?? '';
  return {
    code: (name) => lead + name,
    told(values, hidden, textOf) {
      const told = Object.entries(values).map(([name, value]) => `${prefix}${name}=${value}\n`);
      const lines = [...told, ...Object.entries(hidden).map(([name, value]) => `${name}=${value}\n`)].join('');
      return Object.fromEntries(
        ['.env.production.local', '.env'].map((file) => [file, withLines(textOf(file), lines)]),
      );
    },
  };
}

function withLines(text: string | undefined, lines: string): string {
  return text === undefined || text === '' ? lines : `${text.replace(/\n?$/, '\n')}${lines}`;
}

type Variables = readonly [
  string,
  { value?: string | undefined; production?: string | undefined; comment?: string | undefined },
][];

/** The variables that have a value in one of the modes: what nobody has told is in the example alone. */
function valuesIn(variables: Variables, isDevelopment: boolean): [string, string, string | undefined][] {
  return variables.flatMap(([name, { value = '', production = value, comment }]) => {
    const told = isDevelopment ? value : production;
    return told === '' ? [] : [[name, told, comment]];
  });
}

/** Where the configuration decides what browsers get in a way that cannot be read. */
export function hiddenEnvironment(ground: Ground, key: string, file: string): Joint {
  return blockedJoint('environment.public', file, 'not told', {
    reason: `"${key}" in ${path.posix.basename(file)} decides which variables browsers get, and is not a plain text there`,
    handwork: `Put the variables into the environment file that ${ground.workspace.name} reads, under the prefix that it lets through.`,
  });
}
