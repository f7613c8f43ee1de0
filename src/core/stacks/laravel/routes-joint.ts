import path from 'node:path';
import type { Edit } from '../../edits/edit.ts';
import { readPhp, textOf } from '../../formats/php/document.ts';
import type { Ground } from '../../joints/ground.ts';
import { blockedJoint, type JointOf } from '../../joints/joint.ts';
import { routesIn } from './laravel-routes.ts';
import { routeFiles } from './route-files.ts';

// What takes every path that nothing else has taken.
const CATCHES_ALL = /^Route::(fallback\(|(get|any|match|view|inertia)\((\[[^\]]*\],\s*)?['"]\/?\{)/;

/** Routes in a file of their own, which the file of the app's pages takes in: before what answers everything else (Laravel's docs, "Routing"). */
export function routesJoint(ground: Ground): JointOf<'framework.routes'> {
  const usual = ground.inHost('routes/web.php');
  const file = routeFiles(ground).pages?.file;
  if (file === undefined)
    return blockedJoint('framework.routes', usual, 'no file of routes', {
      reason: 'it does not exist, and the set-up of the app names no other file of routes for pages',
      handwork: 'Take the file of routes in where your app has its own.',
    });
  const before = catchAlls(ground.text(file) ?? '');
  return {
    name: 'framework.routes',
    state: 'present',
    file,
    detail: "the routes of the app's pages",
    tie({ resource }): Edit[] {
      const below = path.posix.relative(path.posix.dirname(file), ground.inHost(resource));
      const required = `require __DIR__.'/${below}';`;
      // Apart from what stands beside it.
      const code = before.length === 0 ? `\n${required}` : `${required}\n`;
      return [
        {
          file,
          format: 'php',
          operation: { op: 'statement', code, ...(before.length === 0 ? {} : { before }) },
        },
      ];
    },
  };
}

/** How the statements begin that take everything else. */
function catchAlls(text: string): string[] {
  const script = readPhp(text);
  if ('reason' in script) return [];
  return script.statements
    .map((statement) => textOf(script, statement))
    .filter((code) => CATCHES_ALL.test(code) && (/\.[*+]/.test(code) || code.startsWith('Route::fallback(')))
    .map((code) => code.slice(0, 60));
}

const NOT_PAGES = /^(api|channels|console)\.php$/;

/** Whether there is a page that guests are led to: the route called `login` (Laravel's docs, "Authentication", "Redirecting Unauthenticated Users"). */
export function leadsToSignIn(ground: Ground): boolean {
  return pageRoutes(ground).some(({ called }) => called === 'login');
}

/** The paths that the app's files of routes for pages answer, as far as they are written out. */
export function laravelPaths(ground: Ground): string[] {
  return pageRoutes(ground).map(({ address }) => address);
}

function pageRoutes(ground: Ground): ReturnType<typeof routesIn> {
  const folder = ground.inHost('routes');
  const beside = ground.names(folder).filter((name) => name.endsWith('.php') && !NOT_PAGES.test(name));
  const { pages } = routeFiles(ground);
  const files = new Set([...(pages ? [pages.file] : []), ...beside.map((name) => `${folder}/${name}`)]);
  return [...files].flatMap((file) => routesIn(ground, file, ''));
}
