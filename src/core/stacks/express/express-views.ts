import path from 'node:path';
import { settingIn } from '../../formats/script/server-calls.ts';
import type { Ground } from '../../joints/ground.ts';
import type { Traits } from '../../joints/traits.ts';

const ENGINES = ['ejs', 'pug'] as const;

/** The view engine that a server is set to, and the folder of its views (Express, "app.set", settings `view engine` and `views`). */
export function expressViews(ground: Ground, modules: readonly string[]): Traits['views'] {
  for (const file of modules) {
    const text = ground.text(file) ?? '';
    // Only what may set it needs a parser.
    const set = text.includes('view engine') ? settingIn(text, file, 'view engine') : undefined;
    const name = set === undefined || set === 'unclear' ? undefined : set.parts[0];
    const engine = ENGINES.find((one) => one === name);
    if (engine === undefined || !ground.declares(engine)) continue;
    const folder = viewsFolder(ground, file, text);
    return folder === undefined || folder.startsWith('..') ? undefined : { engine, folder };
  }
  return undefined;
}

/** The folder of the views, from the workspace: `views` where nothing is said; undefined where it cannot be told. */
function viewsFolder(ground: Ground, file: string, text: string): string | undefined {
  const set = settingIn(text, file, 'views');
  if (set === undefined) return 'views';
  if (set === 'unclear') return undefined;
  const own = path.posix.relative(ground.workspace.folder, path.posix.dirname(file)) || '.';
  return path.posix.normalize(path.posix.join(set.from === 'script' ? own : '.', ...set.parts));
}
