import path from 'node:path';
import { ownModule } from '../../joints/app-module.ts';
import type { Ground } from '../../joints/ground.ts';
import type { Growth, PlainName, Standing, Stretch } from '../../joints/growth.ts';
import { serverEntry } from '../../joints/server-entry.ts';
import { requiredModule } from '../../formats/script/bindings.ts';
import { broughtAs } from '../../formats/script/brought.ts';
import { parseScript, type Node, type Script } from '../../formats/script/syntax.ts';

/** What grows in a server built with Express (its docs: "Routing", "express.Router"): routers that are used at a path, by what they answer. */
export function expressGrowth(ground: Ground): Growth {
  const mounted = (): Standing[] => (serverEntry(ground)?.modules ?? []).flatMap((file) => mountedIn(ground, file));
  const renders = ({ file }: Standing): boolean => /\.render\s*\(/.test(ground.text(file) ?? '');
  return {
    page: () => ({ standing: mounted().filter(renders), plainText: plainPage }),
    endpoint: () => ({
      standing: mounted().filter((one) => !renders(one)),
      plainText: plainEndpoint,
      answer: (response) => `${response}.json([])`,
    }),
  };
}

/** The routers that a module uses at paths: `app.use('/plots', plots)`. */
function mountedIn(ground: Ground, file: string): Standing[] {
  const script = parseScript(ground.text(file) ?? '', file);
  if ('fault' in script) return [];
  return script.program.body.flatMap((statement): Standing[] => {
    const call = statement.type === 'ExpressionStatement' ? statement.expression : undefined;
    if (call?.type !== 'CallExpression' || !isUse(call.callee) || call.arguments.length < 2) return [];
    const [at] = call.arguments;
    const router = call.arguments.at(-1);
    const address = at?.type === 'Literal' && typeof at.value === 'string' ? at.value : undefined;
    const found =
      router && address?.startsWith('/') && !/[:*(]/.test(address) ? routerOf(ground, script, file, router) : undefined;
    if (!found || address === undefined) return [];
    const name = path.posix.basename(found.file).replace(/\.\w+$/, '');
    const own = /^index$/i.test(name) ? path.posix.basename(path.posix.dirname(found.file)) : name;
    const { start, end } = statement;
    const listed = { file, entry: { start, end }, below: '/', brought: found.brought, form: 'statement' as const };
    return [{ address, file: found.file, name: address === '/' ? 'index' : own, listed }];
  });
}

function isUse(callee: Node): boolean {
  return callee.type === 'MemberExpression' && callee.property.type === 'Identifier' && callee.property.name === 'use';
}

/** The own module that a router comes from, and the statement that brings it. */
function routerOf(
  ground: Ground,
  script: Script,
  file: string,
  router: Node,
): { file: string; brought?: Stretch | undefined } | undefined {
  const by = router.type === 'Identifier' ? broughtAs(script, router.name) : undefined;
  const from = by?.from ?? requiredModule(router);
  const own = from === undefined ? undefined : ownModule(ground, file, from);
  return own === undefined
    ? undefined
    : { file: own, brought: by && { start: by.statement.start, end: by.statement.end } };
}

function plainPage({ sentence }: PlainName): string {
  return plainRouter(`response.send('<h1>${sentence}</h1>')`);
}

function plainEndpoint(): string {
  return plainRouter('response.json([])');
}

function plainRouter(answer: string): string {
  return `import { Router } from 'express';\n\nconst router = Router();\n\nrouter.get('/', (request, response) => {\n  ${answer};\n});\n\nexport default router;\n`;
}
