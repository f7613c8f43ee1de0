import { describe, expect, it } from 'vitest';
import { grown } from '../../support/grown.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

function shown(files: ReadonlyMap<string, string>): string {
  return [...files].map(([file, text]) => `--- ${file}\n${text}`).join('');
}

const LAYOUT =
  "<!doctype html>\n<html>\n<head><title>@yield('title')</title></head>\n<body>\n@yield('content')\n</body>\n</html>\n";

function view(title: string, own: string): string {
  return `@extends('layouts.app')\n\n@section('title', '${title}')\n\n@section('content')\n    <h1>${title}</h1>\n${own}@endsection\n`;
}

const ROUTES = `<?php

use Illuminate\\Support\\Facades\\Route;

Route::get('/', fn () => view('welcome'));

Route::middleware(['auth'])->prefix('members')->name('members.')->group(function () {
    Route::get('plots', function () {
        return view('members.plots', ['plots' => \\App\\Models\\Plot::all()]);
    })->name('plots');
    Route::get('tools', function () {
        return view('members.tools');
    })->name('tools');
});

Route::view('/about-us', 'pages.about-us')->name('about-us');
Route::view('/rules', 'pages.rules')->name('rules');

Route::fallback(fn () => abort(404));
`;

describe('a page grows in an app of Laravel', () => {
  const views = {
    'routes/web.php': ROUTES,
    'resources/views/members/plots.blade.php': view(
      'Plots',
      '    @foreach ($plots as $plot)\n        <p>{{ $plot->name }}</p>\n    @endforeach\n',
    ),
    'resources/views/members/tools.blade.php': view('Tools', ''),
    'resources/views/pages/about-us.blade.php': view('About us', '    <p>Long text.</p>\n'),
    'resources/views/pages/rules.blade.php': view('Rules', '    <ul>\n        <li>Be kind.</li>\n    </ul>\n'),
    'resources/views/layouts/app.blade.php': LAYOUT,
  };

  it('by a view, before what answers everything else', async () => {
    expect(shown(await grown(new MemoryStackHost('laravel12-php', views), 'Opening hours'))).toMatchInlineSnapshot(`
      "--- resources/views/pages/opening-hours.blade.php
      @extends('layouts.app')

      @section('title', 'Opening hours')

      @section('content')
          <h1>Opening hours</h1>
      @endsection
      --- routes/web.php
      <?php

      use Illuminate\\Support\\Facades\\Route;

      Route::get('/', fn () => view('welcome'));

      Route::middleware(['auth'])->prefix('members')->name('members.')->group(function () {
          Route::get('plots', function () {
              return view('members.plots', ['plots' => \\App\\Models\\Plot::all()]);
          })->name('plots');
          Route::get('tools', function () {
              return view('members.tools');
          })->name('tools');
      });

      Route::view('/about-us', 'pages.about-us')->name('about-us');
      Route::view('/rules', 'pages.rules')->name('rules');
      Route::view('/opening-hours', 'pages.opening-hours')->name('opening-hours');

      Route::fallback(fn () => abort(404));
      "
    `);
  });

  it('in the group whose address it is below, as its neighbours are written', async () => {
    const host = new MemoryStackHost('laravel12-php', views);
    expect(shown(await grown(host, 'SeedSwaps', '/members/seed-swaps'))).toMatchInlineSnapshot(`
      "--- resources/views/members/seed-swaps.blade.php
      @extends('layouts.app')

      @section('title', 'Seed swaps')

      @section('content')
          <h1>Seed swaps</h1>
      @endsection
      --- routes/web.php
      <?php

      use Illuminate\\Support\\Facades\\Route;

      Route::get('/', fn () => view('welcome'));

      Route::middleware(['auth'])->prefix('members')->name('members.')->group(function () {
          Route::get('plots', function () {
              return view('members.plots', ['plots' => \\App\\Models\\Plot::all()]);
          })->name('plots');
          Route::get('tools', function () {
              return view('members.tools');
          })->name('tools');
          Route::get('seed-swaps', function () {
              return view('members.seed-swaps');
          })->name('seed-swaps');
      });

      Route::view('/about-us', 'pages.about-us')->name('about-us');
      Route::view('/rules', 'pages.rules')->name('rules');

      Route::fallback(fn () => abort(404));
      "
    `);
  });

  it('by a controller, imported in its place', async () => {
    expect(shown(await grown(new MemoryStackHost('laravel10-php'), 'SeedSwaps'))).toMatchInlineSnapshot(`
      "--- app/Http/Controllers/SeedSwapController.php
      <?php

      namespace App\\Http\\Controllers;

      use Illuminate\\Contracts\\View\\View;

      class SeedSwapController extends Controller
      {
          public function index(): View
          {
              return view('seed-swaps.index');
          }
      }
      --- resources/views/seed-swaps/index.blade.php
      <x-layout title="Seed swaps">
          <h1>Seed swaps</h1>
      </x-layout>
      --- routes/web.php
      <?php

      use App\\Http\\Controllers\\PlotController;
      use App\\Http\\Controllers\\SeedSwapController;
      use Illuminate\\Support\\Facades\\Route;

      Route::get('/', function () {
          return view('welcome');
      })->name('home');

      Route::get('/plots', [PlotController::class, 'index'])->name('plots.index');
      Route::get('/seed-swaps', [SeedSwapController::class, 'index'])->name('seed-swaps.index');

      Route::fallback(fn () => abort(404));
      "
    `);
  });

  it('with the page that a bridge shows', async () => {
    const shows = (name: string, page: string, what: string): string =>
      `<?php\n\nnamespace App\\Http\\Controllers;\n\nuse App\\Models\\${name};\nuse Inertia\\Inertia;\nuse Inertia\\Response;\n\nclass ${name}Controller extends Controller\n{\n    public function index(): Response\n    {\n        return Inertia::render('${page}/Index', [\n            '${page.toLowerCase()}' => ${what},\n        ]);\n    }\n}\n`;
    const page = (title: string, one: string, all: string): string =>
      `<script setup>\nimport Layout from '../../Layout.vue';\n\ndefineProps({ ${all}: Array });\n</script>\n\n<template>\n  <Layout title="${title}">\n    <h1>${title}</h1>\n    <p v-for="${one} in ${all}" :key="${one}.id">{{ ${one}.name }}</p>\n  </Layout>\n</template>\n`;
    const host = new MemoryStackHost('laravel12-php', {
      'app/Http/Controllers/PlotController.php': shows('Plot', 'Plots', 'Plot::all()'),
      'app/Http/Controllers/ToolController.php': shows('Tool', 'Tools', "Tool::orderBy('name')->get()"),
      'resources/js/Pages/Plots/Index.vue': page('Plots', 'plot', 'plots'),
      'resources/js/Pages/Tools/Index.vue': page('Tools', 'tool', 'tools'),
      'resources/js/Layout.vue': '<template><slot /></template>\n',
    });
    expect(shown(await grown(host, 'SeedSwaps'))).toMatchInlineSnapshot(`
      "--- app/Http/Controllers/SeedSwapController.php
      <?php

      namespace App\\Http\\Controllers;

      use Inertia\\Inertia;
      use Inertia\\Response;

      class SeedSwapController extends Controller
      {
          public function index(): Response
          {
              return Inertia::render('SeedSwaps/Index');
          }
      }
      --- resources/js/Pages/SeedSwaps/Index.vue
      <script setup>
      import Layout from '../../Layout.vue';

      defineProps({ seedSwaps: Array });
      </script>

      <template>
        <Layout title="Seed swaps">
          <h1>Seed swaps</h1>
        </Layout>
      </template>
      --- routes/web.php
      <?php

      use App\\Http\\Controllers\\PlotController;
      use App\\Http\\Controllers\\SeedSwapController;
      use App\\Http\\Controllers\\ToolController;
      use Illuminate\\Support\\Facades\\Route;

      Route::get('/', function () {
          return view('welcome');
      })->name('home');

      Route::get('/plots', [PlotController::class, 'index'])->name('plots.index');
      Route::get('/tools', [ToolController::class, 'index'])->name('tools.index');
      Route::get('/seed-swaps', [SeedSwapController::class, 'index'])->name('seed-swaps.index');
      "
    `);
  });

  it('is refused at an address that a set of routes has', async () => {
    const host = new MemoryStackHost('laravel12-php', {
      'routes/web.php':
        "<?php\n\nuse Illuminate\\Support\\Facades\\Route;\n\nRoute::resource('plots', App\\Http\\Controllers\\PlotController::class);\n",
    });
    await expect(host.grow('Plots')).rejects.toThrow('There is a page at /plots already');
  });
});

describe('other parts grow in an app of Laravel', () => {
  it.each([
    ['endpoint', 'Seeds'],
    ['middleware', 'TrimHeaders'],
    ['component', 'PlotCard'],
  ] as const)('a first %s', async (part, name) => {
    const host = new MemoryStackHost('laravel11-php');
    const before = host.tree();
    expect(await host.grow(name, { part })).toBe(true);
    const after = [...host.tree()].filter(
      ([file, text]) => !file.startsWith('.ligament/') && before.get(file) !== text,
    );
    expect(shown(new Map(after))).toMatchSnapshot();
    await host.detach(`${part}:${name}`);
    expect(host.tree()).toEqual(before);
  });

  it('a middleware behind the one that is there', async () => {
    const host = new MemoryStackHost('laravel11-php');
    await host.grow('TrimHeaders', { part: 'middleware' });
    const own = 'app/Http/Middleware/AddClock.php';
    const grownFirst = host.tree();
    const standing = new MemoryStackHost('laravel11-php', {
      [own]: (grownFirst.get('app/Http/Middleware/TrimHeaders.php') ?? '').replaceAll('TrimHeaders', 'AddClock'),
      'bootstrap/app.php': (grownFirst.get('bootstrap/app.php') ?? '').replaceAll('TrimHeaders', 'AddClock'),
    });
    await standing.grow('TrimHeaders', { part: 'middleware' });
    const text = standing.tree().get('bootstrap/app.php') ?? '';
    expect(text).toContain('$middleware->append(AddClock::class);\n        $middleware->append(TrimHeaders::class);');
  });
});
