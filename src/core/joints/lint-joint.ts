import type { Edit } from '../edits/edit.ts';
import type { TieOf } from '../definition/ties.ts';
import type { ConfigAddress } from '../formats/script/values.ts';
import { blockedJoint, type Joint } from './joint.ts';
import type { Ground } from './ground.ts';
import { olderConfiguration } from './lint-overrides-joint.ts';

const CONFIG_FILES = ['js', 'mjs', 'cjs', 'ts', 'mts', 'cts'].map((ending) => `eslint.config.${ending}`);

// The list of configurations as the linter itself reads it (its "Configuration Files": an array, or one object).
const ADDRESS: ConfigAddress = {
  pointer: '',
  helpers: ['defineConfig'],
  // A function of a package's default export is known by the names that people give that export.
  variadic: [
    'config',
    'defineConfig',
    ...['tseslint', 'ts', 'tsEslint', 'typescriptEslint'].map((one) => `${one}.config`),
  ],
  flat: true,
  keys: ['rules', 'files', 'plugins', 'languageOptions', 'ignores'],
};

/** The joint "the list of lint configurations": one flat list in a workspace's own file, else in a new one. */
export async function lintJoint(ground: Ground): Promise<Joint> {
  // A configuration at the project's root is found from every workspace (ESLint, "Configuration File Resolution").
  const present = ground.first([...CONFIG_FILES.map((name) => ground.inHost(name)), ...CONFIG_FILES]);
  const old = olderConfiguration(ground);
  if (present === undefined && old !== undefined) {
    const { file } = old;
    return blockedJoint('lint.configs', file, 'a configuration of the old kind', {
      reason: 'it is a configuration of the old kind, which newer versions of the linter do not read',
      handwork: `Bring ${file} into the form of eslint.config.js first (the linter's migration guide says how), then attach again.`,
    });
  }
  const file = present ?? ground.inHost(`eslint.config.${ground.workspace.moduleFormat === 'esm' ? 'js' : 'mjs'}`);
  const text = present === undefined ? undefined : (ground.text(present) ?? '');
  const shape = text === undefined ? undefined : await shapeOf(ground, file, text);
  const seed = present === undefined ? newConfig(ground) : undefined;
  const own = text === undefined ? [] : await namesOf(file, text);
  const nests = shape === undefined || ('nests' in shape && shape.nests);
  const tie = (wanted: TieOf<'lint.configs'>): Edit[] => {
    const { item, imports, place, many } = wanted;
    if (imports.some(({ from }) => isUsed(own, text ?? '', item, from))) return [];
    const code = many && !nests ? `...${item}` : item;
    // Rules that the host has set itself have the last word; what only turns rules off says so by its place.
    const before = present !== undefined && place === undefined ? [{ has: 'rules' }] : undefined;
    const operation = { op: 'item' as const, address: ADDRESS, code, imports, place, before };
    return [{ file, format: 'script', operation, ...(seed === undefined ? {} : { seed }) }];
  };
  if (shape && 'refusal' in shape) return blockedJoint('lint.configs', file, 'its list', shape.refusal, tie);
  return {
    name: 'lint.configs',
    state: present === undefined ? 'makeable' : 'present',
    file,
    line: shape?.line,
    detail: present === undefined ? 'a new configuration file' : 'a list of configurations',
    tie,
  };
}

/** Names by the packages that they come from. */
async function namesOf(file: string, text: string): Promise<{ local: string; from: string }[]> {
  const { importsOf } = await import('../formats/script/imported-names.ts');
  return importsOf(text, file).map(({ local, from }) => ({ local, from: packageOf(from) }));
}

/** Whether the host takes configurations of the item's package already, at whatever place of its list and whichever of them. */
function isUsed(own: readonly { local: string; from: string }[], text: string, item: string, from: string): boolean {
  const isConfig = /^[\w$]+(\.configs\b.*)?$/.test(item);
  const names = own.filter((one) => one.from === packageOf(from)).map(({ local }) => local);
  const suffix = item.includes('.') ? '\\.configs\\b' : '\\b';
  return isConfig && names.some((local) => new RegExp(`\\b${local.replaceAll('$', '\\$')}${suffix}`).test(text));
}

function packageOf(from: string): string {
  return from.split('/', from.startsWith('@') ? 2 : 1).join('/');
}

/** Only a file that is there needs the parser. */
async function shapeOf(ground: Ground, file: string, text: string) {
  const { findShape } = await import('../formats/script/locate.ts');
  return findShape(text, ADDRESS, { file, style: ground.workspace.style });
}

function newConfig(ground: Ground): string {
  const { quotes, semicolons, eol } = ground.workspace.style;
  const quote = quotes === 'single' ? "'" : '"';
  const end = semicolons ? ';' : '';
  return [
    `import { defineConfig } from ${quote}eslint/config${quote}${end}`,
    '',
    'export default defineConfig([',
    `])${end}`,
    '',
  ].join(eol);
}
