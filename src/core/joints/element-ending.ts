import type { Ground } from './ground.ts';
import { ownFilesOf } from './own-sources.ts';

/** What modules with elements end in here: without types some write them in plain .js files, where their bundler takes that. */
export function elementEnding(ground: Ground, inPlain: boolean | undefined): string {
  if (ground.workspace.language === 'ts') return 'tsx';
  return inPlain && !ownFilesOf(ground).some((file) => file.endsWith('.jsx')) ? 'js' : 'jsx';
}
