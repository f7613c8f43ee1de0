import type { TieOf } from '../definition/ties.ts';
import { blockedJoint, type Joint } from './joint.ts';
import { importsOf, type ImportedName } from '../formats/script/imported-names.ts';
import { shownByCall, shownByElement } from '../formats/script/shown.ts';
import type { Ground } from './ground.ts';
import { localImport } from './local-import.ts';
import type { Screen } from './traits.ts';

/** What a boot module tells of the app that it starts. */
export interface AppReading {
  joints: Joint[];
  screen: Screen | undefined;
}

/** Reads a boot module that makes an app: with `createApp(App)`, or by giving `<App />` to a method `render`. */
export function readApp(ground: Ground, boot: string | undefined): AppReading {
  if (boot === undefined) return { joints: [], screen: undefined };
  if (ground.declares('vue')) return appByCall(ground, boot);
  if (ground.declares('react')) return appByElement(ground, boot);
  return { joints: [], screen: undefined };
}

const VUE_APP = { from: 'vue', name: 'createApp' };

function appByCall(ground: Ground, boot: string): AppReading {
  const text = ground.text(boot) ?? '';
  const shown = shownByCall(text, boot, VUE_APP);
  const screen = shown.local === undefined ? undefined : screenOf(importsOf(text, boot), shown.local);
  const plugins: Joint = {
    name: 'app.plugins',
    state: 'present',
    file: boot,
    line: shown.line,
    detail: 'the app that it makes',
    tie(tie) {
      const imports = tie.imports.map((one) => localImport(one, boot, ground.workspace.folder));
      const on = { ...VUE_APP, as: 'app', fluent: ['use', 'component', 'directive', 'provide', 'mixin'] };
      return [
        {
          file: boot,
          format: 'script',
          operation: { op: 'chain', on, call: `use(${tie.use})`, before: ['mount'], imports },
        },
      ];
    },
  };
  const shows = screenJoint(ground, boot, screen, shown.line, (tie, was) => ({
    op: 'swap',
    argument: VUE_APP,
    code: tie.component,
    imports: tie.imports.map((one) => localImport(one, boot, ground.workspace.folder)),
    was,
  }));
  return { joints: [plugins, vueAround(ground, boot, shown.line), shows], screen };
}

const VUE_ELEMENT = { from: 'vue', named: { h: 'h' } };

function vueAround(ground: Ground, boot: string, line: number | undefined): Joint<'app.around'> {
  return {
    name: 'app.around',
    state: 'present',
    file: boot,
    line,
    detail: 'the component that the app shows',
    tie({ component, properties, imports }) {
      const given = Object.entries(properties ?? {}).map(([name, value]) => `${name}: ${value}`);
      const operation = {
        op: 'enclose' as const,
        argument: VUE_APP,
        component,
        ...(given.length > 0 ? { properties: `{ ${given.join(', ')} }` } : {}),
        imports: [VUE_ELEMENT, ...imports.map((one) => localImport(one, boot, ground.workspace.folder))],
      };
      return [{ file: boot, format: 'script', operation }];
    },
  };
}

function appByElement(ground: Ground, boot: string): AppReading {
  const text = ground.text(boot) ?? '';
  const shown = shownByElement(text, boot, 'render');
  const screen = shown.local === undefined ? undefined : screenOf(importsOf(text, boot), shown.local);
  const around: Joint = {
    name: 'app.around',
    state: 'present',
    file: boot,
    line: shown.line,
    detail: 'the element that is rendered',
    tie(tie) {
      const imports = tie.imports.map((one) => localImport(one, boot, ground.workspace.folder));
      const operation = {
        op: 'wrap-element' as const,
        element: { argument: 'render' },
        open: `<${tie.component}${attributes(tie.properties)}>`,
        close: `</${tie.component}>`,
        imports,
      };
      return [{ file: boot, format: 'script', operation }];
    },
  };
  const shows = screenJoint(ground, boot, screen, shown.line, (tie, was) => {
    return {
      op: 'swap',
      code: `<${tie.component}${attributes(tie.properties)} />`,
      imports: tie.imports.map((one) => localImport(one, boot, ground.workspace.folder)),
      was: { ...was, element: `<${was.local} />` },
    };
  });
  return { joints: [around, shows], screen };
}

/** What an element is given, as it is written in its opening tag. */
export function attributes(properties: Readonly<Record<string, string>> = {}): string {
  return Object.entries(properties)
    .map(([name, value]) => ` ${name}={${value}}`)
    .join('');
}

type ScreenTie = TieOf<'app.screen'>;
type Swap = Extract<import('../formats/script/operations.ts').ScriptOperation, { op: 'swap' }>;

function screenJoint(
  ground: Ground,
  boot: string,
  screen: Screen | undefined,
  line: number | undefined,
  swap: (tie: ScreenTie, was: Swap['was']) => Swap,
): Joint {
  if (!screen) {
    return blockedJoint('app.screen', boot, 'what it shows', {
      reason: 'it shows something else than one imported component',
      handwork: `Bring the component that ${boot} shows into a file of its own, import it there, and show it without properties. Then attach again.`,
      ...(line === undefined ? {} : { line }),
    });
  }
  const { local, from, name } = screen;
  const spec = name === 'default' ? { from, default: local } : { from, named: { [name]: local } };
  return {
    name: 'app.screen',
    state: 'present',
    file: boot,
    line,
    detail: `shows ${local}`,
    tie: (tie) => [{ file: boot, format: 'script', operation: swap(tie, { local, import: spec }) }],
  };
}

function screenOf(imports: readonly ImportedName[], local: string): Screen | undefined {
  const found = imports.find((one) => one.local === local);
  // A module of the host's own: one of a package is a provider or a router already.
  return found && /^[.@~#/]/.test(found.from) && !/^@[\w-]+\/[\w-]+$/.test(found.from)
    ? { local, from: found.from, name: found.name }
    : undefined;
}
