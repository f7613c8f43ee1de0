import path from 'node:path';
import type { Ground } from './ground.ts';
import { PLAIN, type Traits } from './traits.ts';

/** What is so of a package that runs by itself on Node.js: where the compiler's results go is told by its configuration. */
export function plainTraits(ground: Ground): Traits {
  const { language, manifest } = ground.workspace;
  const source = ground.names(ground.inHost('src')).length > 0 ? 'src' : '.';
  const config = ground.text(ground.inHost('tsconfig.json')) ?? '';
  const configured = /"outDir"\s*:\s*"([^"]+)"/.exec(config)?.[1];
  const main = manifest.main === undefined ? undefined : path.posix.normalize(manifest.main).split('/')[0];
  const built = main !== undefined && /^(dist|lib|build|out)$/.test(main) && main !== source ? [main] : [];
  const outputs = [...new Set([configured && path.posix.normalize(configured), ...built, 'dist', 'coverage'])];
  return {
    ...PLAIN,
    sources: language === 'ts' ? ['ts'] : [],
    outputs: outputs.filter((one) => one !== undefined && one !== '.' && one !== ''),
    folder: source,
  } as Traits;
}
