import { wholeFile, type Edit } from '../edits/edit.ts';
import { fitFile } from '../formats/script/fit-file.ts';
import type { Ground } from './ground.ts';

/** The edit that makes a file (host-relative) with a text, in the workspace's own style. */
export function newFile(ground: Ground, file: string, text: string): Edit {
  return wholeFile(file, fitFile(text, file, ground.workspace.style));
}
