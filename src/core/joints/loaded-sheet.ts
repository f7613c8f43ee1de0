import path from 'node:path';
import type { Edit } from '../edits/edit.ts';
import { importEdit } from './boot-joint.ts';
import type { Ground } from './ground.ts';
import type { Joint } from './joint.ts';
import { sheetJoint } from './sheet-joint.ts';
import { pickSheet } from './own-sheet.ts';
import { appSheets, type PageSetup } from './web-page.ts';

const NEW_SHEETS = ['style.css', 'site.css', 'main.css'];

/** The joint "the global style sheet" of an app whose entry loads it: the plain sheet that the entry or a module beside it imports, else a new one. */
export function loadedSheetJoint(ground: Ground, boot: string, setup: PageSetup): Joint {
  const { own, deeper } = appSheets(ground, setup, boot);
  const { sheet, passedOver } = pickSheet(ground, [...own, ...deeper]);
  const folder = path.posix.dirname(boot);
  const name = NEW_SHEETS.find((one) => !ground.has(`${folder}/${one}`)) ?? 'sheet.css';
  const target = sheet ?? path.posix.join(folder, name);
  const load: Edit[] = sheet === undefined ? [importEdit(boot, { from: `./${name}` })] : [];
  return sheetJoint({ ground, sheet, target, load, by: boot, passedOver });
}
