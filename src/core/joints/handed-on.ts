import { importsOf } from '../formats/script/imported-names.ts';
import { shownByCall, shownByElement, type Shown } from '../formats/script/shown.ts';
import type { ExportName } from '../formats/script/values.ts';
import { literally } from '../text/literally.ts';
import { isOwnModule, ownModule, startModules } from './app-module.ts';
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

/** The same for an element, which a function of another module has rendered within its own. */
export function elementHandedOn(ground: Ground, boot: string): { file: string; shown: Shown; by: string } | undefined {
  for (const file of startModules(ground, boot)) {
    const text = ground.text(file) ?? '';
    for (const one of importsOf(text, file)) {
      const module = ownModule(ground, file, one.from);
      if (module === undefined || !rendersArgument(ground.text(module) ?? '', one.name)) continue;
      const shown = shownByElement(text, file, (from) => isOwnModule(ground, file, from), one.local);
      if (shown.local !== undefined) return { file, shown, by: one.local };
    }
  }
  return undefined;
}

/** Whether a function that a module exports has what it is given first rendered. */
function rendersArgument(text: string, name: string): boolean {
  const [, argument = ''] = /\(\s*(\w+)/.exec(functionIn(text, name) ?? '') ?? [];
  if (argument === '' || !/\b(render|hydrate|hydrateRoot)\s*\(/.test(text)) return false;
  return new RegExp(String.raw`\{\s*${argument}\s*\}|\b(render|hydrate)\(\s*${argument}\b|,\s*${argument}\s*\)`).test(
    text,
  );
}

/** The beginning of a function up to its first argument, by the name under which a module exports it. */
function functionIn(text: string, name: string): string | undefined {
  const forms =
    name === 'default'
      ? [String.raw`export\s+default\s+(?:async\s+)?function\s*\w*\s*\(\s*\w+`]
      : [
          String.raw`export\s+(?:async\s+)?function\s+${literally(name)}\s*\(\s*\w+`,
          String.raw`export\s+const\s+${literally(name)}\s*=\s*(?:async\s*)?\(\s*\w+`,
        ];
  return forms.map((form) => new RegExp(form).exec(text)?.[0]).find((one) => one !== undefined);
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
