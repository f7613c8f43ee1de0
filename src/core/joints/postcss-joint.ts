import { type Edit } from '../edits/edit.ts';
import { locate } from '../formats/script/locate.ts';
import { readConfig } from '../formats/script/read.ts';
import type { ConfigAddress } from '../formats/script/values.ts';
import { joinPointer } from '../formats/json-pointer.ts';
import { blockedJoint, type Joint } from './joint.ts';
import type { TieOf } from '../definition/ties.ts';
import type { Ground } from './ground.ts';

type PostcssTie = TieOf<'postcss.plugins'>;

const SCRIPT_FILES = ['js', 'mjs', 'cjs', 'ts', 'mts', 'cts'].flatMap((ending) => [
  `.postcssrc.${ending}`,
  `postcss.config.${ending}`,
]);
const DATA_FILES = ['.postcssrc', '.postcssrc.json', '.postcssrc.yaml', '.postcssrc.yml'];
const ADDRESS: ConfigAddress = { pointer: '/plugins', keys: ['plugins', 'parser', 'syntax', 'map'] };

/**
 * The joint "PostCSS's plugins" of a workspace that reads PostCSS's own configuration from `folder` (host-relative). A new one is an ES
 * module, or CommonJS for what reads nothing else.
 */
export function postcssJoint(
  ground: Ground,
  folder: string,
  modules: 'esm' | 'commonjs' = 'esm',
): Joint<'postcss.plugins'> {
  const at = (name: string): string => (folder === '.' ? name : `${folder}/${name}`);
  if (ground.workspace.manifest.all.postcss !== undefined) return dataJoint(ground.manifest, '/postcss', 'json');
  const data = ground.first(DATA_FILES.map(at));
  if (data !== undefined) {
    // Without an ending it may be either; a YAML reader takes both, but JSON is edited as JSON.
    const isYaml = /\.ya?ml$/.test(data) || !(ground.text(data) ?? '').trimStart().startsWith('{');
    return dataJoint(data, '', isYaml ? 'yaml' : 'json');
  }
  const script = ground.first(SCRIPT_FILES.map(at));
  if (script !== undefined) return scriptJoint(ground, script, ADDRESS);
  const file = at(modules === 'esm' ? 'postcss.config.mjs' : 'postcss.config.cjs');
  const { indent, semicolons, eol } = ground.workspace.style;
  const lead = modules === 'esm' ? 'export default' : 'module.exports =';
  const seed = [`${lead} {`, `${indent}plugins: {},`, `}${semicolons ? ';' : ''}`, ''].join(eol);
  return {
    name: 'postcss.plugins',
    state: 'makeable',
    file,
    detail: 'a new configuration file',
    tie: (tie) => [{ ...entry(file, ADDRESS, tie), seed }],
  };
}

/** The joint inside a script: its plugins are an object by package name, or a list of calls. */
export function scriptJoint(ground: Ground, file: string, address: ConfigAddress): Joint<'postcss.plugins'> {
  const text = ground.text(file) ?? '';
  const around = { file, style: ground.workspace.style };
  const byName = readConfig(text, address, around).kind === 'object';
  const located = locate(text, address, around);
  const tie = (wanted: PostcssTie): Edit[] => {
    if (byName) return [entry(file, address, wanted)];
    return [{ file, format: 'script', operation: { op: 'item', address, code: wanted.call, imports: wanted.imports } }];
  };
  if (!byName && 'refusal' in located)
    return blockedJoint('postcss.plugins', file, 'its plugins', located.refusal, tie);
  return {
    name: 'postcss.plugins',
    state: 'present',
    file,
    line: 'refusal' in located ? located.refusal.line : located.line,
    detail: byName ? 'plugins by name' : 'a list of plugins',
    tie,
  };
}

/** The joint where only data files are read, the first of which is made where none is there. */
export function dataPostcssJoint(ground: Ground, names: readonly string[]): Joint<'postcss.plugins'> {
  const present = ground.first(names.map((name) => ground.inHost(name)));
  if (present !== undefined) return dataJoint(present, '', 'json');
  const file = ground.inHost(names.at(-1) ?? '.postcssrc.json');
  const { indent, eol } = ground.workspace.style;
  const seed = `{${eol}${indent}"plugins": {}${eol}}${eol}`;
  const joint = dataJoint(file, '', 'json');
  return {
    ...joint,
    state: 'makeable',
    detail: 'a new configuration file',
    tie: (tie) => joint.tie(tie).map((edit) => ({ ...edit, seed })),
  };
}

function dataJoint(file: string, pointer: string, format: 'json' | 'yaml'): Joint<'postcss.plugins'> {
  return {
    name: 'postcss.plugins',
    state: 'present',
    file,
    detail: 'plugins by name',
    tie(tie) {
      const address = `${pointer}/plugins${joinPointer([packageOf(tie)])}`;
      return [{ file, format, operation: { op: 'set', pointer: address, value: {}, any: true } }];
    },
  };
}

/** PostCSS takes plugins by package name with their options (its loader's object form). */
function entry(file: string, address: ConfigAddress, tie: PostcssTie): Edit {
  const options = /^[^(]*\(([\s\S]*)\)$/.exec(tie.call)?.[1]?.trim();
  const code = options === undefined || options === '' ? '{}' : options;
  return { file, format: 'script', operation: { op: 'entry', address, key: packageOf(tie), code, any: true } };
}

/** The package that a plugin comes from. */
function packageOf({ imports: [first] }: PostcssTie): string {
  return first?.from ?? '';
}
