import { exportedFunctions } from '../formats/script/exported-functions.ts';
import { importsOf, type ImportedName } from '../formats/script/imported-names.ts';
import { shownByCall, shownByElement, showsName, type Shown } from '../formats/script/shown.ts';
import type { ExportName } from '../formats/script/values.ts';
import { isOwnModule, ownModule, startModules } from './app-module.ts';
import type { Ground } from './ground.ts';

/** Where a function of the host's own is given what an app shows. */
interface HandedOn {
  file: string;
  shown: Shown;
}

/**
 * Where an app is made in a function of another module, by what this is given first: the call of it, in the modules that the app is
 * started by, and the function as it is imported there. Undefined where what is shown is no such thing.
 */
export function handedOn(
  ground: Ground,
  boot: string,
  made: { file: string; shown: Shown },
): (HandedOn & { call: ExportName }) | undefined {
  const maker = functionsIn(ground, made.file).find(({ first }) => first === made.shown.local);
  if (!maker) return undefined;
  for (const { file, one, module } of ownImports(ground, boot)) {
    if (one.name !== maker.name || module !== made.file) continue;
    const call = { from: one.from, name: one.name };
    const shown = shownByCall(ground.text(file) ?? '', file, call);
    if (shown.local !== undefined) return { file, shown, call };
  }
  return undefined;
}

/** The same for an element, which a function of another module has rendered within its own; with the name that it is called by. */
export function elementHandedOn(ground: Ground, boot: string): (HandedOn & { by: string }) | undefined {
  for (const { file, one, module } of ownImports(ground, boot)) {
    const maker = functionsIn(ground, module).find(({ name }) => name === one.name);
    if (!maker || !showsName(ground.text(module) ?? '', module, maker.first)) continue;
    const shown = shownByElement(ground.text(file) ?? '', file, (from) => isOwnModule(ground, file, from), one.local);
    if (shown.local !== undefined) return { file, shown, by: one.local };
  }
  return undefined;
}

function functionsIn(ground: Ground, file: string): ReturnType<typeof exportedFunctions> {
  return exportedFunctions(ground.text(file) ?? '', file);
}

/** What the modules that an app is started by import from modules of the host's own. */
function* ownImports(ground: Ground, boot: string): Generator<{ file: string; one: ImportedName; module: string }> {
  for (const file of startModules(ground, boot))
    for (const one of importsOf(ground.text(file) ?? '', file)) {
      const module = ownModule(ground, file, one.from);
      if (module !== undefined) yield { file, one, module };
    }
}
