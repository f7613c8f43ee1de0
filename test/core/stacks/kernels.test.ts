import { describe, expect, it } from 'vitest';
import type { Definition } from '../../../src/core/definition/definition.ts';
import { Problem } from '../../../src/core/problem.ts';
import { parseDefinition } from '../../support/catalog.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

function kit(...ties: readonly string[]): Definition {
  const text = `format: 1
integration: beans
title: Beans
kind: data
about: A bundle for some environments or all.
ways:
  bundle:
    title: by its bundle
    ties:
${ties.map((one) => `      - ${one}\n`).join('')}
proofs: []
`;
  return parseDefinition(text, 'beans.yaml');
}

const BUNDLE = 'Garden\\Beans\\BeansBundle';
const EVERYWHERE = kit(`framework.modules: { module: ${BUNDLE} }`);
const SOMEWHERE = kit(`framework.modules: { module: ${BUNDLE}, environments: [dev, test] }`);
const WITH_SETTINGS = kit(
  `framework.modules: { module: ${BUNDLE} }`,
  'framework.settings: { package: beans, values: { rows: 3, soil: [loam] } }',
  'framework.settings: { package: beans, values: { depth: 2 } }',
);
const WITH_ROUTES = kit(`framework.routes: { package: beans, resource: '@BeansBundle/routes.yaml' }`);

function kernel(bundles: string, rest = ''): string {
  return `<?php

namespace App;

use Symfony\\Bundle\\FrameworkBundle\\FrameworkBundle;
use Symfony\\Bundle\\FrameworkBundle\\Kernel\\MicroKernelTrait;
use Symfony\\Component\\HttpKernel\\Kernel as BaseKernel;

class Kernel extends BaseKernel
{
    use MicroKernelTrait;

    public function registerBundles(): iterable
    {
${bundles}    }
${rest}}
`;
}

function hostWith(code: string, file = 'src/Kernel.php'): MemoryStackHost {
  const host = new MemoryStackHost('symfony64-php');
  host.remove('config/bundles.php');
  host.remove('src/Kernel.php');
  host.write(file, code);
  return host;
}

/** The kernel with a bundle in it; taken out again, the project is as it was. */
async function attached(host: MemoryStackHost, definition: Definition, file = 'src/Kernel.php'): Promise<string> {
  const before = host.tree();
  await host.attachDefinition(definition);
  const shown = host.text(file) ?? '';
  await host.detach(definition.integration);
  expect(host.tree()).toEqual(before);
  return shown;
}

const YIELDS = `        yield new FrameworkBundle();

        if ('dev' === $this->environment) {
            yield new ToolBundle();
        }
`;
const ASKS = "        if (in_array($this->environment, ['dev', 'test'], true)) {\n";

describe('a kernel that gives on its bundles one by one', () => {
  it('gives on one more, before those for some environments', async () => {
    const text = await attached(hostWith(kernel(YIELDS)), EVERYWHERE);
    expect(text).toContain('yield new FrameworkBundle();\n\n        yield new BeansBundle();\n        if (');
    expect(text).toContain(`use ${BUNDLE};\n`);
  });

  it('asks for the environments of one that is not for all', async () => {
    const text = await attached(hostWith(kernel(YIELDS)), SOMEWHERE);
    expect(text).toContain(`        }\n${ASKS}            yield new BeansBundle();\n        }\n    }\n`);
  });

  it('has it where it asks for just these already', async () => {
    const code = kernel(
      `        yield new FrameworkBundle();\n${ASKS}            yield new ToolBundle();\n        }\n`,
    );
    expect(await attached(hostWith(code), SOMEWHERE)).toContain(
      '            yield new ToolBundle();\n            yield new BeansBundle();\n        }\n',
    );
  });
});

describe('a kernel that collects its bundles in a variable', () => {
  const code = kernel('        $list = [\n            new FrameworkBundle(),\n        ];\n\n        return $list;\n');

  it('has one for all in the list', async () => {
    expect(await attached(hostWith(code), EVERYWHERE)).toContain('            new BeansBundle(),\n        ];');
  });

  it('adds one for some to the same variable', async () => {
    expect(await attached(hostWith(code), SOMEWHERE)).toContain(
      `        ];\n${ASKS}            $list[] = new BeansBundle();\n        }\n\n        return $list;`,
    );
  });
});

describe('a kernel that stands elsewhere', () => {
  it('is the one that the front controller starts', async () => {
    const front =
      "<?php\n\nuse App\\Shared\\Kernel;\n\nrequire_once dirname(__DIR__).'/vendor/autoload_runtime.php';\n\nreturn fn (array $context) => new Kernel($context['APP_ENV'], (bool) $context['APP_DEBUG']);\n";
    const host = hostWith(kernel(YIELDS).replace('namespace App;', 'namespace App\\Shared;'), 'src/Shared/Kernel.php');
    host.write('public/index.php', front);
    expect(await attached(host, EVERYWHERE, 'src/Shared/Kernel.php')).toContain('yield new BeansBundle();');
  });
});

describe('a kernel that says itself what is read', () => {
  const own = (code: string): string =>
    kernel(YIELDS, `\n    protected function configureRoutes($routes): void\n    {\n${code}    }\n`);

  it('gets routes where it reads their folder', async () => {
    const host = hostWith(own("        $routes->import('../config/{routes}/*.yaml');\n"));
    expect(await attached(host, WITH_ROUTES, 'config/routes/beans.yaml')).toContain('@BeansBundle/routes.yaml');
  });

  it('is refused routes that nobody would read', async () => {
    const host = hostWith(own("        $routes->import('../config/routes.xml');\n"));
    await expect(host.attachDefinition(WITH_ROUTES)).rejects.toMatchObject({
      status: 3,
      parts: {
        where: { file: 'src/Kernel.php' },
        why: expect.stringContaining('config/routes is not among') as string,
      },
    });
  });
});

describe('what is left to be done by hand', () => {
  it('shows a file that is to be made once and whole, and each place of one that is there', async () => {
    const host = hostWith(kernel('        return require __DIR__."/list.php";\n'));
    const problem: unknown = await host.attachDefinition(WITH_SETTINGS).catch((error: unknown) => error);
    expect(problem).toBeInstanceOf(Problem);
    const { handwork = '' } = (problem as Problem).parts;
    expect(handwork).toContain('Make config/packages/beans.yaml:');
    expect(handwork.match(/config\/packages\/beans\.yaml/g)).toHaveLength(1);
    expect(handwork).toMatch(/beans:\n\s+rows: 3\n\s+soil:\n\s+- loam\n\s+depth: 2/);
    expect(handwork).toContain('that registerBundles() returns');
    expect((problem as Problem).parts.next).not.toContain('Another way');
  });
});
