import type { TextShape } from './text-shapes.ts';

const kernel = (rest: string): string => `<?php

class AppKernel extends Kernel
{
    public function registerBundles()
    {
        $bundles = [
            new Garden\\PeaBundle(),
        ];

        if (in_array($this->getEnvironment(), ['dev', 'test'], true)) {
            $bundles[] = new Garden\\ToolBundle();
        }
${rest}
        return $bundles;
    }
}
`;

const application = (routing: string, middleware: string): string => `<?php

use Illuminate\\Foundation\\Application;

return Application::configure(basePath: dirname(__DIR__))
    ->withRouting(
        web: __DIR__.'/../routes/web.php',
        health: '/up',
${routing}    )
    ->withMiddleware(function (Middleware $middleware): void {
${middleware}    })
    ->withExceptions(fn (Exceptions $exceptions) => $exceptions->dontReport([]))
    ->create();
`;

const ALIAS = {
  op: 'entry',
  array: { given: 'alias', on: '$middleware', in: 'withMiddleware' },
  pointer: '',
  key: "'beans'",
  code: 'Beans::class',
} as const;
const CHAINED = { call: 'withMiddleware', chained: true } as const;
const chained = (does: string): string =>
  `<?php\n\nreturn Application::configure()\n    ->withMiddleware(fn (Middleware $middleware) => ${does})\n    ->create();\n`;

/** Shapes of PHP beyond the plain ones: kernels, merged lists, chains of configuration, traits. */
export const PHP_SHAPES: TextShape[] = [
  {
    title: 'PHP: a list that is set once and returned',
    file: 'AppKernel.php',
    edit: {
      format: 'php',
      operation: { op: 'item', array: { method: 'registerBundles' }, pointer: '', code: 'new Garden\\BeanBundle()' },
    },
    code: kernel('').replace('PeaBundle(),\n', 'PeaBundle(),\n«            new Garden\\BeanBundle(),\n»'),
  },
  {
    title: 'PHP: a statement in the part of a method for some environments',
    file: 'AppKernel.php',
    edit: {
      format: 'php',
      operation: {
        op: 'statement',
        in: { method: 'registerBundles', only: ['dev', 'test'] },
        code: '$bundles[] = new Garden\\BeanBundle();',
      },
    },
    code: kernel('').replace(
      'ToolBundle();\n',
      'ToolBundle();\n«            $bundles[] = new Garden\\BeanBundle();\n»',
    ),
  },
  {
    title: 'PHP: a part for some environments that is not there',
    file: 'AppKernel.php',
    edit: {
      format: 'php',
      operation: { op: 'statement', in: { method: 'registerBundles', only: ['dev'] }, code: '$bundles[] = new B();' },
    },
    refused: 'no "if" for dev alone',
    code: kernel(''),
  },
  {
    title: 'PHP: a part for some environments that is meant for the others',
    file: 'AppKernel.php',
    edit: {
      format: 'php',
      operation: { op: 'statement', in: { method: 'registerBundles', only: ['prod'] }, code: '$bundles[] = new B();' },
    },
    refused: 'for what is not prod',
    code: kernel(
      "        if (!in_array($this->environment, ['prod'], true)) {\n            $bundles[] = new A();\n        }\n",
    ),
  },
  {
    title: 'PHP: a statement before what a method returns',
    file: 'AppKernel.php',
    edit: {
      format: 'php',
      operation: { op: 'statement', in: { method: 'registerBundles' }, code: '$bundles[] = new Garden\\BeanBundle();' },
    },
    code: kernel('').replace('        }\n\n', '        }\n«        $bundles[] = new Garden\\BeanBundle();\n»\n'),
  },
  {
    title: 'PHP: a list that is merged into others by calls',
    file: 'app.php',
    edit: {
      format: 'php',
      operation: { op: 'item', array: 'returned', pointer: '/providers', code: 'A\\Beans::class' },
    },
    code: "<?php\n\nreturn [\n    'providers' => ServiceProvider::defaultProviders()->merge([\n        // ours\n        A\\Peas::class,\n«        A\\Beans::class,\n»    ])->toArray(),\n];\n",
  },
  {
    title: 'PHP: an array that is given to a call',
    file: 'routes.php',
    edit: {
      format: 'php',
      operation: { op: 'entry', array: 'returned', pointer: '', key: "'beans'", code: "['path' => '/beans']" },
    },
    code: "<?php\n\nreturn Routes::config([\n    'peas' => ['path' => '/peas'],\n«    'beans' => ['path' => '/beans'],\n»]);\n",
  },
  {
    title: 'PHP: the last array of those that are merged',
    file: 'a.php',
    edit: { format: 'php', operation: { op: 'entry', array: 'returned', pointer: '', key: "'beans'", code: '3' } },
    code: "<?php\nreturn array_merge(require 'b.php', ['peas' => 2«, 'beans' => 3»]);\n",
  },
  {
    title: 'PHP: the first of arrays that are added, whose keys go before the others',
    file: 'bundles.php',
    edit: { format: 'php', operation: { op: 'entry', array: 'returned', pointer: '', key: "'beans'", code: '3' } },
    code: "<?php\n\nreturn [\n    'peas' => 2,\n«    'beans' => 3,\n»] + require __DIR__.'/more.php';\n",
  },
  {
    title: 'PHP: an array that is added to what a parameter of the same name holds',
    file: 'Caster.php',
    edit: {
      format: 'php',
      operation: { op: 'entry', array: { method: 'cast' }, pointer: '', key: "'beans'", code: '3' },
    },
    refused: 'its value is computed',
    code: "<?php\n\nclass Caster\n{\n    public function cast(array $all)\n    {\n        $all = $all + ['peas' => 2];\n\n        return $all;\n    }\n}\n",
  },
  {
    title: 'PHP: a list to which others are added by their numbers',
    file: 'providers.php',
    edit: { format: 'php', operation: { op: 'item', array: 'returned', pointer: '', code: 'A\\Beans::class' } },
    refused: 'would be hidden',
    code: "<?php\n\nreturn [\n    A\\Peas::class,\n] + require __DIR__.'/more.php';\n",
  },
  {
    title: 'PHP: a statement over lines, in the indentation of the file',
    file: 'Kernel.php',
    edit: {
      format: 'php',
      operation: {
        op: 'statement',
        in: { method: 'registerBundles' },
        code: 'if (true) {\n    yield new Garden\\BeanBundle();\n}',
      },
    },
    code: '<?php\n\nclass Kernel\n{\n\tpublic function registerBundles()\n\t{\n\t\tyield new Garden\\PeaBundle();\n«\t\tif (true) {\n\t\t\tyield new Garden\\BeanBundle();\n\t\t}\n»\t}\n}\n',
  },
  {
    title: 'PHP: a named argument in a chain',
    file: 'app.php',
    edit: {
      format: 'php',
      operation: { op: 'argument', call: 'withRouting', name: 'api', code: "__DIR__.'/../routes/api.php'" },
    },
    code: application("«        api: __DIR__.'/../routes/api.php',\n»", '        //\n'),
  },
  {
    title: 'PHP: an argument with another value',
    file: 'app.php',
    edit: { format: 'php', operation: { op: 'argument', call: 'withRouting', name: 'health', code: "'/beans'" } },
    refused: 'another value',
    code: application('', '        //\n'),
  },
  {
    title: 'PHP: a statement in a function of a chain',
    file: 'app.php',
    edit: {
      format: 'php',
      operation: { op: 'statement', in: { call: 'withMiddleware' }, code: '$middleware->web(append: [Beans::class]);' },
    },
    code: application('', '        $middleware->statefulApi();\n«        $middleware->web(append: [Beans::class]);\n»'),
  },
  {
    title: 'PHP: a function of a chain without a block',
    file: 'app.php',
    edit: {
      format: 'php',
      operation: { op: 'statement', in: { call: 'withExceptions' }, code: '$exceptions->render();' },
    },
    refused: 'not given a function with a block',
    code: application('', '        //\n'),
  },
  {
    title: 'PHP: a link behind the last of a chain that is a function, on a line of its own',
    file: 'app.php',
    edit: {
      format: 'php',
      operation: { op: 'statement', in: CHAINED, code: '$middleware->web(append: [Beans::class]);' },
    },
    code: chained(
      '$middleware\n        ->statefulApi()\n        ->api(prepend: [Peas::class])«\n        ->web(append: [Beans::class])»',
    ),
  },
  {
    title: 'PHP: a link of several lines behind the only one of a chain',
    file: 'app.php',
    edit: { format: 'php', operation: ALIAS },
    code: chained("$middleware->statefulApi()«->alias([\n        'beans' => Beans::class,\n    ])»"),
  },
  {
    title: 'PHP: an entry of the array that a link of a chain is given',
    file: 'app.php',
    edit: { format: 'php', operation: ALIAS },
    code: chained("$middleware->alias(['peas' => Peas::class«, 'beans' => Beans::class»])->statefulApi()"),
  },
  {
    title: 'PHP: a function that is a chain of something else',
    file: 'app.php',
    edit: {
      format: 'php',
      operation: { op: 'statement', in: CHAINED, code: '$middleware->web(append: [Beans::class]);' },
    },
    refused: 'not given a function with a block',
    code: chained('Peas::of($middleware)->statefulApi()'),
  },
  {
    title: 'PHP: a trait beside others',
    file: 'Plot.php',
    edit: { format: 'php', operation: { op: 'trait', name: 'HasBeans' } },
    code: '<?php\n\nclass Plot extends Model\n{\n    use HasFactory, Notifiable«, HasBeans»;\n}\n',
  },
  {
    title: 'PHP: the first trait of a class',
    file: 'Plot.php',
    edit: { format: 'php', operation: { op: 'trait', name: 'HasBeans' } },
    code: '<?php\n\nclass Plot\n{\n«    use HasBeans;\n\n»    public $rows = 3;\n}\n',
    removed: '<?php\n\nclass Plot\n{\n\n    public $rows = 3;\n}\n',
  },
  {
    title: 'PHP: an import where code style sorts by length',
    file: 'a.php',
    edit: { format: 'php', operation: { op: 'use', name: 'A\\Beans' } },
    code: '<?php\n\nuse A\\Pea;\n«use A\\Beans;\n»use A\\Carrots;\n\nclass A {}\n',
  },
  {
    title: 'PHP: an import whose short name is taken in another case',
    file: 'a.php',
    edit: { format: 'php', operation: { op: 'use', name: 'Garden\\Beans' } },
    refused: 'means Shed\\BEANS',
    code: '<?php\nuse Shed\\BEANS;\n',
  },
];
