import { pathToFileURL } from 'node:url';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { projectRoot } from '../../../demo/registry/open.ts';
import { script, type ScriptOperation } from '../../../src/core/formats/script/script.ts';
import { shownByCall } from '../../../src/core/formats/script/shown.ts';
import { DEFAULT_STYLE } from '../../../src/core/text/code-style.ts';

const FILE = 'src/main.ts';
const AROUND = { file: FILE, style: DEFAULT_STYLE };
const APP = { from: 'vue', name: 'createApp' };
const BOOT = `import { createApp } from 'vue';
import App from './App.vue';

createApp(App).mount('#app');
`;

const layer = (name: string, properties?: string): ScriptOperation => ({
  op: 'enclose',
  argument: APP,
  component: name,
  ...(properties === undefined ? {} : { properties }),
  imports: [
    { from: 'vue', named: { h: 'h' } },
    {
      from: `./${name.toLowerCase()}`,
      named: { [name]: name, ...(properties === undefined ? {} : { theme: 'theme' }) },
    },
  ],
});
const INNER = layer('Inner');
const OUTER = layer('Outer', '{ colour: theme }');
const SCREEN: ScriptOperation = {
  op: 'swap',
  argument: APP,
  code: 'RouterView',
  imports: [{ from: 'vue-router', named: { RouterView: 'RouterView' } }],
  was: { local: 'App', import: { from: './App.vue', default: 'App' } },
};

function edited(text: string, operation: ScriptOperation): string {
  const outcome = script.edit(text, operation, AROUND);
  if (outcome.kind !== 'edited') throw new Error(`it was not edited: ${outcome.kind}`);
  expect(script.edit(outcome.text, operation, AROUND).kind).toBe('already');
  return outcome.text;
}

function removed(text: string, operation: ScriptOperation): string {
  const outcome = script.remove(text, operation, AROUND);
  if (outcome.kind !== 'edited') throw new Error(`it was not taken out: ${outcome.kind}`);
  return outcome.text;
}

/** What the app shows, by the real Vue. */
async function rendered(text: string): Promise<string> {
  const at = (name: string): string => pathToFileURL(path.join(projectRoot(), 'node_modules', name)).href;
  const vue = (await import(at('vue/index.mjs'))) as typeof import('vue');
  const { renderToString } = (await import(at('@vue/server-renderer/index.js'))) as {
    renderToString: (app: unknown) => Promise<string>;
  };
  const around = (tag: string): unknown => ({
    props: ['colour'],
    setup:
      (props: { colour?: string }, { slots }: { slots: { default?: () => unknown } }) =>
      () =>
        vue.h(tag, props.colour === undefined ? {} : { class: props.colour }, slots.default?.() as never),
  });
  const modules = {
    vue,
    './App.vue': { render: () => vue.h('b', 'app') },
    './inner': { Inner: around('i') },
    './outer': { Outer: around('u'), theme: 'green' },
    'vue-router': { RouterView: { render: () => vue.h('b', 'page') } },
  };
  const code = text
    .replaceAll(/import (\{.*\}|\w+) from '(.*)';/g, "const $1 = modules['$2'];")
    .replace('createApp(', 'return createApp(')
    .replace(".mount('#app')", '');
  const url = `data:text/javascript,${encodeURIComponent(`export default (modules) => { ${code} };`)}`;
  const { default: make } = (await import(url)) as { default: (modules: unknown) => unknown };
  return renderToString(make(modules));
}

describe('a component around what an app made by createApp shows', () => {
  it('is shown around it, several around one another, and each leaves by itself', async () => {
    const one = edited(BOOT, INNER);
    expect(one).toContain('createApp({ render: () => h(Inner, () => h(App)) }).mount');
    expect(await rendered(one)).toBe('<i><b>app</b></i>');
    const two = edited(one, OUTER);
    expect(two).toContain('h(Outer, { colour: theme }, () => h(Inner, () => h(App)))');
    expect(await rendered(two)).toBe('<u class="green"><i><b>app</b></i></u>');
    expect(removed(two, OUTER)).toBe(one);
    expect(await rendered(removed(two, INNER))).toBe('<u class="green"><b>app</b></u>');
    expect(removed(removed(two, INNER), OUTER)).toBe(BOOT);
    expect(removed(one, INNER)).toBe(BOOT);
  });

  it('and another screen come in either order, and leave so', async () => {
    const one = edited(edited(BOOT, INNER), SCREEN);
    const other = edited(edited(BOOT, SCREEN), INNER);
    expect(await rendered(one)).toBe('<i><b>page</b></i>');
    expect(await rendered(other)).toBe('<i><b>page</b></i>');
    expect(shownByCall(one, FILE, APP)).toMatchObject({ local: 'RouterView' });
    expect(await rendered(removed(one, SCREEN))).toBe('<i><b>app</b></i>');
    expect(removed(removed(one, SCREEN), INNER)).toBe(BOOT);
    expect(removed(removed(one, INNER), SCREEN)).toBe(BOOT);
  });

  it('hands on what the component is given, and leaves it as it was', () => {
    const given = BOOT.replace('(App)', "(App, { colour: 'green' })");
    const one = edited(given, INNER);
    expect(one).toContain("createApp({ render: () => h(Inner, () => h(App, { colour: 'green' })) })");
    expect(removed(one, INNER)).toBe(given);
  });

  it.each([
    ['a third argument', BOOT.replace('(App)', '(App, {}, 1)'), 'not given one component alone'],
    ['a component in place', BOOT.replace('(App)', '({ template: "<b>app</b>" })'), 'written where the app is made'],
    ['two apps', `${BOOT}createApp(App).mount('#other');\n`, 'called more than once'],
    ['no app', "import App from './App.vue';\n", 'nothing here calls createApp'],
  ])('%s: refused with the handwork', (_, text, reason) => {
    const outcome = script.edit(text, INNER, AROUND);
    expect(outcome).toMatchObject({ kind: 'refused' });
    expect(JSON.stringify(outcome)).toContain(reason);
    expect(JSON.stringify(outcome)).toContain('createApp({ render: () => h(Inner, () => h(…)) })');
  });
});
