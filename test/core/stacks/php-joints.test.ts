import { describe, expect, it } from 'vitest';
import type { Definition } from '../../../src/core/definition/definition.ts';
import { parseDefinition } from '../../support/catalog.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

function kit(name: string, ...ties: readonly string[]): Definition {
  const text = `format: 1
integration: ${name}
title: Kit
kind: data
about: What is tied at joints of PHP.
ways:
  ties:
    title: by ties
    ties:
${ties.map((one) => `      - ${one}\n`).join('')}
proofs: []
`;
  return parseDefinition(text, 'kit.yaml');
}

const SETTINGS = kit(
  'kit',
  `framework.settings: { package: beds, values: { prefix: "it's", lists: [1, { deep: true }], none: null } }`,
);
const EVERYWHERE = kit(
  'everywhere',
  'framework.middleware: { class: Kit\\Trace }',
  'framework.middleware: { class: Kit\\Gate, name: gate }',
  'framework.middleware: { class: Kit\\Web, group: web }',
);
const MORE = kit('more', 'framework.middleware: { class: More\\Role, name: role, group: web }');
const REPORT = kit('report', 'errors.report: { class: Kit\\Errors, method: told }');

/** Attaches kits one after the other, shows a file, and takes them out again in the order in which they came. */
async function attached(host: MemoryStackHost, file: string, ...kits: readonly Definition[]): Promise<string> {
  const before = host.tree();
  for (const one of kits) await host.attachDefinition(one);
  const shown = host.text(file) ?? '';
  for (const one of kits) await host.detach(one.integration);
  expect(host.tree()).toEqual(before);
  return shown;
}

describe('settings of a package of Laravel', () => {
  it('are a file with nothing but what differs', async () => {
    expect(await attached(new MemoryStackHost('laravel12-php'), 'config/beds.php', SETTINGS)).toBe(
      "<?php\n\nreturn [\n    'prefix' => 'it\\'s',\n    'lists' => [\n        1,\n        [\n            'deep' => true,\n        ],\n    ],\n    'none' => null,\n];\n",
    );
  });

  it('leave what the file has already', async () => {
    const own =
      "<?php\n\nreturn [\n    // The society's own.\n    'prefix' => env('BEDS', 'beds'),\n    'none' => null,\n];\n";
    const host = new MemoryStackHost('laravel12-php', { 'config/beds.php': own });
    const text = await attached(host, 'config/beds.php', SETTINGS);
    expect(text).toContain("'prefix' => env('BEDS', 'beds'),\n    'none' => null,\n    'lists' => [\n        1,");
  });
});

describe('middleware of Laravel', () => {
  it('gets names in one list, groups and a place for all requests', async () => {
    const text = await attached(new MemoryStackHost('laravel12-php'), 'bootstrap/app.php', EVERYWHERE, MORE);
    expect(text).toContain(`    ->withMiddleware(function (Middleware $middleware): void {
        $middleware->append(\\Kit\\Trace::class);
        $middleware->alias([
            'gate' => \\Kit\\Gate::class,
            'role' => \\More\\Role::class,
        ]);
        $middleware->appendToGroup('web', \\Kit\\Web::class);
        $middleware->appendToGroup('web', \\More\\Role::class);
    })
`);
  });

  it('joins the names that the app gives already, which a second call would lose', async () => {
    const host = new MemoryStackHost('laravel12-php');
    const own = (more: string): string =>
      (host.text('bootstrap/app.php') ?? '').replace(
        '        //\n    })\n    ->withEx',
        `        $middleware->alias(['member' => Member::class${more}])->web(append: [Trace::class]);\n    })\n    ->withEx`,
      );
    const expected = own(", 'role' => \\More\\Role::class");
    host.write('bootstrap/app.php', own(''));
    const text = await attached(host, 'bootstrap/app.php', MORE);
    expect(text.replace("        $middleware->appendToGroup('web', \\More\\Role::class);\n", '')).toBe(expected);
  });

  it('is in the lists of the kernel before Laravel 11', async () => {
    const text = await attached(new MemoryStackHost('laravel10-php'), 'app/Http/Kernel.php', EVERYWHERE, MORE);
    expect(text).toMatch(/\$middleware = \[[^\]]*\\Kit\\Trace::class,\n {4}\]/);
    expect(text).toMatch(
      /\$middlewareAliases = \[[^\]]*'gate' => \\Kit\\Gate::class,\n {8}'role' => \\More\\Role::class,/,
    );
    expect(text).toMatch(/'web' => \[[^\]]*\\Kit\\Web::class,\n {12}\\More\\Role::class,\n {8}\]/);
  });

  it.each([
    ['an empty list over lines', '$middleware->alias([\n        ]);', 'the array is empty and spans lines'],
    ['a list that is computed', '$middleware->alias(names());', 'its value is computed'],
    [
      'two lists',
      "$middleware->alias(['a' => A::class]);\n        $middleware->alias(['b' => B::class]);",
      'more than once',
    ],
  ])('is refused beside %s', async (_, code, reason) => {
    const host = new MemoryStackHost('laravel12-php');
    host.write(
      'bootstrap/app.php',
      (host.text('bootstrap/app.php') ?? '').replace('//\n    })\n    ->withEx', `${code}\n    })\n    ->withEx`),
    );
    await expect(host.attachDefinition(MORE)).rejects.toMatchObject({
      status: 3,
      parts: { why: expect.stringContaining(reason) as string },
    });
  });
});

describe('what is told of errors in Laravel', () => {
  it('is in the set-up of the app', async () => {
    const text = await attached(new MemoryStackHost('laravel12-php'), 'bootstrap/app.php', REPORT);
    expect(text).toContain(`    ->withExceptions(function (Exceptions $exceptions): void {
        $exceptions->report(function (\\Throwable $error): void {
            \\Kit\\Errors::told($error);
        });
    })->create();
`);
  });

  it('is in the handler of exceptions before Laravel 11', async () => {
    const host = new MemoryStackHost('laravel10-php');
    // A handler that reports nothing of its own has no place for it: that is said.
    await expect(host.attachDefinition(REPORT)).rejects.toMatchObject({ status: 3 });
    const file = 'app/Exceptions/Handler.php';
    const register = '\n    public function register(): void\n    {\n        //\n    }\n}\n';
    host.write(file, (host.text(file) ?? '').replace(/\}\n$/, register));
    const text = await attached(host, 'app/Exceptions/Handler.php', REPORT);
    expect(text).toMatch(
      /register\(\)[^{]*\{[\s\S]*\$this->reportable\(function \(\\Throwable \$error\): void \{\n {12}\\Kit\\Errors::told\(\$error\);\n {8}\}\);/,
    );
  });
});

describe('settings of an app of Symfony that has them in PHP', () => {
  const FRAMEWORK =
    "<?php\n\nuse Symfony\\Component\\DependencyInjection\\Loader\\Configurator\\ContainerConfigurator;\n\nreturn static function (ContainerConfigurator $container): void {\n    $container->extension('framework', ['secret' => '%env(APP_SECRET)%', 'test' => true]);\n};\n";
  function host(): MemoryStackHost {
    const made = new MemoryStackHost('symfony74-php', { 'config/packages/framework.php': FRAMEWORK });
    for (const file of made.tree().keys()) if (/^config\/packages\/.*\.yaml$/.test(file)) made.remove(file);
    return made;
  }

  it('are PHP as well, for some environments or all', async () => {
    const here = kit(
      'kit',
      'framework.settings: { package: beds, values: { rows: [a, b] } }',
      'framework.settings: { package: beds, environments: [dev, test], values: { trace: true } }',
    );
    expect(await attached(host(), 'config/packages/beds.php', here)).toBe(`<?php

use Symfony\\Component\\DependencyInjection\\Loader\\Configurator\\ContainerConfigurator;

return static function (ContainerConfigurator $container): void {
    $container->extension('beds', [
        'rows' => [
            'a',
            'b',
        ],
    ]);
    if (\\in_array($container->env(), ['dev', 'test'], true)) {
        $container->extension('beds', [
            'trace' => true,
        ]);
    }
};
`);
  });

  it('are left to their people where the file is there', async () => {
    const here = kit('kit', 'framework.settings: { package: framework, values: { ide: none } }');
    await expect(host().attachDefinition(here)).rejects.toMatchObject({ status: 3 });
  });
});

describe('services of an app of Symfony', () => {
  const SERVICE = kit(
    'kit',
    'framework.services: { service: Kit\\Post, arguments: { from: a@b.test }, tags: [kit.post] }',
  );

  it('stand below those of the app, by what these have without saying it', async () => {
    const text = await attached(new MemoryStackHost('symfony64-php'), 'config/services.yaml', SERVICE);
    expect(text).toMatch(/ {4}Kit\\Post:\n {8}arguments:\n {12}\$from: a@b\.test\n {8}tags:\n {12}- kit\.post\n$/);
  });

  it('say what they need where nothing is said for all', async () => {
    const host = new MemoryStackHost('symfony44-php', {
      'config/services.yml': 'services:\n    _defaults: { public: false }\n',
    });
    const text = await attached(host, 'config/services.yml', SERVICE);
    expect(text).toContain('autowire: true');
    expect(text).toContain('autoconfigure: true');
  });

  it('are PHP where the others are', async () => {
    const own =
      '<?php\n\nuse Symfony\\Component\\DependencyInjection\\Loader\\Configurator\\ContainerConfigurator;\n\nreturn function (ContainerConfigurator $configurator) {\n    $services = $configurator->services()->defaults()->autowire();\n};\n';
    const host = new MemoryStackHost('symfony64-php', { 'config/services.php': own });
    host.remove('config/services.yaml');
    expect(await attached(host, 'config/services.php', SERVICE)).toContain(
      "    $configurator->services()->set(\\Kit\\Post::class)\n        ->autowire()\n        ->autoconfigure()\n        ->arg('$from', 'a@b.test')\n        ->tag('kit.post');\n};\n",
    );
  });
});

describe('those who sign in to an app of Laravel', () => {
  const TRAIT = kit('kit', 'people.traits: { trait: Kit\\Concerns\\HasBeds }');

  it('get a trait beside those that their class uses', async () => {
    const text = await attached(new MemoryStackHost('laravel12-php'), 'app/Models/User.php', TRAIT);
    expect(text).toContain('use Kit\\Concerns\\HasBeds;\n');
    expect(text).toMatch(/ {4}use [\w, ]*HasBeds;\n/);
  });

  it('are the model that the settings name', async () => {
    const host = new MemoryStackHost('laravel12-php', {
      'config/auth.php':
        "<?php\n\nreturn ['providers' => ['users' => ['driver' => 'eloquent', 'model' => App\\Models\\Gardener::class]]];\n",
      'app/Models/Gardener.php':
        '<?php\n\nnamespace App\\Models;\n\nuse Illuminate\\Foundation\\Auth\\User as Authenticatable;\n\nclass Gardener extends Authenticatable\n{\n}\n',
    });
    expect(await attached(host, 'app/Models/Gardener.php', TRAIT)).toContain('    use HasBeds;\n');
  });

  it('are asked for where there are none', async () => {
    const host = new MemoryStackHost('laravel12-php');
    host.remove('app/Models/User.php');
    await expect(host.attachDefinition(TRAIT)).rejects.toMatchObject({
      status: 3,
      parts: { why: expect.stringContaining('no model App\\Models\\User') as string },
    });
  });
});
