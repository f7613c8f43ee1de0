import { wholeFile, type Edit } from '../../edits/edit.ts';
import type { Ground } from '../../joints/ground.ts';
import type { EntityField, KindGrowth, ListGrowth, Listing, NewList, Standing, Stretch } from '../../joints/growth.ts';
import { listTable } from '../../joints/list-table.ts';
import { namespaceOf, ownClassFile } from '../../joints/php-names.ts';
import { strictLine } from '../../joints/php-strict.ts';
import { listed, listedUses } from './laravel-listing.ts';
import { modelsOf, type Model } from './laravel-models.ts';
import { viewFile, type Route } from './laravel-routes.ts';
import { framedView } from './laravel-views.ts';

const PER_PAGE = 50;
const BRIDGE = /\bInertia::render\(|\binertia\(/;

/** How pages come to be that list models (Laravel's docs, "Eloquent", "Pagination"). */
export function laravelList(
  ground: Ground,
  pages: KindGrowth,
  { web, routes }: { web: string; routes: readonly Route[] },
): ListGrowth {
  const models = modelsOf(ground);
  const bridged = pages.standing.filter(({ file }) => BRIDGE.test(ground.text(file) ?? ''));
  return {
    entities: models,
    pages,
    make(list) {
      if (bridged.length > 0 && bridged.length * 2 >= pages.standing.length)
        return {
          why: `the pages here are components that a page bridge shows (${bridged[0]?.file ?? ''})`,
          byHand: `Give the models to a component of your own: ligament grow page ${list.all.pascal} makes it like the others.`,
        };
      const model = models.find(({ file, name }) => file === list.entity.file && name === list.entity.name);
      if (!model) return { why: `${list.entity.file} was read as another class`, byHand: 'Write the page by hand.' };
      const names = routes.flatMap(({ called }) => called ?? []);
      const file = controllerFile(ground, list);
      const view = viewName(ground, list);
      const route = routeName(list, names);
      const home = namespaceOf(ground, file) ?? 'App\\Http\\Controllers';
      const own = file.replace(/^.*\//, '').replace(/\.php$/, '');
      const group = groupOf(pages.standing, web, list.address);
      const named = group ? (routes.find(({ list: one }) => one === group.list)?.named ?? '') : '';
      const short = route?.startsWith(named) === true ? route.slice(named.length) : route;
      const name = short === undefined ? '' : `->name('${short}')`;
      const code = (address: string): string => `Route::get('${address}', [${own}::class, 'index'])${name};`;
      const edits: Edit[] = [
        wholeFile(file, controller(ground, list, { model, file, home, own, view })),
        wholeFile(ground.inHost(`resources/views/${view.replaceAll('.', '/')}.blade.php`), viewText(ground, list)),
        ...(group
          ? listedUses([`${home}\\${own}`], web)
          : listed(ground, web, code(list.address), [`${home}\\${own}`])),
      ];
      const path = list.address.slice(1);
      return {
        edits,
        file,
        // In a group, with what that begins names with.
        called: short === undefined ? undefined : named + short,
        entry: group && { file: web, behind: group.behind, code: code(list.address.slice(group.below.length)) },
        proofs: [
          { run: ['console', 'route:list', `--path=${path}`], says: path, checks: `its route is at ${list.address}` },
          { run: ['console', 'view:cache'], checks: 'its view can be read, like all others' },
        ],
      };
    },
  };
}

/** The group of routes that most pages are in, where an address is below it: what guards these guards a new one, too. */
function groupOf(
  standing: readonly Standing[],
  web: string,
  address: string,
): { behind: Stretch; below: string; list: number } | undefined {
  const all = standing.flatMap(({ listed: one }) => (one?.file === web ? [one] : []));
  const count = (list: number | undefined): number => all.filter((one) => one.list === list).length;
  const best = all.reduce<Listing | undefined>(
    (most, one) => (!most || count(one.list) >= count(most.list) ? one : most),
    undefined,
  );
  if (!best?.list) return undefined;
  const below = best.below === '/' ? '' : best.below;
  return address.startsWith(`${below}/`) ? { behind: best.entry, below, list: best.list } : undefined;
}

/** As the others are named; where none tells, `plots.index`, or `plots` where no name has parts. */
function routeName({ all, called }: NewList, names: readonly string[]): string | undefined {
  if (names.length === 0) return undefined;
  const own = called ?? (names.some((one) => one.includes('.')) ? `${all.kebab}.index` : all.kebab);
  return names.includes(own) ? `${own}.list` : own;
}

function controllerFile(ground: Ground, { one }: NewList): string {
  const at = (name: string): string => ground.inHost(`app/Http/Controllers/${name}Controller.php`);
  return ground.has(at(one.pascal)) ? at(`${one.pascal}List`) : at(one.pascal);
}

/** In a folder of its own, as `plots.index`, where others are. */
function viewName(ground: Ground, { all }: NewList): string {
  const folders = ground.names(ground.inHost('resources/views'));
  const isFoldered = folders.some((name) => viewFile(ground, `${name}.index`) !== undefined);
  const names = isFoldered ? [`${all.kebab}.index`, `${all.kebab}.list`] : [all.kebab, `${all.kebab}-list`];
  return names.find((name) => viewFile(ground, name) === undefined) ?? all.kebab;
}

function controller(
  ground: Ground,
  { entity, all }: NewList,
  {
    model: { fullName, key },
    file,
    home,
    own,
    view,
  }: { model: Model; file: string; home: string; own: string; view: string },
): string {
  const base = ownClassFile(ground, `${home}\\Controller`)?.isThere ? ' extends Controller' : '';
  const uses = [fullName, 'Illuminate\\Contracts\\View\\View'].sort();
  return [
    `<?php\n\n${strictLine(ground, file)}namespace ${home};\n\n${uses.map((one) => `use ${one};\n`).join('')}\n`,
    `class ${own}${base}\n{\n    public function index(): View\n    {\n        return view('${view}', [\n`,
    `            '${all.camel}' => ${entity.name}::query()->orderBy('${key}')->simplePaginate(${PER_PAGE}),\n`,
    '        ]);\n    }\n}\n',
  ].join('');
}

function viewText(ground: Ground, { entity, one, all }: NewList): string {
  const row = `$${one.camel}`;
  const rows = `$${all.camel}`;
  const cell = ({ name, kind }: EntityField): string => {
    if (kind === 'date') return `{{ ${row}->${name}?->format('Y-m-d') }}`;
    if (kind === 'moment') return `{{ ${row}->${name}?->format('Y-m-d H:i') }}`;
    return kind === 'yes-or-no' ? `{{ ${row}->${name} ? 'yes' : 'no' }}` : `{{ ${row}->${name} }}`;
  };
  const link = (to: string, word: string): string[] => [
    `        @if (${rows}->${to}())`,
    `            <a href="{{ ${rows}->${to}() }}">${word}</a>`,
    '        @endif',
  ];
  return framedView(
    ground,
    all.sentence,
    listTable(entity.fields, {
      ifEmpty: `@if (${rows}->isEmpty())`,
      otherwise: '@else',
      endIf: '@endif',
      forEach: `@foreach (${rows} as ${row})`,
      endFor: '@endforeach',
      cell,
      turning: [
        `@if (${rows}->hasPages())`,
        '    <nav aria-label="Pages of this list">',
        ...link('previousPageUrl', 'Previous'),
        ...link('nextPageUrl', 'Next'),
        '    </nav>',
        '@endif',
      ],
    }),
  );
}
