import { describe, expect, it } from 'vitest';
import { MemoryStackHost } from '../../support/stack-host.ts';

const CLASS = `<?php\n\nnamespace App\\Bundle\\PlotsBundle;\n\nuse Symfony\\Component\\HttpKernel\\Bundle\\Bundle;\n\nclass PlotsBundle extends Bundle\n{\n}\n`;
const EXTENSION = `<?php\n\nnamespace App\\Bundle\\PlotsBundle\\DependencyInjection;\n\nclass PlotsExtension extends \\Symfony\\Component\\DependencyInjection\\Extension\\Extension\n{\n}\n`;
const BOARD = `<?php\n\nnamespace App\\Bundle\\PlotsBundle\\Controller;\n\nuse Symfony\\Component\\Routing\\Attribute\\Route;\n\nclass BoardController\n{\n    #[Route('/board', name: 'plots_board')]\n    public function index()\n    {\n    }\n}\n`;

/** A host with a bundle that people have built by hand, and the same without it. */
function withPlots(left: Readonly<Record<string, string>> = {}): { host: MemoryStackHost; bare: Map<string, string> } {
  const plain = new MemoryStackHost('symfony74-php').tree();
  const text = (file: string): string => plain.get(file) ?? '';
  const host = new MemoryStackHost('symfony74-php', {
    'src/Bundle/PlotsBundle/PlotsBundle.php': CLASS,
    'src/Bundle/PlotsBundle/DependencyInjection/PlotsExtension.php': EXTENSION,
    'src/Bundle/PlotsBundle/Controller/BoardController.php': BOARD,
    'src/Bundle/PlotsBundle/Resources/views/board.html.twig': 'board\n',
    'templates/bundles/PlotsBundle/board.html.twig': 'another board\n',
    'tests/Bundle/PlotsBundle/BoardTest.php': '<?php\n',
    'config/packages/plots.yaml': 'plots:\n    limit: 3\n\nwhen@dev:\n    plots:\n        limit: 5\n',
    'config/routes.yaml': `${text('config/routes.yaml')}\n# the board\nplots_board:\n    resource: '@PlotsBundle/Resources/config/routes.yaml'\n    prefix: /plots-area\n`,
    'config/services.yaml': `${text('config/services.yaml')}\n    App\\Bundle\\PlotsBundle\\Clock:\n        arguments: ['%kernel.environment%']\n`,
    'config/bundles.php': text('config/bundles.php').replace(
      '];',
      "    App\\Bundle\\PlotsBundle\\PlotsBundle::class => ['all' => true],\n];",
    ),
    'config/packages/doctrine.yaml': text('config/packages/doctrine.yaml').replace(
      '        mappings:\n',
      "        mappings:\n            Plots:\n                is_bundle: false\n                dir: '%kernel.project_dir%/src/Bundle/PlotsBundle/Entity'\n                prefix: 'App\\Bundle\\PlotsBundle\\Entity'\n",
    ),
    'composer.json': text('composer.json').replace(
      '"App\\\\": "src/"',
      '"App\\\\": "src/",\n            "Plots\\\\": "src/Bundle/PlotsBundle/lib/"',
    ),
    ...left,
  });
  return { host, bare: plain };
}

describe('a bundle grows', () => {
  it.each(['symfony74-php', 'symfony64-php', 'symfony44-php'])('in %s, and leaves byte for byte', async (id) => {
    const host = new MemoryStackHost(id);
    const before = host.tree();
    expect(await host.growBundle('SeedSwap', '/swaps')).toBe(true);
    const after = host.tree();
    const changed = [...after].filter(([file, text]) => !file.startsWith('.ligament/') && before.get(file) !== text);
    expect(changed.map(([file]) => file)).toMatchSnapshot();
    expect([...after.values()].some((text) => /App\\SeedSwap\\SeedSwapBundle|new SeedSwapBundle\(\)/.test(text))).toBe(
      true,
    );
    expect(await host.growBundle('SeedSwap')).toBe(false);
    expect(await host.detachBundle('bundle:SeedSwap')).toEqual([]);
    expect(host.tree()).toEqual(before);
  });

  it('beside its siblings, named as they are', async () => {
    const { host } = withPlots();
    await host.growBundle('SeedSwap', '/swaps');
    expect(host.tree().get('src/Bundle/SeedSwapBundle/SeedSwapBundle.php')).toBe(CLASS.replaceAll('Plots', 'SeedSwap'));
  });

  it('with its test where it is found again when it goes by its traces', async () => {
    const { host, bare } = withPlots();
    await host.growBundle('SeedSwap', '/swaps');
    const built = new MemoryStackHost('symfony74-php', {
      ...Object.fromEntries(host.tree()),
      'src/Bundle/SeedSwapBundle/Clock.php': '<?php\n\nnamespace App\\Bundle\\SeedSwapBundle;\n\nclass Clock\n{\n}\n',
    });
    expect(built.tree().has('tests/Bundle/SeedSwapBundle/SeedSwapControllerTest.php')).toBe(true);
    await built.detachBundle('bundle:SeedSwap');
    expect([...built.tree().keys()].filter((file) => file.includes('SeedSwap'))).toEqual([]);
    expect(built.tree().get('config/bundles.php')).not.toBe(bare.get('config/bundles.php'));
  });

  it('is refused where one stands, and with an address that is none', async () => {
    const { host } = withPlots();
    await expect(host.growBundle('Plots')).rejects.toThrow('PlotsBundle.php is there already');
    await expect(host.growBundle('Seeds', 'seeds')).rejects.toThrow('"seeds" cannot be the address of a bundle');
    await expect(new MemoryStackHost('laravel12-php').growBundle('Seeds')).rejects.toThrow('No bundle can grow');
  });
});

describe('a bundle is taken out whole', () => {
  it('one that the host had: nothing is left that names it', async () => {
    const { host, bare } = withPlots();
    expect(await host.detachBundle('bundle:Plots')).toEqual([]);
    const left = host.tree();
    // A last blank line before the comment that went with the route was the host's own.
    expect([...left].map(([file, text]) => [file, text.trimEnd()])).toEqual(
      [...bare].map(([file, text]) => [file, text.trimEnd()]),
    );
  });

  it('and what still names it is told with its line', async () => {
    const { host } = withPlots({
      'templates/home/index.html.twig': '<h1>Home</h1>\n<a href="{{ path(\'plots_board\') }}">Board</a>\n',
      'src/Service.php': '<?php\n\nnamespace App;\n\nuse App\\Bundle\\PlotsBundle\\Clock;\n',
    });
    expect(await host.detachBundle('bundle:PlotsBundle')).toEqual([
      'src/Service.php:5',
      'templates/home/index.html.twig:2',
    ]);
  });

  it('one whose folder has gone already, but not its names', async () => {
    const { bare } = withPlots();
    const host = new MemoryStackHost('symfony74-php', {
      'config/bundles.php': (bare.get('config/bundles.php') ?? '').replace(
        '];',
        "    App\\Garden\\GardenBundle::class => ['dev' => true],\n];",
      ),
      'config/routes/garden.yaml':
        "when@dev:\n    garden:\n        resource: '@GardenBundle/Controller/'\n        type: attribute\n",
    });
    await host.detachBundle('bundle:Garden');
    expect(host.tree()).toEqual(bare);
  });

  it('from a kernel, with the condition that had it alone and its import', async () => {
    const host = new MemoryStackHost('symfony44-php');
    await host.detachBundle('bundle:Garden');
    const kernel = host.tree().get('src/AppKernel.php') ?? '';
    expect(kernel).not.toMatch(/[Gg]arden|in_array/);
    expect(kernel).toContain('        ];\n\n        return $bundles;');
    expect(host.tree().has('src/Garden/GardenBundle.php')).toBe(false);
  });

  it('from a kernel that registers it twice, and with settings by the name that an acronym gives them', async () => {
    const plain = new MemoryStackHost('symfony44-php').tree().get('src/AppKernel.php') ?? '';
    const host = new MemoryStackHost('symfony44-php', {
      'src/AppKernel.php': plain.replace('new TwigBundle(),', 'new TwigBundle(),\n            new GardenBundle(),'),
    });
    await host.detachBundle('bundle:Garden');
    expect(host.tree().get('src/AppKernel.php')).not.toContain('Garden');
    const rss = new MemoryStackHost('symfony74-php', {
      'src/RSSFeed/RSSFeedBundle.php':
        '<?php\n\nnamespace App\\RSSFeed;\n\nclass RSSFeedBundle extends \\Symfony\\Component\\HttpKernel\\Bundle\\Bundle\n{\n}\n',
      'src/RSSFeed/DependencyInjection/RSSFeedExtension.php': '<?php\n',
      'config/packages/rss_feed.yaml': 'rss_feed:\n    items: 10\n',
    });
    await rss.detachBundle('bundle:RSSFeed');
    expect(rss.tree()).toEqual(new MemoryStackHost('symfony74-php').tree());
  });

  it('one that has grown and was built on goes with all that came to it', async () => {
    const host = new MemoryStackHost('symfony74-php');
    const before = host.tree();
    await host.growBundle('SeedSwap', '/swaps');
    const built = new MemoryStackHost('symfony74-php', {
      ...Object.fromEntries(host.tree()),
      'src/SeedSwap/Entity/Swap.php': '<?php\n\nnamespace App\\SeedSwap\\Entity;\n\nclass Swap\n{\n}\n',
    });
    await built.detachBundle('bundle:SeedSwap');
    expect(built.tree()).toEqual(before);
  });

  it('not one that shares its folder with the app, nor one that is not there', async () => {
    const host = new MemoryStackHost('symfony74-php', {
      'src/AppBundle.php': CLASS.replace('App\\Bundle\\PlotsBundle', 'App').replaceAll('PlotsBundle', 'AppBundle'),
    });
    await expect(host.detachBundle('bundle:App')).rejects.toThrow('AppBundle cannot be taken out');
    await expect(host.detachBundle('bundle:Moon')).rejects.toThrow('There is no bundle "Moon"');
  });
});
