import type { Edit } from '../../edits/edit.ts';
import path from 'node:path';
import type { Refusal } from '../../formats/format.ts';
import type { Reader } from '../../ports.ts';

const MODULE = /\.[cm]?[jt]sx?$/;

/**
 * A new module that would stand before a folder of the same name in every import of it (Node.js and bundlers look for files
 * first): the host's own imports would get the new one.
 */
export function findShadowing(
  reader: Reader,
  root: string,
  edits: readonly Edit[],
): { edit: Edit; refusal: Refusal } | undefined {
  for (const edit of edits) {
    if (edit.format !== 'whole' || !MODULE.test(edit.file) || reader.kind(path.join(root, edit.file))) continue;
    const folder = edit.file.replace(MODULE, '');
    if (reader.kind(path.join(root, folder)) !== 'folder') continue;
    const index = reader.list(path.join(root, folder)).find(({ name }) => /^index\.[cm]?[jt]sx?$/.test(name));
    if (!index) continue;
    const reason = `it would stand before ${folder}/${index.name} wherever "${path.posix.basename(folder)}" is imported`;
    return {
      edit,
      refusal: { reason, handwork: `Put this into ${folder} under another name, and import it from there.` },
    };
  }
  return undefined;
}
