import { jsonIn, type ListedRoute, type RouteList } from '../../joints/route-list.ts';
import { isRecord } from '../../records.ts';

/** What `route:list` says as JSON, in the order in which routes are told; where they stand in files is nothing of theirs (Laravel's docs, "Routing"). */
export const laravelRouteList: RouteList = {
  asks: [
    ['route:list', '--json', '--sort=definition'],
    ['route:list', '--json'],
  ],
  read(said) {
    const all = jsonIn(said, '[');
    if (!Array.isArray(all)) return undefined;
    return all.flatMap((route: unknown): ListedRoute[] => {
      if (!isRecord(route) || typeof route.uri !== 'string' || typeof route.method !== 'string') return [];
      const { method, uri, name, action, middleware, domain } = route;
      const path = `/${uri.replace(/^\//, '')}`;
      const what = JSON.stringify([method, path, name, action, middleware, domain]);
      return [{ shown: `${method.replace('|HEAD', '')} ${path}`, what, method, path }];
    });
  },
};
