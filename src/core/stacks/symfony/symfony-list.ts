import { wholeFile } from '../../edits/edit.ts';
import type { Ground } from '../../joints/ground.ts';
import type { EntityField, KindGrowth, ListGrowth, NewList, NoLayout, Standing } from '../../joints/growth.ts';
import { listTable } from '../../joints/list-table.ts';
import { strictLine } from '../../joints/php-strict.ts';
import { namespaceOf } from '../../joints/php-names.ts';
import type { ControllerHome } from './controller-imports.ts';
import { controllerManner, type ControllerManner } from './controller-manner.ts';
import { framedTemplate, routeClass, statedRoute } from './plain-parts.ts';
import { entitiesOf, type MappedEntity } from './symfony-entities.ts';
import { listing } from './symfony-routes.ts';

const PER_PAGE = 50;

/** How pages come to be that list entities of Doctrine (Symfony's docs, "Databases and the Doctrine ORM", "Fetching Objects"). */
export function symfonyList(
  ground: Ground,
  pages: KindGrowth,
  { names, states, home }: { names: readonly string[]; states: boolean; home: ControllerHome },
): ListGrowth {
  const entities = entitiesOf(ground);
  return {
    entities,
    pages,
    make(list) {
      const entity = entities.find(({ file, name }) => file === list.entity.file && name === list.entity.name);
      if (!entity) return { why: `${list.entity.file} was read as another class`, byHand: 'Write the page by hand.' };
      const prefix = states ? home.prefix : '';
      if (!list.address.startsWith(`${prefix}/`)) return elsewhere(list, home);
      const route = routeName(list, pages.standing, names);
      const file = controllerFile(ground, home, list);
      const path = list.address.slice(prefix.length);
      const view = viewName(ground, list);
      const edits = [
        wholeFile(
          file,
          controller(ground, {
            list,
            path,
            entity,
            file,
            route,
            view,
            states,
            manner: controllerManner(ground, pages.standing),
          }),
        ),
        template(ground, list, { route, view }),
        ...(states ? [] : listing(ground, { name: route, file, address: list.address, action: 'index' })),
      ];
      const proofs = [
        {
          run: ['console', 'debug:router', route],
          says: path,
          checks: `the route ${route} is at ${list.address}`,
        },
        { run: ['console', 'lint:twig', `templates/${view}`], checks: 'its template can be read' },
        { run: ['console', 'lint:container'], checks: 'the container builds, with what the controller asks for' },
      ];
      return { edits, file, called: route, proofs };
    },
  };
}

function elsewhere({ address }: NewList, { folder, prefix }: ControllerHome): NoLayout {
  return {
    why: `the routes of controllers in ${folder} are below ${prefix}`,
    byHand: `Choose an address there, as --at ${prefix}${address}.`,
  };
}

/** As the others are named; else with what all of their names begin with. */
function routeName({ all, called: alike }: NewList, standing: readonly Standing[], names: readonly string[]): string {
  const called = standing.flatMap((one) => one.called ?? []);
  const prefix = called.length > 0 && called.every((one) => one.startsWith('app_')) ? 'app_' : '';
  const own = alike ?? prefix + all.snake;
  return names.includes(own) ? `${own}_list` : own;
}

/** Beside the other controllers; under the name of the entity, where that is not there yet. */
function controllerFile(ground: Ground, { folder }: ControllerHome, { one }: NewList): string {
  const at = (name: string): string => `${folder}/${name}Controller.php`;
  return ground.has(at(one.pascal)) ? at(`${one.pascal}List`) : at(one.pascal);
}

/** In a folder of its own, as `plot/index.html.twig`, where others are. */
function viewName(ground: Ground, { one, all }: NewList): string {
  const folders = ground.names(ground.inHost('templates'));
  const isFoldered = folders.some((name) => ground.has(ground.inHost(`templates/${name}/index.html.twig`)));
  const names = isFoldered ? [`${one.snake}/index`, `${one.snake}/list`] : [all.snake, `${all.snake}_list`];
  const free = names.find((name) => !ground.has(ground.inHost(`templates/${name}.html.twig`))) ?? names[0];
  return `${free ?? all.snake}.html.twig`;
}

interface Shown {
  list: NewList;
  /** The path that it states. */
  path: string;
  entity: MappedEntity;
  file: string;
  route: string;
  view: string;
  states: boolean;
  manner: ControllerManner;
}

function controller(ground: Ground, { list, path, entity, file, route, view, states, manner }: Shown): string {
  const { all } = list;
  const { repository, id } = entity;
  const { guard, final } = manner;
  const asked = repository ?? 'Doctrine\\ORM\\EntityManagerInterface';
  const uses = [
    ...(repository === undefined ? [entity.fullName, asked] : [repository]),
    'Symfony\\Bundle\\FrameworkBundle\\Controller\\AbstractController',
    'Symfony\\Component\\HttpFoundation\\Request',
    'Symfony\\Component\\HttpFoundation\\Response',
    ...(states ? [routeClass(ground)] : []),
    ...(guard?.uses ?? []),
  ];
  const given =
    repository === undefined ? 'EntityManagerInterface $entities' : `${asked.split('\\').at(-1) ?? asked} $repository`;
  const from = repository === undefined ? `$entities->getRepository(${entity.name}::class)` : '$repository';
  const order = id === undefined ? '[]' : `['${id}' => 'ASC']`;
  const name = file.replace(/^.*\//, '').replace(/\.php$/, '');
  return [
    `<?php\n\n${strictLine(ground, file)}namespace ${namespaceOf(ground, file) ?? 'App\\Controller'};\n\n`,
    `${uses
      .sort()
      .map((one) => `use ${one};\n`)
      .join('')}\n`,
    `${guard?.code ?? ''}${final}class ${name} extends AbstractController\n{\n    private const PER_PAGE = ${PER_PAGE};\n\n`,
    states ? statedRoute(ground, { snake: route }, path, '    ') : '',
    `    public function index(Request $request, ${given}): Response\n    {\n`,
    `        $page = min(max(1, (int) $request->query->get('page', '1')), 100000);\n`,
    `        // One more than is shown tells whether there is a page after this one.\n`,
    `        $found = ${from}->findBy([], ${order}, self::PER_PAGE + 1, ($page - 1) * self::PER_PAGE);\n\n`,
    `        return $this->render('${view}', [\n            '${all.camel}' => array_slice($found, 0, self::PER_PAGE),\n`,
    `            'page' => $page,\n            'hasNext' => count($found) > self::PER_PAGE,\n        ]);\n    }\n}\n`,
  ].join('');
}

function template(ground: Ground, { entity, one, all }: NewList, { route, view }: { route: string; view: string }) {
  const row = one.camel;
  const cell = ({ name, kind }: EntityField): string => {
    const value = `${row}.${name}`;
    if (kind === 'date') return `{{ ${value} ? ${value}|date('Y-m-d') }}`;
    if (kind === 'moment') return `{{ ${value} ? ${value}|date('Y-m-d H:i') }}`;
    return kind === 'yes-or-no' ? `{{ ${value} ? 'yes' : 'no' }}` : `{{ ${value} }}`;
  };
  const link = (to: string, word: string): string => `<a href="{{ path('${route}', {page: ${to}}) }}">${word}</a>`;
  const body = listTable(entity.fields, {
    ifEmpty: `{% if ${all.camel} is empty %}`,
    otherwise: '{% else %}',
    endIf: '{% endif %}',
    forEach: `{% for ${row} in ${all.camel} %}`,
    endFor: '{% endfor %}',
    cell,
    turning: [
      '{% if page > 1 or hasNext %}',
      '    <nav aria-label="Pages of this list">',
      `        {% if page > 1 %}${link('page - 1', 'Previous')}{% endif %}`,
      `        {% if hasNext %}${link('page + 1', 'Next')}{% endif %}`,
      '    </nav>',
      '{% endif %}',
    ],
  });
  return framedTemplate(ground, all.sentence, body, ground.inHost(`templates/${view}`));
}
