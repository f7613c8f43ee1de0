import type { Edit } from '../../edits/edit.ts';
import path from 'node:path';
import type { Joint } from '../../joints/joint.ts';
import { blockedJoint } from '../../joints/joint.ts';
import { entryJoint } from '../../joints/entry-joint.ts';
import { localImport, moduleEnding, ownEnding } from '../../joints/local-import.ts';
import { packageJoints } from '../../joints/package-joints.ts';
import { plainTraits } from '../../joints/plain-traits.ts';
import { expressViews } from './express-views.ts';
import { serverEntry, type ServerEntry } from '../../joints/server-entry.ts';
import { serverPaths } from './server-paths.ts';
import type { Ground, StackReading } from '../../joints/ground.ts';
import type { Traits } from '../../joints/traits.ts';

const SERVER = { from: 'express', name: 'default', as: 'app' };
// What reads the bodies of requests: Express's own, and what people used before.
// and what reads cookies and sessions: what comes behind these may use all of them.
const PARSERS = ['json', 'urlencoded', 'raw', 'text', 'bodyParser', 'cookieParser', 'session', 'expressSession'];

/** The joints of a server built with Express (its docs: "Using middleware", "Error handling"). */
export async function readExpress(ground: Ground): Promise<StackReading> {
  const entry = serverEntry(ground);
  const app = entry && madeIn(ground, entry);
  const traits = plainTraits(ground);
  return {
    joints: [
      middlewareJoint(ground, app),
      ...(entry ? [entryJoint(ground, entry)] : []),
      ...(await packageJoints(ground)),
    ],
    traits: {
      ...traits,
      folder:
        app === undefined
          ? traits.folder
          : path.posix.relative(ground.workspace.folder, path.posix.dirname(app)) || '.',
      serve: app === undefined ? undefined : entry?.serve,
      ...(entry && app !== undefined ? ofServer(ground, entry, app) : {}),
      readsEnvironment: entry?.readsEnvironment,
    },
  };
}

/** The module that makes the server; undefined where none is found. */
export function serverApp(ground: Ground): string | undefined {
  const entry = serverEntry(ground);
  return entry && madeIn(ground, entry);
}

function madeIn(ground: Ground, { modules }: ServerEntry): string | undefined {
  return modules.find((file) => makesServer(ground.text(file) ?? ''));
}

function ofServer(ground: Ground, entry: ServerEntry, app: string): Partial<Traits> {
  return {
    runs: entry.runs(path.posix.relative(ground.workspace.folder, path.posix.dirname(app))),
    views: expressViews(ground, entry.modules),
    paths: () => serverPaths(ground, app),
    databaseAddress: databaseAddress(ground, entry.modules),
    ending: ownEnding(app),
  };
}

// A text, or a variable of the environment, with a text in its place where it is not set.
const ADDRESS =
  /\bconnectionString\s*:\s*(process\.env(?:\.\w+|\[['"]\w+['"]\])(?:\s*(?:\|\||\?\?)\s*(?:'[^'\n]*'|"[^"\n]*"))?|'[^'\n]*'|"[^"\n]*")\s*[,}]/;

/** How its own modules name the address of their database, as code. */
function databaseAddress(ground: Ground, modules: readonly string[]): string | undefined {
  const [code] = modules.flatMap((file) => ADDRESS.exec(ground.text(file) ?? '')?.[1] ?? []);
  // Beside `||` it stands in brackets only (ECMA-262, "Binary Logical Operators").
  return code?.includes('??') ? `(${code})` : code;
}

function makesServer(text: string): boolean {
  return (
    /['"]express['"]/.test(text) &&
    /\bexpress(\.default)?\s*\(\s*\)|\brequire\(\s*['"]express['"]\s*\)\s*\(\s*\)/.test(text)
  );
}

/** The joint "the server's handlers": each in its right place in the order in which they are asked. */
function middlewareJoint(ground: Ground, app: string | undefined): Joint {
  if (app === undefined) {
    return blockedJoint('server.handlers', ground.manifest, 'no server', {
      reason: 'no module that makes the server was found from its start script or its usual names',
      handwork: 'Register it where your server is made: behind what parses bodies, before what is not found.',
    });
  }
  return {
    name: 'server.handlers',
    state: 'present',
    file: app,
    detail: 'the server that it makes',
    tie(tie): Edit[] {
      const imports = tie.imports.map((one) =>
        localImport(one, app, ground.workspace.folder, moduleEnding(ground, app)),
      );
      const operation = {
        op: 'register' as const,
        on: SERVER,
        call: `use(${tie.use})`,
        phase: tie.phase,
        parsers: PARSERS,
        imports,
      };
      return [{ file: app, format: 'script', operation }];
    },
  };
}
