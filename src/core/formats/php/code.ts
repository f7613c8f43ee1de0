import type { JsonValue } from '../tree-operation.ts';
import { quoted } from './arrays.ts';

/** A value as PHP writes it: arrays over lines, with `unit` for each level and their last comma (PER Coding Style, section 2.6). */
export function phpValue(value: JsonValue, unit = '    ', indent = ''): string {
  if (typeof value === 'string') return quoted(value);
  if (value === null || typeof value !== 'object') return JSON.stringify(value);
  const inner = indent + unit;
  const members = Array.isArray(value)
    ? value.map((one) => phpValue(one, unit, inner))
    : Object.entries(value).map(([key, one]) => `${quoted(key)} => ${phpValue(one, unit, inner)}`);
  return members.length === 0 ? '[]' : `[\n${members.map((one) => `${inner}${one},\n`).join('')}${indent}]`;
}
