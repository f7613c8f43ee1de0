import { describe, expect, it } from 'vitest';
import { grown } from '../../support/grown.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

/** A controller with a repository of its own, as people write them. */
function controller(name: string, path: string, folder: string, own = ''): string {
  return `<?php

declare(strict_types=1);

namespace App\\Controller;

use App\\Repository\\${name}Repository;
use Symfony\\Bundle\\FrameworkBundle\\Controller\\AbstractController;
use Symfony\\Component\\HttpFoundation\\Response;
use Symfony\\Component\\Routing\\Attribute\\Route;
use Symfony\\Component\\Security\\Http\\Attribute\\IsGranted;

#[IsGranted('ROLE_USER')]
class ${name}Controller extends AbstractController
{
    public function __construct(
        private readonly ${name}Repository $repository,
    ) {
    }

    #[Route('/${path}', name: 'app_${folder}_index', methods: ['GET'])]
    public function index(): Response
    {
        return $this->render('${folder}/index.html.twig', [
            '${path.replaceAll('-', '_')}' => $this->repository->findAll(),
        ]);
    }
${own}}
`;
}

function template(title: string, given: string): string {
  return `{% extends 'base.html.twig' %}

{% block title %}${title}{% endblock %}

{% block body %}
    <section class="page">
        <h1 class="page-title">${title}</h1>
        {% for one in ${given} %}
            <p>{{ one.name }}</p>
        {% else %}
            <p>Nothing yet.</p>
        {% endfor %}
    </section>
{% endblock %}
`;
}

function repository(name: string): string {
  return `<?php\n\nnamespace App\\Repository;\n\nclass ${name}Repository\n{\n}\n`;
}

function testOf(name: string, path: string): string {
  return `<?php

namespace App\\Tests\\Controller;

use Symfony\\Bundle\\FrameworkBundle\\Test\\WebTestCase;

final class ${name}ControllerTest extends WebTestCase
{
    public function testItIsShown(): void
    {
        $client = static::createClient();
        $client->request('GET', '/${path}');

        self::assertResponseIsSuccessful();
    }
}
`;
}

function shown(files: ReadonlyMap<string, string>): string {
  return [...files].map(([file, text]) => `--- ${file}\n${text}`).join('');
}

describe('a page grows in an app of Symfony', () => {
  it('like its siblings in both numbers, with its template and its test, without what is theirs alone', async () => {
    const host = new MemoryStackHost('symfony74-php', {
      'src/Controller/PlotController.php': controller('Plot', 'plots', 'plot'),
      'src/Repository/PlotRepository.php': repository('Plot'),
      'templates/plot/index.html.twig': template('All plots', 'plots'),
      'tests/Controller/PlotControllerTest.php': testOf('Plot', 'plots'),
      'src/Controller/WaitingListController.php': controller(
        'WaitingList',
        'waiting-lists',
        'waiting_list',
        '\n    private function count(): int\n    {\n        return 3;\n    }\n',
      ),
      'src/Repository/WaitingListRepository.php': repository('WaitingList'),
      'templates/waiting_list/index.html.twig': template('Waiting lists', 'waiting_lists'),
      'tests/Controller/WaitingListControllerTest.php': testOf('WaitingList', 'waiting-lists'),
    });
    expect(shown(await grown(host, 'SeedSwaps'))).toMatchInlineSnapshot(`
      "--- src/Controller/SeedSwapController.php
      <?php

      declare(strict_types=1);

      namespace App\\Controller;

      use Symfony\\Bundle\\FrameworkBundle\\Controller\\AbstractController;
      use Symfony\\Component\\HttpFoundation\\Response;
      use Symfony\\Component\\Routing\\Attribute\\Route;
      use Symfony\\Component\\Security\\Http\\Attribute\\IsGranted;

      #[IsGranted('ROLE_USER')]
      class SeedSwapController extends AbstractController
      {
          #[Route('/seed-swaps', name: 'app_seed_swap_index', methods: ['GET'])]
          public function index(): Response
          {
              return $this->render('seed_swap/index.html.twig');
          }
      }
      --- templates/seed_swap/index.html.twig
      {% extends 'base.html.twig' %}

      {% block title %}Seed swaps{% endblock %}

      {% block body %}
          <section class="page">
              <h1 class="page-title">Seed swaps</h1>
          </section>
      {% endblock %}
      --- tests/Controller/SeedSwapControllerTest.php
      <?php

      namespace App\\Tests\\Controller;

      use Symfony\\Bundle\\FrameworkBundle\\Test\\WebTestCase;

      final class SeedSwapControllerTest extends WebTestCase
      {
          public function testItIsShown(): void
          {
              $client = static::createClient();
              $client->request('GET', '/seed-swaps');

              self::assertResponseIsSuccessful();
          }
      }
      "
    `);
  });

  it('like the only one, of which nothing stays that is about that alone', async () => {
    const host = new MemoryStackHost('symfony74-php', {
      'src/Controller/PlotController.php': controller('Plot', 'plots', 'plot'),
      'src/Repository/PlotRepository.php': repository('Plot'),
      'templates/plot/index.html.twig': template('All plots', 'plots'),
    });
    expect(shown(await grown(host, 'SeedSwap', '/swaps/seeds'))).toMatchInlineSnapshot(`
      "--- src/Controller/SeedSwapController.php
      <?php

      declare(strict_types=1);

      namespace App\\Controller;

      use Symfony\\Bundle\\FrameworkBundle\\Controller\\AbstractController;
      use Symfony\\Component\\HttpFoundation\\Response;
      use Symfony\\Component\\Routing\\Attribute\\Route;
      use Symfony\\Component\\Security\\Http\\Attribute\\IsGranted;

      #[IsGranted('ROLE_USER')]
      class SeedSwapController extends AbstractController
      {
          #[Route('/swaps/seeds', name: 'app_seed_swap_index', methods: ['GET'])]
          public function index(): Response
          {
              return $this->render('seed_swap/index.html.twig');
          }
      }
      --- templates/seed_swap/index.html.twig
      {% extends 'base.html.twig' %}

      {% block title %}Seed swap{% endblock %}

      {% block body %}
          <h1>Seed swap</h1>
      {% endblock %}
      "
    `);
  });

  it('by a route in the list that has them, in its form', async () => {
    expect(shown(await grown(new MemoryStackHost('symfony44-php'), 'SeedSwap'))).toMatchInlineSnapshot(`
      "--- config/routes.yml
      archive:
          path: /
          controller: App\\Controller\\ArchiveController::index
      seed_swap:
          path: /seed-swap
          controller: App\\Controller\\SeedSwapController::index
      --- src/Controller/SeedSwapController.php
      <?php

      namespace App\\Controller;

      use Symfony\\Bundle\\FrameworkBundle\\Controller\\AbstractController;
      use Symfony\\Component\\HttpFoundation\\Response;

      class SeedSwapController extends AbstractController
      {
          public function index(): Response
          {
              return $this->render('seed_swap.html.twig');
          }
      }
      --- templates/seed_swap.html.twig
      <!doctype html>
      <html lang="en">
          <head>
              <meta charset="utf-8">
              <meta name="viewport" content="width=device-width, initial-scale=1">
              <title>Seed swap</title>
          </head>
          <body>
              <h1>Seed swap</h1>
          </body>
      </html>
      "
    `);
  });

  it('by a comment, where routes are told so, and by nothing besides', async () => {
    const host = new MemoryStackHost('symfony44-php', {
      'src/Controller/PlotController.php': `<?php\n\nnamespace App\\Controller;\n\nuse Symfony\\Bundle\\FrameworkBundle\\Controller\\AbstractController;\nuse Symfony\\Component\\Routing\\Annotation\\Route;\n\nclass PlotController extends AbstractController\n{\n    /**\n     * All plots.\n     *\n     * @Route("/plots", name="plots")\n     */\n    public function index()\n    {\n        return $this->render('plot/index.html.twig');\n    }\n}\n`,
      'templates/plot/index.html.twig': '<h1>Plots</h1>\n',
    });
    expect(shown(await grown(host, 'SeedSwaps'))).toMatchInlineSnapshot(`
      "--- src/Controller/SeedSwapController.php
      <?php

      namespace App\\Controller;

      use Symfony\\Bundle\\FrameworkBundle\\Controller\\AbstractController;
      use Symfony\\Component\\Routing\\Annotation\\Route;

      class SeedSwapController extends AbstractController
      {
          /**
           * All seed swaps.
           *
           * @Route("/seed-swaps", name="seed_swaps")
           */
          public function index()
          {
              return $this->render('seed_swap/index.html.twig');
          }
      }
      --- templates/seed_swap/index.html.twig
      <!doctype html>
      <html lang="en">
          <head>
              <meta charset="utf-8">
              <meta name="viewport" content="width=device-width, initial-scale=1">
              <title>Seed swaps</title>
          </head>
          <body>
              <h1>Seed swaps</h1>
          </body>
      </html>
      "
    `);
  });

  it('is refused at an address at which a controller with several answers', async () => {
    const host = new MemoryStackHost('symfony74-php');
    await expect(host.grow('Login', { address: '/login' })).rejects.toThrow('There is a page at /login already');
  });
});
