import { describe, expect, it } from 'vitest';
import { grown } from '../../support/grown.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

const controller = (name: string): string =>
  `<?php\n\nnamespace App\\Controller;\n\nuse Symfony\\Bundle\\FrameworkBundle\\Controller\\AbstractController;\nuse Symfony\\Component\\HttpFoundation\\Response;\n\nfinal class ${name}Controller extends AbstractController\n{\n    public function index(): Response\n    {\n        return $this->render('${name.toLowerCase()}.html.twig');\n    }\n}\n`;
const template = (name: string): string =>
  `{% extends 'base.html.twig' %}\n\n{% block body %}\n    <h1>${name}</h1>\n{% endblock %}\n`;
const routes = (own: string, uses: readonly string[] = []): string =>
  `<?php\n\n${uses.map((one) => `use App\\Controller\\${one}Controller;\n`).join('')}use Symfony\\Component\\Routing\\Loader\\Configurator\\RoutingConfigurator;\n\nreturn static function (RoutingConfigurator $routing): void {\n${own}};\n`;
const entry = (name: string): string =>
  `    $routing->add('${name.toLowerCase()}', '/${name.toLowerCase()}')\n        ->controller([${name}Controller::class, 'index'])\n        ->methods(['GET']);\n`;

/** A host whose routes are all listed in PHP. */
function host(text: string, names: readonly string[]): MemoryStackHost {
  const files = names.flatMap((name) => [
    [`src/Controller/${name}Controller.php`, controller(name)],
    [`templates/${name.toLowerCase()}.html.twig`, template(name)],
  ]);
  const made = new MemoryStackHost('symfony74-php', {
    ...(Object.fromEntries(files) as Record<string, string>),
    'config/routes.php': text,
  });
  for (const file of [
    'config/routes.yaml',
    'src/Controller/HomeController.php',
    'src/Controller/PlotController.php',
    'src/Controller/SecurityController.php',
  ])
    made.remove(file);
  return made;
}

describe('routes that an app lists in PHP', () => {
  it('get a new one that is written like the others, with what it names', async () => {
    const text = routes(`${entry('Rakes')}\n${entry('Hoes')}`, ['Hoes', 'Rakes']);
    const changed = await grown(host(text, ['Rakes', 'Hoes']), 'SeedSwap');
    expect(changed.get('config/routes.php')).toBe(
      text
        .replace(
          entry('Hoes'),
          `${entry('Hoes')}\n${entry('SeedSwap').replace("add('seedswap', '/seedswap')", "add('seed_swap', '/seed-swap')")}`,
        )
        .replace(
          'use App\\Controller\\RakesController;\n',
          'use App\\Controller\\RakesController;\nuse App\\Controller\\SeedSwapController;\n',
        ),
    );
    expect(changed.get('src/Controller/SeedSwapController.php')).not.toContain('Route(');
  });

  it('get the first one, and no list in YAML that would put them out of use', async () => {
    const changed = await grown(
      host(routes("    $routing->import('../src/Garden/routes.php');\n"), []),
      'Bed',
      '/beds',
    );
    expect(changed.get('config/routes.php')).toContain(
      "    $routing->import('../src/Garden/routes.php');\n    $routing->add('bed', '/beds')\n        ->controller(BedController::class);\n",
    );
    expect(changed.get('config/routes.php')).toContain('use App\\Controller\\BedController;');
    expect([...changed.keys()]).not.toContain('config/routes.yaml');
  });

  it('that are no function are refused with what is to be done by hand', async () => {
    const odd = host("<?php\n\nreturn ['bed' => ['path' => '/bed']];\n", []);
    await expect(odd.grow('Shed')).rejects.toMatchObject({
      parts: { status: 3, where: { file: 'config/routes.php' } },
    });
  });

  it('count as pages where nothing of their address is left open', async () => {
    const text = routes(
      `${entry('Rakes')}    $routing->add('open', '/open/{id}')->controller([RakesController::class, 'index']);\n`,
      ['Rakes'],
    );
    const changed = await grown(host(text, ['Rakes']), 'Shed');
    expect(changed.get('config/routes.php')).toContain("$routing->add('shed', '/shed')");
  });
});
