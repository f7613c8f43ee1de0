import { describe, expect, it } from 'vitest';
import { compareRoutes } from '../../../src/core/joints/route-list.ts';
import { laravelRouteList } from '../../../src/core/stacks/laravel/laravel-route-list.ts';
import { symfonyRouteList } from '../../../src/core/stacks/symfony/symfony-route-list.ts';
import { bareSymfony } from '../../support/bare-symfony.ts';

const route = (path: string, pathRegex: string, method = 'ANY'): object => ({ path, pathRegex, method, defaults: {} });
const PLOTS = { plots: route('/plots', '{^/plots$}sDu', 'GET') };
const LOGIN = { login: route('/login', '{^/login$}sDu', 'GET|POST') };
const REST = { rest: route('/{any}', '{^/(?P<any>.+)$}sDu', 'GET') };
const symfony = (...all: object[]) =>
  symfonyRouteList.read(`Warning\n${JSON.stringify(Object.assign({}, ...all))}`) ?? [];

describe('routes before and after', () => {
  it('are the same where one comes before what answers everything else', () => {
    const { added, harmed, hidden } = compareRoutes(symfony(PLOTS, REST), symfony(LOGIN, PLOTS, REST));
    expect(added.map(({ shown }) => shown)).toEqual(['GET|POST /login']);
    expect([harmed, hidden]).toEqual([[], []]);
  });

  it.each([
    [
      'one is hidden',
      [PLOTS, REST, LOGIN],
      [],
      ['GET|POST /login is answered by GET /{any}, which is tried before it'],
    ],
    ['one is gone', [LOGIN, REST], ['GET /plots is not what it was'], []],
    ['the order is another', [LOGIN, REST, PLOTS], ['GET /{any} is tried in another order'], []],
  ])('are told apart where %s', (_, after, harmed, hidden) => {
    expect(compareRoutes(symfony(PLOTS, REST), symfony(...after))).toMatchObject({ harmed, hidden });
  });

  it('of Laravel are what the list says but where they stand in files', () => {
    const said = (line: number, more: object[] = []): string =>
      JSON.stringify([
        {
          domain: null,
          method: 'GET|HEAD',
          uri: 'plots',
          name: null,
          action: 'Closure',
          middleware: ['web'],
          path: `routes/web.php:${line}`,
        },
        ...more,
      ]);
    const login = { domain: null, method: 'POST', uri: 'login', name: 'login', action: 'In', middleware: ['web'] };
    const [before, after] = [laravelRouteList.read(said(3)) ?? [], laravelRouteList.read(said(9, [login])) ?? []];
    expect(compareRoutes(before, after)).toMatchObject({ added: [{ shown: 'POST /login' }], harmed: [], hidden: [] });
    expect(laravelRouteList.read('No routes.')).toBeUndefined();
  });
});

describe('the routes of a plan', () => {
  it('are those that come, and those that another choice takes away', async () => {
    const made = bareSymfony();
    const changes = await made.plan('accounts', { login: '/enter' });
    expect(changes.routes).toMatchObject([{ workspace: '.', gone: [] }]);
    expect(changes.routes?.[0]?.come).toEqual(expect.arrayContaining(['/enter', '/profile/delete', '/register']));
    expect(changes.routes?.[0]?.come).not.toContain('/login');
  });

  it('refuse a path that a list of routes answers already, whoever is behind it', async () => {
    const listed = 'enter:\n    path: /login\n    controller: App\\Somewhere\\Else\n';
    const made = bareSymfony({ 'config/routes/enter.yaml': listed });
    await expect(made.attach('accounts')).rejects.toSatisfy((problem: { parts: object }) =>
      JSON.stringify(problem.parts).includes('answers /login already'),
    );
  });
});
