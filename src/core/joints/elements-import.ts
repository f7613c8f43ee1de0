import path from 'node:path';
import { ownImports } from '../uses/own-imports.ts';
import type { Ground } from './ground.ts';

/**
 * The import that elements need where they are compiled to calls of React's own function (tsconfig's `jsx`: "react"); without such
 * a setting, where the sources have it. Undefined where they need none.
 */
export function elementsImport(ground: Ground): string | undefined {
  if (!ground.finds('react')) return undefined;
  const written = ['tsconfig.json', 'tsconfig.app.json', 'jsconfig.json'].flatMap(
    (name) => /"jsx"\s*:\s*"([\w-]+)"/.exec(ground.text(ground.inHost(name)) ?? '')?.[1] ?? [],
  );
  const names =
    written.length > 0
      ? undefined
      : ownImports(ground.reader, path.join(ground.root, ground.workspace.folder), 'react');
  const isClassic = names ? names.has('default') || names.has('*') : written.includes('react');
  return isClassic ? "import * as React from 'react';" : undefined;
}
