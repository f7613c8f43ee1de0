import { isMap, isScalar, isSeq, type YAMLMap } from 'yaml';
import type { FormatOperation } from '../../formats/formats.ts';
import { joinPointer } from '../../formats/json-pointer.ts';
import type { JsonValue } from '../../formats/tree-operation.ts';
import { readYaml, type Read } from '../../formats/yaml/yaml-document.ts';
import { recordOf } from '../../records.ts';
import { commentAbove } from '../../text/comment-above.ts';
import { lineStart } from '../../text/positions.ts';
import { edited, namesIt, type Names } from './bundle-names.ts';

/** The text of a file of settings without what is about a bundle: entries of routes, services and mappings, its own settings, items of lists. */
export async function withoutSettings(text: string, file: string, names: Names, hasOwn: boolean): Promise<string> {
  let result = text;
  for (let next = nextDrop(result, file, names, hasOwn); next; next = nextDrop(result, file, names, hasOwn)) {
    const after = await edited(result, next.operation, file);
    if (after === result) return result;
    result = next.at === undefined ? after : withoutLead(result, after, next.at);
  }
  return result;
}

/** A text without the comment that stood right above an entry that has gone from it, and without a second blank line in its place. */
function withoutLead(before: string, after: string, entry: number): string {
  const at = lineStart(before, entry);
  if (!after.startsWith(before.slice(0, at))) return after;
  const [head, tail] = [after.slice(0, commentAbove(before, 0, at, /^#/)), after.slice(at)];
  if (tail.trim() === '') return `${head.trimEnd()}\n`;
  return /\n\r?\n$/.test(head) ? head + tail.replace(/^([ \t]*\r?\n)+/, '') : head + tail;
}

/** What goes next from a file, and where it begins if it is an entry. */
interface Drop {
  operation: FormatOperation;
  at?: number | undefined;
}

function nextDrop(text: string, file: string, names: Names, hasOwn: boolean): Drop | undefined {
  const read = readYaml(text);
  const contents: unknown = 'reason' in read ? undefined : read.document.contents;
  return isMap(contents) && !('reason' in read) ? dropIn(contents, [], { read, file, names, hasOwn }) : undefined;
}

interface Looked {
  read: Read;
  file: string;
  names: Names;
  hasOwn: boolean;
}

// Sections whose members are each about one thing.
const SECTIONS = new Set(['services', 'mappings', 'paths', 'routes']);

function dropIn(map: YAMLMap, keys: string[], looked: Looked): Drop | undefined {
  for (const { key, value } of map.items) {
    if (!isScalar(key)) continue;
    const own = [...keys, String(key.value)];
    const was = valueAt(looked.read.value, own);
    if (isAbout(own, was, looked))
      return {
        operation: { format: 'yaml', operation: { op: 'drop', pointer: joinPointer(own), was } },
        at: key.range?.[0],
      };
    const item = isSeq(value) ? value.items.find((one) => isNamedItem(looked.names, one)) : undefined;
    if (isScalar(item)) {
      const operation = { op: 'drop-item' as const, pointer: joinPointer(own), value: item.value as JsonValue };
      return { operation: { format: 'yaml', operation } };
    }
    const inner = isMap(value) ? dropIn(value, own, looked) : undefined;
    if (inner) return inner;
  }
  return undefined;
}

/** What a document says at some keys, aliases followed. */
function valueAt(value: JsonValue, keys: readonly string[]): JsonValue {
  return keys.reduce<JsonValue>((at, key) => (recordOf(at)[key] ?? null) as JsonValue, value);
}

function isNamedItem(names: Names, item: unknown): boolean {
  return isScalar(item) && typeof item.value === 'string' && namesIt(names, item.value);
}

/** Whether an entry is about the bundle: by its key, by what it says in a section of such entries, or as its settings. */
function isAbout(keys: readonly string[], value: JsonValue, { file, names, hasOwn }: Looked): boolean {
  const key = keys.at(-1) ?? '';
  const above = keys.slice(0, -1);
  const isTop = above.length === 0 || (above.length === 1 && above[0]?.startsWith('when@') === true);
  const isRoutes = /(^|\/)(routes|routing)/.test(file.split('/').slice(-2).join('/'));
  const isEntry = (SECTIONS.has(above.at(-1) ?? '') || (isTop && isRoutes)) && !/^(_|when@)/.test(key);
  const isSettingsOf = isTop && hasOwn && !isRoutes && key === names.alias;
  return namesIt(names, key) || isSettingsOf || (isEntry && namesIt(names, JSON.stringify(value)));
}
