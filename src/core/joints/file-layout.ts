import path from 'node:path';
import { wayTo } from '../path-names.ts';
import { ownFiles } from '../survey/own-files.ts';
import { wholeFile, type Edit } from '../edits/edit.ts';
import type { Ground } from './ground.ts';
import type { LayoutGrowth, NoLayout, PlainName, Standing } from './growth.ts';

/** How a framework has what is around the pages of a folder: as a file in it. */
export interface FolderLayouts {
  pages: readonly Standing[];
  /** Tells a file that is a page, and one that is a layout, by its name. */
  isPage: RegExp;
  isLayout: RegExp;
  /** Where the one definition goes. */
  file(this: void, name: PlainName): string;
  plainText(this: void, name: PlainName): string;
  /** What a folder's file is called, and what it says to have the definition around its pages; `from` is the way to that. */
  inFolder(this: void, name: PlainName, from: string): { file: string; text: string };
}

/**
 * How layouts come to be where each folder has its own: one definition, which the folders of the chosen pages name. A folder whose
 * pages are not all chosen, or that has a layout already, has to be put into a group by hand.
 */
export function folderLayout(ground: Ground, how: FolderLayouts): LayoutGrowth {
  return {
    pages: [...how.pages],
    file: how.file,
    plainText: how.plainText,
    around: (name, file, pages) => {
      const folders = pages.map((page) => path.posix.dirname(page.file));
      const objection = folders
        .map((folder) => objectionTo(ground, how, folder, pages))
        .find((one) => one !== undefined);
      if (objection) return objection;
      return outermost(folders).map((folder): Edit => {
        const own = how.inFolder(name, wayTo(folder, file));
        return wholeFile(path.posix.join(folder, own.file), own.text);
      });
    },
  };
}

/** Folders without those below others: what is around a folder is around all below it. */
function outermost(folders: readonly string[]): string[] {
  return [...new Set(folders)].filter((one) => !folders.some((other) => one.startsWith(`${other}/`)));
}

function objectionTo(
  ground: Ground,
  { isPage, isLayout }: FolderLayouts,
  folder: string,
  pages: readonly Standing[],
): NoLayout | undefined {
  const byHand = 'Move the pages that are to have it into a folder in round brackets, with the layout in that.';
  const below = [...ownFiles(ground.reader, path.join(ground.root, folder))];
  const layout = below.find((one) => !one.includes('/') && isLayout.test(one));
  if (layout !== undefined) return { why: `${folder} has a layout already: ${layout}`, byHand };
  const other = below
    .filter((one) => isPage.test(path.posix.basename(one)))
    .map((one) => path.posix.join(folder, one))
    .find((one) => !pages.some(({ file }) => file === one));
  return other === undefined ? undefined : { why: `${other} lies below ${folder}, and was not named`, byHand };
}
