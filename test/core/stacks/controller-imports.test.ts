import { describe, expect, it } from 'vitest';
import { grown } from '../../support/grown.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

const controller = (name: string, path: string): string => `<?php

declare(strict_types=1);

namespace App\\Beds\\Http;

use Symfony\\Bundle\\FrameworkBundle\\Controller\\AbstractController;
use Symfony\\Component\\HttpFoundation\\Response;
use Symfony\\Component\\Routing\\Attribute\\Route;

final class ${name} extends AbstractController
{
    #[Route('${path}', name: '${path.slice(1)}')]
    public function __invoke(): Response
    {
        return $this->render('${path.slice(1)}.html.twig');
    }
}
`;

const FRAMED = '{% extends "site.html.twig" %}\n\n{% block page %}\n    <p>Own.</p>\n{% endblock %}\n';

/** An app whose controllers lie by what they are about, as its file of routes has them. */
function app(routes: Record<string, string>): MemoryStackHost {
  const own = {
    'templates/site.html.twig': '<title>{% block heading %}{% endblock %}</title>{% block page %}{% endblock %}\n',
    'templates/tools.html.twig': FRAMED,
    'templates/seeds.html.twig': FRAMED,
    'src/Beds/Http/Tools.php': controller('Tools', '/tools'),
    'src/Beds/Http/Seeds.php': controller('Seeds', '/seeds'),
    ...routes,
  };
  const host = new MemoryStackHost('symfony74-php', own);
  for (const file of host.tree().keys())
    if (/^(config\/routes|src\/Controller|templates)/.test(file) && !(file in own)) host.remove(file);
  return host;
}

const IN_YAML = (more: string): Record<string, string> => ({
  'config/routes.yaml': `beds:\n    resource: ../src/*/Http/\n    type: attribute\n${more}`,
});

describe('controllers of Symfony that are read below something', () => {
  it.each([
    ['a prefix', IN_YAML('    prefix: /site\n'), '/site'],
    ['the language of a page', IN_YAML('    prefix: /{_locale}\n    requirements: { _locale: "nl|en" }\n'), '/nl'],
    ['one prefix for each language', IN_YAML('    prefix:\n        en: /site\n        nl: /plek\n'), '/site'],
    [
      'a prefix in PHP',
      {
        'config/routes.php':
          "<?php\n\nuse Symfony\\Component\\Routing\\Loader\\Configurator\\RoutingConfigurator;\n\nreturn static function (RoutingConfigurator $routes): void {\n    $routes->import('../src/Beds/Http/', 'attribute')\n        ->prefix('/site');\n};\n",
      },
      '/site',
    ],
  ])('%s: a page states the rest of its address, beside the others', async (_, routes, prefix) => {
    const files = await grown(app(routes), 'Opening hours');
    expect([...files.keys()].sort()).toEqual(['src/Beds/Http/OpeningHours.php', 'templates/opening_hours.html.twig']);
    expect(files.get('src/Beds/Http/OpeningHours.php')).toContain("#[Route('/opening-hours', name: 'opening_hours')]");
    const host = app(routes);
    expect(await host.grow('Opening hours', { address: `${prefix}/hours` })).toBe(true);
    expect(host.text('src/Beds/Http/OpeningHours.php')).toContain("#[Route('/hours'");
    expect(host.text('.ligament/attached/page.OpeningHours.json')).toContain(`GET ${prefix}/hours`);
  });

  it('cannot be at another address', async () => {
    await expect(app(IN_YAML('    prefix: /site\n')).grow('Hours', { address: '/hours' })).rejects.toMatchObject({
      status: 3,
    });
  });

  it('have none beside them where what they are below is left open', async () => {
    await expect(app(IN_YAML('    prefix: /{garden}\n')).grow('Hours')).rejects.toMatchObject({ status: 3 });
  });

  it('say that types are strict, and are in the block of the frame that the others fill', async () => {
    const host = app({
      'config/routes.yaml': 'beds: { resource: ../src/Beds/Http/, type: attribute, prefix: /site }\n',
    });
    expect(await host.grow('Beds', { part: 'endpoint' })).toBe(true);
    expect(host.text('src/Beds/Http/BedsController.php')).toMatch(/^<\?php\n\ndeclare\(strict_types=1\);\n\nnamespace/);
    expect(host.text('src/Beds/Http/BedsController.php')).toContain("#[Route('/api/beds'");
    host.remove('src/Beds/Http/Tools.php');
    host.remove('src/Beds/Http/Seeds.php');
    host.write('src/Beds/Http/Nothing.php', '<?php\n\nfinal class Nothing\n{\n}\n');
    expect(await host.grow('Hours')).toBe(true);
    expect(host.text('templates/hours.html.twig')).toBe(
      "{% extends 'site.html.twig' %}\n\n{% block heading %}Hours{% endblock %}\n\n{% block page %}\n    <h1>Hours</h1>\n{% endblock %}\n",
    );
  });
});
