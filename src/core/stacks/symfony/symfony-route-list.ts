import { jsonIn, type ListedRoute, type RouteList } from '../../joints/route-list.ts';
import { isRecord } from '../../records.ts';

/** What `debug:router` says as JSON: an object of routes by their names, in the order in which they are tried (Symfony's docs, "Routing"). */
export const symfonyRouteList: RouteList = {
  asks: [['debug:router', '--format=json']],
  read(said) {
    const all = jsonIn(said, '{');
    if (!isRecord(all)) return undefined;
    return Object.entries(all).flatMap(([name, route]): ListedRoute[] => {
      if (!isRecord(route) || typeof route.path !== 'string') return [];
      const method = typeof route.method === 'string' ? route.method : 'ANY';
      const { path } = route;
      const what = JSON.stringify([name, path, method, route.host, route.scheme, route.defaults, route.requirements]);
      return [{ shown: `${method} ${path}`, what, method, path, answers: answered(route.pathRegex) }];
    });
  },
};

/** A pattern of PCRE with its delimiters, as far as it is one of ECMAScript, too. */
function answered(pattern: unknown): RegExp | undefined {
  const [, body] = typeof pattern === 'string' ? (/^\{(.*)\}[a-zA-Z]*$/s.exec(pattern) ?? []) : [];
  try {
    return body === undefined ? undefined : new RegExp(body.replaceAll('(?P<', '(?<'), 's');
  } catch {
    return undefined;
  }
}
