import path from 'node:path';
import { ownModule } from '../../joints/app-module.ts';
import type { Ground } from '../../joints/ground.ts';
import type { First, Growth, KindGrowth, PlainName, Standing, Stretch } from '../../joints/growth.ts';
import { ownEnding } from '../../joints/local-import.ts';
import { serverEntry } from '../../joints/server-entry.ts';
import { requiredModule } from '../../formats/script/bindings.ts';
import { broughtAs } from '../../formats/script/brought.ts';
import { serverApp } from './express-joints.ts';
import { parseScript, type Node, type Script } from '../../formats/script/syntax.ts';

/** What grows in a server built with Express (its docs: "Routing", "express.Router"): routers that are used at a path, by what they answer. */
export function expressGrowth(ground: Ground): Growth {
  const mounted = (): Standing[] => (serverEntry(ground)?.modules ?? []).flatMap((file) => mountedIn(ground, file));
  const home = (): string =>
    path.posix.relative(ground.workspace.folder, path.posix.dirname(serverApp(ground) ?? ground.inHost('app')));
  // Without a server that is found there is nothing to register the first one with.
  const begins = (first: NonNullable<KindGrowth['first']>): KindGrowth['first'] =>
    serverApp(ground) === undefined ? undefined : first;
  const renders = ({ file }: Standing): boolean => /\.render\s*\(/.test(ground.text(file) ?? '');
  return {
    page: () => ({ standing: mounted().filter(renders), plainText: plainPage }),
    endpoint: () => ({
      standing: mounted().filter((one) => !renders(one)),
      plainText: plainEndpoint,
      does: (text) => /\.(get|post|put|patch|delete|all|route|use)\s*\(/.test(text),
      answer: (response) => `${response}.json([])`,
      first: begins((name, address) => firstIn(ground, path.posix.join(home(), 'routes'), name, `'${address}', `)),
    }),
    middleware: () => ({
      standing: (serverEntry(ground)?.modules ?? []).flatMap((file) => middlewareIn(ground, file)),
      plainText: plainMiddleware,
      does: (text) => /\bnext\s*\(/.test(text),
      first: begins((name) => firstIn(ground, path.posix.join(home(), 'middleware'), name, '')),
    }),
  };
}

/** What a file of the server's own is, and what registers it: what stands before its name there tells at which path. */
function firstIn(ground: Ground, folder: string, { camel, kebab }: PlainName, at: string): First {
  const stem = path.posix.join(folder, kebab);
  const ending = ownEnding(serverApp(ground) ?? '') ?? ground.workspace.language;
  return {
    file: ground.inHost(`${stem}.${ending}`),
    ties: [
      {
        at: 'server.handlers',
        use: `${at}${camel}`,
        phase: at === '' ? 'parsed' : 'routes',
        imports: [{ file: stem, default: camel }],
      },
    ],
  };
}

// A fourth parameter takes errors (Express, "Error handling").
const TAKES_ERRORS = /\(\s*\w+[^,()]*,[^,()]*,[^,()]*,[^,()]*\)\s*(=>|\{)/;

/** What a module of its own does to all requests, as far as that stands before what answers at a path. */
function middlewareIn(ground: Ground, file: string): Standing[] {
  const script = parseScript(ground.text(file) ?? '', file);
  if ('fault' in script) return [];
  const found: Standing[] = [];
  for (const statement of script.program.body) {
    const call = statement.type === 'ExpressionStatement' ? statement.expression : undefined;
    if (call?.type !== 'CallExpression' || !isUse(call.callee)) continue;
    const [only, second] = call.arguments;
    if (second) break;
    const made = only?.type === 'CallExpression' ? only.callee : only;
    const own = made ? routerOf(ground, script, file, made) : undefined;
    if (!own || TAKES_ERRORS.test(ground.text(own.file) ?? '')) continue;
    const { start, end } = statement;
    const name = path.posix.basename(own.file).replace(/\.\w+$/, '');
    const listed = { file, entry: { start, end }, below: '/', brought: own.brought, form: 'statement' as const };
    found.push({ file: own.file, name, listed });
  }
  return found;
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

function plainMiddleware({ camel }: PlainName): string {
  return `import type { NextFunction, Request, Response } from 'express';\n\nexport default function ${camel}(request: Request, response: Response, next: NextFunction) {\n  next();\n}\n`;
}
