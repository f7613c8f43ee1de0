import type { Edit } from '../edits/edit.ts';
import { locate } from '../formats/script/locate.ts';
import { isRecord } from '../records.ts';
import type { ConfigAddress } from '../formats/script/values.ts';
import { blockedJoint, type Joint } from './joint.ts';
import type { Ground } from './ground.ts';

// In the order in which the linter looks for them (ESLint 8, "Configuration Files").
const FILES = ['.js', '.cjs', '.yaml', '.yml', '.json', ''].map((ending) => `.eslintrc${ending}`);
const CONFIG_KEYS = ['rules', 'extends', 'env', 'parserOptions', 'plugins', 'root', 'overrides', 'parser'];

interface OlderConfiguration {
  /** Relative to the host's root. */
  file: string;
  kind: 'script' | 'json' | 'yaml';
  /** Where in the file it stands. */
  pointer: string;
}

/** A lint configuration of the older kind in a workspace; undefined without one. */
export function olderConfiguration(ground: Ground): OlderConfiguration | undefined {
  const file = ground.first(FILES.map((name) => ground.inHost(name)));
  if (file === undefined)
    return ground.workspace.manifest.all.eslintConfig === undefined
      ? undefined
      : { file: ground.manifest, kind: 'json', pointer: '/eslintConfig' };
  if (/\.c?js$/.test(file)) return { file, kind: 'script', pointer: '' };
  const isJson =
    file.endsWith('.json') || (!/\.ya?ml$/.test(file) && (ground.text(file) ?? '').trimStart().startsWith('{'));
  return { file, kind: isJson ? 'json' : 'yaml', pointer: '' };
}

/** A value as people write it in a script. */
function codeOf(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(codeOf).join(', ')}]`;
  if (typeof value === 'string') return `'${value.replaceAll(/['\\]/g, String.raw`\$&`)}'`;
  if (!isRecord(value)) return JSON.stringify(value);
  const members = Object.entries(value).map(
    ([name, one]) => `${/^[\w$]+$/.test(name) ? name : `'${name}'`}: ${codeOf(one)}`,
  );
  return `{ ${members.join(', ')} }`;
}

/** The joint "the overrides of a lint configuration of the older kind"; undefined where there is none. */
export function overridesJoint(ground: Ground): Joint<'lint.overrides'> | undefined {
  const found = olderConfiguration(ground);
  if (!found) return undefined;
  const { file, kind, pointer } = found;
  const here = { name: 'lint.overrides' as const, file, detail: 'a configuration of the older kind' };
  if (kind !== 'script') {
    const place = `${pointer}/overrides`;
    const tie: Joint<'lint.overrides'>['tie'] = ({ override }): Edit[] => [
      { file, format: kind, operation: { op: 'add', pointer: place, value: override } },
    ];
    return { ...here, state: 'present', tie };
  }
  const address: ConfigAddress = { pointer: '/overrides', helpers: ['defineConfig'], keys: CONFIG_KEYS };
  const tie: Joint<'lint.overrides'>['tie'] = ({ override }): Edit[] => [
    { file, format: 'script', operation: { op: 'item', address, code: codeOf(override) } },
  ];
  const located = locate(ground.text(file) ?? '', address, { file, style: ground.workspace.style });
  if ('refusal' in located) return blockedJoint('lint.overrides', file, 'its overrides', located.refusal, tie);
  return { ...here, state: 'present', line: located.line, tie };
}
