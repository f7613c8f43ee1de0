import { lastPart, readPhp, textOf, type PhpScript } from '../../formats/php/document.ts';
import { blockAt } from '../../formats/php/places.ts';
import type { Edit } from '../../edits/edit.ts';
import type { Ground } from '../../joints/ground.ts';
import type { First, KindGrowth, PlainName, Standing } from '../../joints/growth.ts';
import { strictLine } from '../../joints/php-strict.ts';
import { namespaceOf, ownClassFile, useOf } from '../../joints/php-names.ts';

/** How middleware comes to be that every request passes (Laravel's docs, "Global Middleware"); undefined where that cannot be told. */
export function laravelMiddleware(ground: Ground): KindGrowth | undefined {
  const app = ground.inHost('bootstrap/app.php');
  const kernel = ground.inHost('app/Http/Kernel.php');
  const isFluent = /->withMiddleware\s*\(/.test(ground.text(app) ?? '');
  if (!isFluent && !ground.has(kernel)) return undefined;
  return {
    standing: isFluent ? appended(ground, app) : [],
    plainText: plainMiddleware(ground),
    leadsNowhere: (brought) => ownClassFile(ground, brought)?.isThere === false,
    does: (text) => /\$next\s*\(/.test(text),
    first: (name) => firstIn(ground, name, isFluent ? { app } : { kernel }),
  };
}

/** What the app's own set-up puts behind what the framework brings: `$middleware->append(X::class)`. */
function appended(ground: Ground, file: string): Standing[] {
  const script = readPhp(ground.text(file) ?? '');
  if ('reason' in script) return [];
  const block = blockAt(script, { call: 'withMiddleware' });
  if ('blocked' in block) return [];
  return block.statements.flatMap((statement): Standing[] => {
    const [, local] = /->append\(\s*([\w\\]+)::class\s*\);$/.exec(textOf(script, statement)) ?? [];
    const name = local === undefined ? undefined : (script.uses.get(local) ?? local.replace(/^\\/, ''));
    const own = name === undefined ? undefined : ownClassFile(ground, name);
    if (!own?.isThere || name === undefined) return [];
    const { start, end } = statement;
    const listed = {
      file,
      entry: { start, end },
      below: '/',
      list: 0,
      form: 'statement' as const,
      brought: useOf(script, name),
    };
    return [{ file: own.file, name: lastPart(name), listed }];
  });
}

function firstIn(ground: Ground, { pascal }: PlainName, at: { app: string } | { kernel: string }): First {
  const file = ground.inHost(`app/Http/Middleware/${pascal}.php`);
  const name = `${namespaceOf(ground, file) ?? 'App\\Http\\Middleware'}\\${pascal}`;
  if ('kernel' in at) {
    const code = `\\${name}::class`;
    return {
      file,
      ties: [],
      edits: [
        {
          file: at.kernel,
          format: 'php',
          operation: { op: 'item', array: { property: 'middleware' }, pointer: '', code },
        },
      ],
    };
  }
  const script = readPhp(ground.text(at.app) ?? '');
  const given = 'reason' in script ? '$middleware' : (parameterOf(script, 'withMiddleware') ?? '$middleware');
  const edits: Edit[] = [
    { file: at.app, format: 'php', operation: { op: 'use', name } },
    {
      file: at.app,
      format: 'php',
      operation: {
        op: 'statement',
        in: { call: 'withMiddleware', chained: true },
        code: `${given}->append(${pascal}::class);`,
      },
    },
  ];
  return { file, ties: [], edits };
}

/** What the function is given that a call of the app's set-up is given. */
export function parameterOf(script: PhpScript, call: string): string | undefined {
  const form = new RegExp(`\\b${call}\\s*\\(\\s*(?:static\\s+)?(?:function|fn)\\s*\\([^)]*?(\\$\\w+)\\s*\\)`);
  return form.exec(script.text)?.[1];
}

function plainMiddleware(ground: Ground): KindGrowth['plainText'] {
  return ({ pascal }, file) => {
    const namespace = namespaceOf(ground, file) ?? 'App\\Http\\Middleware';
    return `<?php\n\n${strictLine(ground, file)}namespace ${namespace};\n\nuse Closure;\nuse Illuminate\\Http\\Request;\nuse Symfony\\Component\\HttpFoundation\\Response;\n\nclass ${pascal}\n{\n    /** @param Closure(Request): Response $next */\n    public function handle(Request $request, Closure $next): Response\n    {\n        return $next($request);\n    }\n}\n`;
  };
}
