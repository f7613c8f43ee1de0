import { importsOf } from '../formats/script/imported-names.ts';
import { shownByCall, type Shown } from '../formats/script/shown.ts';
import type { ExportName } from '../formats/script/values.ts';
import { literally } from '../text/literally.ts';
import { ownModule, startModules } from './app-module.ts';
import type { Ground } from './ground.ts';

/** Where a component is handed to a function of the host's own that makes the app. */
export interface HandedOn {
  file: string;
  shown: Shown;
  /** The function, as the module that calls it imports it. */
  call: ExportName;
}

/**
 * Where an app is made in a function of another module, by what this is given first: the call of it, in the modules that the app is
 * started by. Undefined where what is shown is no such thing.
 */
export function handedOn(ground: Ground, boot: string, made: { file: string; shown: Shown }): HandedOn | undefined {
  const name = madeBy(ground.text(made.file) ?? '', made.shown.local);
  if (name === undefined) return undefined;
  for (const file of startModules(ground, boot)) {
    const text = ground.text(file) ?? '';
    for (const one of importsOf(text, file)) {
      if (one.name !== name || ownModule(ground, file, one.from) !== made.file) continue;
      const call = { from: one.from, name: one.name };
      const shown = shownByCall(text, file, call);
      if (shown.local !== undefined) return { file, shown, call };
    }
  }
  return undefined;
}

/** The name under which a module exports the function whose first argument is called so. */
function madeBy(text: string, argument: string | undefined): string | undefined {
  if (argument === undefined) return undefined;
  const first = String.raw`\(\s*${literally(argument)}\b`;
  const forms = [
    String.raw`export\s+(default\s+)?(?:async\s+)?function\s*(\w*)\s*${first}`,
    String.raw`export\s+()const\s+(\w+)\s*=\s*(?:async\s*)?${first}`,
  ];
  const found = forms.map((form) => new RegExp(form).exec(text)).find((one) => one !== null);
  return found?.[1] ? 'default' : found?.[2];
}
