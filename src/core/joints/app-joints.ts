import path from 'node:path';
import type { TieOf } from '../definition/ties.ts';
import { blockedJoint, type Joint } from './joint.ts';
import { importsOf, type ImportedName } from '../formats/script/imported-names.ts';
import { shownByCall, shownByElement, type Shown } from '../formats/script/shown.ts';
import type { ScriptOperation } from '../formats/script/operations.ts';
import type { ExportName } from '../formats/script/values.ts';
import { isAlone } from './alone.ts';
import { elementHandedOn, handedOn } from './handed-on.ts';
import { isOwnModule, startModules } from './app-module.ts';
import type { Ground } from './ground.ts';
import { rebasedScreen } from './rebase.ts';
import { localImport } from './local-import.ts';
import type { Screen } from './traits.ts';

/** What a boot module tells of the app that it starts. */
export interface AppReading {
  joints: Joint[];
  screen: Screen | undefined;
}

/** Where an app is made: a module, and what it shows. */
interface AppPlace {
  file: string;
  shown: Shown;
}

const NOTHING: AppReading = { joints: [], screen: undefined };

/** Reads the modules that an app is started by, for the one that makes it: with `createApp(App)`, or by having `<App />` rendered. */
export function readApp(ground: Ground, boot: string | undefined): AppReading {
  if (boot === undefined) return NOTHING;
  if (ground.finds('vue')) return appByCall(ground, boot);
  if (ground.finds('react')) return appByElement(ground, boot);
  return NOTHING;
}

/** The first of the modules in which something is made, as `look` sees it. */
function findPlace(ground: Ground, boot: string, look: (text: string, file: string) => Shown): AppPlace {
  for (const file of startModules(ground, boot)) {
    const shown = look(ground.text(file) ?? '', file);
    if (shown.line !== undefined) return { file, shown };
  }
  return { file: boot, shown: {} };
}

// In an app whose pages are made on a server, too, its second form is used (Vue, "Application API").
const VUE_APP: ExportName = { from: 'vue', name: 'createApp' };
const MAKERS = [VUE_APP, { from: 'vue', name: 'createSSRApp' }];

function appByCall(ground: Ground, boot: string): AppReading {
  const places = MAKERS.map((maker) => ({
    maker,
    place: findPlace(ground, boot, (text, file) => (text.includes(maker.name) ? shownByCall(text, file, maker) : {})),
  }));
  const found = places.find(({ place }) => place.shown.line !== undefined);
  const { maker, place } = found ?? { maker: VUE_APP, place: { file: boot, shown: {} } };
  const { file, shown } = place;
  const handed = handedOn(ground, boot, place);
  const showing = handed ?? place;
  const read = screenAt(ground, boot, showing);
  const plugins: Joint = {
    name: 'app.plugins',
    state: 'present',
    file,
    line: shown.line,
    detail: 'the app that it makes',
    tie(tie) {
      const imports = tie.imports.map((one) => localImport(one, file, ground.workspace.folder));
      const on = { ...maker, as: 'app', fluent: ['use', 'component', 'directive', 'provide', 'mixin'] };
      const operation = { op: 'chain' as const, on, call: `use(${tie.use})`, before: ['mount'], imports };
      return [{ file, format: 'script', operation }];
    },
  };
  const shows = screenJoint(showing, read, (tie, was) => ({
    op: 'swap',
    argument: handed?.call ?? maker,
    code: tie.component,
    imports: tie.imports.map((one) => localImport(one, showing.file, ground.workspace.folder)),
    was: showing.shown.given ? { ...was, element: showing.shown.code } : was,
  }));
  return { joints: [plugins, vueAround(ground, place, maker), shows], screen: screenOf(read) };
}

const VUE_ELEMENT = { from: 'vue', named: { h: 'h' } };

function vueAround(ground: Ground, { file, shown }: AppPlace, maker: ExportName): Joint<'app.around'> {
  return {
    name: 'app.around',
    state: 'present',
    file,
    line: shown.line,
    detail: 'the component that the app shows',
    tie({ component, properties, imports }) {
      const given = Object.entries(properties ?? {}).map(([name, value]) => `${name}: ${value}`);
      const operation = {
        op: 'enclose' as const,
        argument: maker,
        component,
        ...(given.length > 0 ? { properties: `{ ${given.join(', ')} }` } : {}),
        imports: [VUE_ELEMENT, ...imports.map((one) => localImport(one, file, ground.workspace.folder))],
      };
      return [{ file, format: 'script', operation }];
    },
  };
}

function appByElement(ground: Ground, boot: string): AppReading {
  const found = findPlace(ground, boot, (text, file) =>
    /\b(render|hydrate|hydrateRoot)\s*\(/.test(text)
      ? shownByElement(text, file, (from) => isOwnModule(ground, file, from))
      : {},
  );
  const handed = found.shown.local === undefined ? elementHandedOn(ground, boot) : undefined;
  const place = handed ?? found;
  const { file, shown } = place;
  const read = screenAt(ground, boot, place);
  const around: Joint = {
    name: 'app.around',
    state: 'present',
    file,
    line: shown.line,
    detail: 'the element that is rendered',
    tie(tie) {
      const imports = tie.imports.map((one) => localImport(one, file, ground.workspace.folder));
      const operation = {
        op: 'wrap-element' as const,
        element: { argument: handed?.by ?? showingIn(ground.text(file) ?? '') },
        open: `<${tie.component}${attributes(tie.properties)}>`,
        close: `</${tie.component}>`,
        imports,
      };
      return [{ file, format: 'script', operation }];
    },
  };
  const shows = screenJoint(place, read, (tie, was) => ({
    op: 'swap',
    code: `<${tie.component}${attributes(tie.properties)} />`,
    imports: tie.imports.map((one) => localImport(one, file, ground.workspace.folder)),
    was: { ...was, element: shown.code ?? `<${was.local} />` },
  }));
  return { joints: [around, shows], screen: screenOf(read) };
}

/** The function that shows elements in a module. */
function showingIn(text: string): string {
  return ['hydrateRoot', 'hydrate'].find((name) => new RegExp(`\\b${name}\\s*\\(`).test(text)) ?? 'render';
}

/** What an element is given, as it is written in its opening tag. */
export function attributes(properties: Readonly<Record<string, string>> = {}): string {
  return Object.entries(properties)
    .map(([name, value]) => ` ${name}={${value}}`)
    .join('');
}

type ScreenTie = TieOf<'app.screen'>;
type Swap = Extract<ScriptOperation, { op: 'swap' }>;

/** The component that is shown, as the module that shows it names it and as modules beside the boot module do; or why there is none. */
type ScreenRead = { here: ImportedName; screen: Screen } | { reason: string };

function screenAt(ground: Ground, boot: string, { file, shown }: AppPlace): ScreenRead {
  const { local, given, reason } = shown;
  if (local === undefined) return { reason: reason ?? 'it shows something else than one imported component' };
  const imports = importsOf(ground.text(file) ?? '', file);
  const here = imports.find((one) => one.local === local);
  // One of a package is a provider or a router already.
  if (!here || !isOwnModule(ground, file, here.from))
    return { reason: 'it shows something else than one imported component' };
  const unknown = given?.names.find((name) => !imports.some((one) => one.local === name));
  if (unknown !== undefined) return { reason: `${local} is given "${unknown}", which only ${file} has` };
  const used = imports.filter((one) => given?.names.includes(one.local));
  const shows: Screen = {
    local,
    from: here.from,
    name: here.name,
    // Many modules may have to be read for it.
    get alone() {
      return given === undefined && isAlone(ground, file, here);
    },
    given: given && { code: given.code, imports: used },
  };
  const screen = rebasedScreen(shows, path.posix.dirname(file), path.posix.dirname(boot));
  return { here, screen };
}

function screenOf(read: ScreenRead): Screen | undefined {
  return 'screen' in read ? read.screen : undefined;
}

function screenJoint(
  { file, shown: { line } }: AppPlace,
  read: ScreenRead,
  swap: (tie: ScreenTie, was: Swap['was']) => Swap,
): Joint {
  if ('reason' in read) {
    return blockedJoint('app.screen', file, 'what it shows', {
      reason: read.reason,
      handwork: `Bring what ${file} shows into a component in a file of its own, import it there, and show it without properties. Then attach again.`,
      ...(line === undefined ? {} : { line }),
    });
  }
  const { local, from, name } = read.here;
  const spec = name === 'default' ? { from, default: local } : { from, named: { [name]: local } };
  return {
    name: 'app.screen',
    state: 'present',
    file,
    line,
    detail: `shows ${local}`,
    tie: (tie) => [{ file, format: 'script', operation: swap(tie, { local, import: spec }) }],
  };
}

/** What an app shows first, where no tool but its own bundler knows how to read its modules. */
export function withinBundler(screen: Screen | undefined): Screen | undefined {
  if (!screen) return undefined;
  // Whether it stands alone is not asked: many modules would be read for it.
  const { local, from, name, given } = screen;
  return { local, from, name, given, alone: false };
}
