import path from 'node:path';
import type { Ground } from './stack.ts';
import type { Traits } from './traits.ts';

const ENGINES = ['ejs', 'pug'] as const;
// `path.join(__dirname, …)` and its relatives, `__dirname + '…'`, and a text seen from where it is started.
const HERE = String.raw`(?:__dirname|import\.meta\.dirname|process\.cwd\(\))`;
const JOINED = new RegExp(String.raw`(?:\bjoin|\bresolve)\(\s*(${HERE})((?:\s*,\s*['"][^'"]+['"])+)\s*,?\s*\)`);
const ADDED = new RegExp(String.raw`(${HERE})\s*\+\s*['"]([^'"]+)['"]|\x60\$\{(${HERE})\}([^\x60$]+)\x60`);
const PLAIN = /^\s*['"]([^'"]+)['"]\s*\)/;

/** The view engine that a server is set to, and the folder of its views (Express, "app.set", settings `view engine` and `views`). */
export function expressViews(ground: Ground, modules: readonly string[]): Traits['views'] {
  for (const file of modules) {
    const text = ground.text(file) ?? '';
    const name = /\.set\(\s*['"]view engine['"]\s*,\s*['"](\w+)['"]\s*\)/.exec(text)?.[1];
    const engine = ENGINES.find((one) => one === name);
    if (engine === undefined || !ground.declares(engine)) continue;
    const set = /\.set\(\s*['"]views['"]\s*,([\s\S]{0,200})/.exec(text)?.[1];
    const folder = set === undefined ? 'views' : folderOf(ground, file, set);
    return folder === undefined || folder.startsWith('..') ? undefined : { engine, folder };
  }
  return undefined;
}

/** The folder that the code behind `'views',` means, from the workspace; undefined where that cannot be told. */
function folderOf(ground: Ground, file: string, code: string): string | undefined {
  const plain = PLAIN.exec(code)?.[1];
  if (plain !== undefined) return path.posix.normalize(plain);
  const statement = code.split(/\n\s*\n|;/)[0] ?? '';
  const joined = JOINED.exec(statement);
  const parts = joined ? [...(joined[2] ?? '').matchAll(/['"]([^'"]+)['"]/g)].map(([, part = '']) => part) : undefined;
  const added = joined ? undefined : ADDED.exec(statement);
  const start = joined?.[1] ?? added?.[1] ?? added?.[3];
  const rest = parts ?? (added ? [added[2] ?? added[4] ?? ''] : undefined);
  if (start === undefined || rest === undefined) return undefined;
  const own = path.posix.relative(ground.workspace.folder, path.posix.dirname(file)) || '.';
  return path.posix.join(start.startsWith('process') ? '.' : own, ...rest);
}
