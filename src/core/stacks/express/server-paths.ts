import { instanceName, routesIn, usedAtRoot } from '../../formats/script/server-calls.ts';
import type { Ground } from '../../joints/ground.ts';
import { moduleAt } from '../../joints/server-entry.ts';

const SERVER = { from: 'express', name: 'default', as: 'app' };

/** The paths that a server answers by itself, as far as they are written down: those of its app, and of routers at its root. */
export function serverPaths(ground: Ground, app: string): string[] {
  const text = ground.text(app) ?? '';
  const name = instanceName(text, app, SERVER);
  if (name === undefined) return [];
  const own = routesIn(text, app).filter(({ on }) => on === name);
  const routers = usedAtRoot(text, app, name)
    .filter((from) => from.startsWith('.'))
    .flatMap((from) => moduleAt(ground, app, from) ?? []);
  const theirs = routers.flatMap((file) => routesIn(ground.text(file) ?? '', file));
  return [...new Set([...own, ...theirs].map(({ path }) => path))];
}
