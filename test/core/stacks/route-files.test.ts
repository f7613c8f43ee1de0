import { describe, expect, it } from 'vitest';
import { grown } from '../../support/grown.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';
import { parseDefinition } from '../../support/catalog.ts';

const SETUP = (routing: string): string => `<?php

use Illuminate\\Foundation\\Application;
use Illuminate\\Support\\Facades\\Route;

return Application::configure(basePath: dirname(__DIR__))
    ->withRouting(
${routing}
    )
    ->create();
`;

const BY_GROUPS = SETUP(`        using: function () {
            Route::middleware(['web', 'auth'])->prefix('staff')->group(base_path('routes/staff.php'));
            Route::middleware('api')->prefix('api/v2')->name('api.')->group(base_path('routes/programs.php'));
            Route::middleware('web')->group(base_path('routes/site.php'));
        },`);

const ROUTES = "<?php\n\nuse Illuminate\\Support\\Facades\\Route;\n\nRoute::view('/about', 'about');\n";

const KIT = parseDefinition(
  `format: 1
integration: kit
title: Kit
kind: data
about: Has routes of its own.
ways:
  ties:
    title: by ties
    ties:
      - framework.routes: { package: kit, resource: routes/kit.php }
proofs: []
`,
  'kit.yaml',
);

/** An app of Laravel whose files of routes are not those that it came with. */
function app(setup: string, files: Record<string, string>): MemoryStackHost {
  const host = new MemoryStackHost('laravel12-php', {
    'bootstrap/app.php': setup,
    'resources/views/about.blade.php': '<h1>About</h1>\n',
    ...files,
  });
  host.remove('routes/web.php');
  return host;
}

/** The files of routes that a growing page or endpoint has changed. */
async function changed(host: MemoryStackHost, name: string): Promise<string[]> {
  return [...(await grown(host, name)).keys()].filter((file) => file.startsWith('routes/'));
}

describe('the files of routes of an app of Laravel', () => {
  const files = { 'routes/staff.php': ROUTES, 'routes/site.php': ROUTES, 'routes/programs.php': '<?php\n' };

  it('are those that its set-up loads: for pages the one that nothing guards', async () => {
    expect(await changed(app(BY_GROUPS, files), 'Opening hours')).toEqual(['routes/site.php']);
  });

  it('may be one of several that are named', async () => {
    const setup = SETUP("        web: [__DIR__.'/../routes/none.php', __DIR__.'/../routes/site.php'],");
    expect(await changed(app(setup, { 'routes/site.php': ROUTES }), 'Opening hours')).toEqual(['routes/site.php']);
  });

  it('take others in by their own place', async () => {
    const setup = SETUP("        web: base_path('routes/pages/site.php'),");
    const host = app(setup, { 'routes/pages/site.php': ROUTES });
    await host.attachDefinition(KIT);
    expect(host.text('routes/pages/site.php')).toContain("require __DIR__.'/../kit.php';");
  });

  it('are asked for where none is named', async () => {
    const host = app(SETUP("        health: '/up',"), {});
    await expect(host.attachDefinition(KIT)).rejects.toMatchObject({
      status: 3,
      parts: { why: expect.stringContaining('names no other file of routes for pages') as string },
    });
  });

  it('are those that a provider loads before Laravel 11', async () => {
    const provider =
      "<?php\n\nclass RouteServiceProvider\n{\n    public function boot(): void\n    {\n        $this->routes(function () {\n            Route::middleware('web')->group(base_path('routes/site.php'));\n        });\n    }\n}\n";
    const host = new MemoryStackHost('laravel10-php', {
      'app/Providers/RouteServiceProvider.php': provider,
      'routes/site.php': ROUTES,
      'resources/views/about.blade.php': '<h1>About</h1>\n',
    });
    expect(await changed(host, 'Opening hours')).toEqual(['routes/site.php']);
  });

  it('have what answers programs below what all of these begin with', async () => {
    const host = app(BY_GROUPS, files);
    expect(await host.grow('Beds', { part: 'endpoint' })).toBe(true);
    expect(host.text('routes/programs.php')).toContain("Route::get('/beds', BedsController::class);");
    // What is to be elsewhere is among the pages.
    expect(await host.grow('/feeds/beds', { part: 'endpoint' })).toBe(true);
    expect(host.text('routes/site.php')).toContain("Route::get('/feeds/beds', FeedsBedsController::class);");
  });
});

describe('the frame of views in Laravel', () => {
  const page = (frame: string, section: string, title = ''): string =>
    `@extends('${frame}')\n\n${title}@section('${section}')\n    <p>Own.</p>\n@endsection\n`;

  /** The view of a page that grows beside some views, which have it in a layout of whatever name. */
  async function shown(views: Record<string, string>): Promise<string | undefined> {
    const at = (name: string): string => `resources/views/${name}.blade.php`;
    const host = new MemoryStackHost('laravel12-php', {
      'routes/web.php': "<?php\n\nuse Illuminate\\Support\\Facades\\Route;\n\nRoute::get('/', fn () => 'Hello');\n",
      'app/View/Components/GuestLayout.php':
        "<?php\n\nnamespace App\\View\\Components;\n\nclass GuestLayout extends Component\n{\n    public function render(): View\n    {\n        return view('layouts.guest');\n    }\n}\n",
    });
    for (const file of host.tree().keys()) if (file.endsWith('.blade.php')) host.remove(file);
    for (const [name, text] of Object.entries(views)) host.write(at(name), text);
    return (await grown(host, 'Opening hours')).get(at('opening-hours'));
  }

  it('is the one that most extend, with the section that these fill', async () => {
    const text = await shown({
      'site/master': "<html><head><title>@yield('title')</title></head><body>@yield('page')</body></html>\n",
      'layouts/app': "<html><body>@yield('content')</body></html>\n",
      one: `{{-- The first. --}}\n${page('site.master', 'page')}`,
      two: page('site.master', 'page', "@section('title', 'Two')\n\n"),
      three: page('layouts.app', 'content'),
    });
    expect(text).toBe(
      "@extends('site.master')\n\n@section('title', 'Opening hours')\n\n@section('page')\n    <h1>Opening hours</h1>\n@endsection\n",
    );
  });

  it('is the component around most, one that a class renders as well', async () => {
    const text = await shown({
      'layouts/guest': '<html><body>{{ $slot }}</body></html>\n',
      one: '<x-guest-layout>\n    <p>One.</p>\n</x-guest-layout>\n',
      two: '<x-guest-layout>\n    <p>Two.</p>\n</x-guest-layout>\n',
    });
    expect(text).toBe('<x-guest-layout>\n    <h1>Opening hours</h1>\n</x-guest-layout>\n');
  });
});
