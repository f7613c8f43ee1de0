import type { Edit } from '../../edits/edit.ts';
import { quoted } from '../../formats/php/arrays.ts';
import { readPhp } from '../../formats/php/document.ts';
import type { Ground } from '../../joints/ground.ts';
import { blockedJoint, type JointOf } from '../../joints/joint.ts';
import { parameterOf } from './laravel-middleware.ts';

/** Where an app says what its requests pass through and who is told of errors: in one chain since Laravel 11, before that in classes. */
function placesOf(ground: Ground) {
  const app = ground.inHost('bootstrap/app.php');
  const text = ground.text(app) ?? '';
  return {
    app,
    text,
    isFluent: /::configure\s*\(/.test(text),
    kernel: ground.inHost('app/Http/Kernel.php'),
    handler: ground.inHost('app/Exceptions/Handler.php'),
  };
}

/** Middleware by a short name, for a group of routes, or for every request (Laravel's docs, "Middleware", "Registering Middleware"). */
export function middlewareJoint(ground: Ground): JointOf<'framework.middleware'> {
  const { app, text, isFluent, kernel } = placesOf(ground);
  const file = isFluent ? app : kernel;
  if (!ground.has(file))
    return blockedJoint('framework.middleware', file, 'no list of middleware', {
      reason: 'bootstrap/app.php configures none, and it has no app/Http/Kernel.php',
      handwork: 'Register the middleware where your app registers its own.',
    });
  const script = readPhp(text);
  const given = ('reason' in script ? undefined : parameterOf(script, 'withMiddleware')) ?? '$middleware';
  return {
    name: 'framework.middleware',
    state: 'present',
    file,
    detail: isFluent ? "the app's own set-up" : "the kernel's lists",
    tie: ({ class: own, name, group }) =>
      isFluent
        ? inChain(file, given, { own, name, group })
        : inKernel(file, ground.text(file) ?? '', { own, name, group }),
  };
}

interface Passed {
  own: string;
  name: string | undefined;
  group: string | undefined;
}

function inChain(file: string, on: string, { own, name, group }: Passed): Edit[] {
  const code = `\\${own}::class`;
  const edits: Edit[] = [];
  if (name !== undefined)
    edits.push({
      file,
      format: 'php',
      operation: {
        op: 'entry',
        array: { given: 'alias', on, in: 'withMiddleware' },
        pointer: '',
        key: quoted(name),
        code,
        any: true,
      },
    });
  const call = group === undefined ? `append(${code})` : `appendToGroup(${quoted(group)}, ${code})`;
  if (name === undefined || group !== undefined)
    edits.push({
      file,
      format: 'php',
      operation: { op: 'statement', in: { call: 'withMiddleware', chained: true }, code: `${on}->${call};` },
    });
  return edits;
}

function inKernel(file: string, text: string, { own, name, group }: Passed): Edit[] {
  const code = `\\${own}::class`;
  // Its name since Laravel 10; the older one is read as well.
  const property = /\$middlewareAliases\b/.test(text) ? 'middlewareAliases' : 'routeMiddleware';
  const edits: Edit[] = [];
  if (name !== undefined)
    edits.push({
      file,
      format: 'php',
      operation: { op: 'entry', array: { property }, pointer: '', key: quoted(name), code, any: true },
    });
  const list = group === undefined ? 'middleware' : 'middlewareGroups';
  if (name === undefined || group !== undefined)
    edits.push({
      file,
      format: 'php',
      operation: { op: 'item', array: { property: list }, pointer: group === undefined ? '' : `/${group}`, code },
    });
  return edits;
}

/** Who is told of errors that nobody caught (Laravel's docs, "Error Handling", "Reporting Exceptions"). */
export function reportJoint(ground: Ground): JointOf<'errors.report'> {
  const { app, text, isFluent, handler } = placesOf(ground);
  const file = isFluent ? app : handler;
  if (!ground.has(file))
    return blockedJoint('errors.report', file, 'no handler of exceptions', {
      reason: 'bootstrap/app.php configures none, and it has no app/Exceptions/Handler.php',
      handwork: 'Report exceptions where your app reports its own.',
    });
  const script = readPhp(text);
  const given = ('reason' in script ? undefined : parameterOf(script, 'withExceptions')) ?? '$exceptions';
  const call = isFluent ? `${given}->report` : '$this->reportable';
  return {
    name: 'errors.report',
    state: 'present',
    file,
    detail: isFluent ? "the app's own set-up" : 'its handler of exceptions',
    tie: ({ class: own, method }) => [
      {
        file,
        format: 'php',
        operation: {
          op: 'statement',
          in: isFluent ? { call: 'withExceptions' } : { method: 'register' },
          code: `${call}(function (\\Throwable $error): void {\n    \\${own}::${method}($error);\n});`,
        },
      },
    ],
  };
}
