import type * as z from 'zod/mini';
import { isRecord } from '../records.ts';
import type { Fault } from './faults.ts';
import { didYouMean } from './nearest.ts';
import { wordsOf } from './words.ts';

type Issue = z.core.$ZodIssue;

/** What is wrong with the shape of a definition, by what the schema says of it. */
export function shapeFaults(issues: readonly Issue[], schema: z.ZodMiniType, value: unknown): Fault[] {
  const faults = issues.flatMap((issue) => faultsOf(issue, schema, value));
  // Where a name is mistyped the one that is meant is missing too: the first says both.
  const meant = faults.flatMap(({ path, what }) => {
    const name = /did you mean "([^"]+)"\?$/.exec(what)?.[1];
    return name === undefined ? [] : [[...path.slice(0, -1), name].join('\n')];
  });
  return faults.filter(
    ({ path, what }) => !(/^is missing|^".*" is missing/.test(what) && meant.includes(path.join('\n'))),
  );
}

function faultsOf(issue: Issue, schema: z.ZodMiniType, value: unknown): Fault[] {
  const { path } = issue;
  switch (issue.code) {
    case 'unrecognized_keys': {
      const known = keysAt(schema, value, path);
      return issue.keys.map((key) => ({
        path: [...path, key],
        atKey: true,
        what: `unknown key "${key}"${didYouMean(key, known) || (known.length > 0 ? `; known here are ${known.join(', ')}` : '')}`,
      }));
    }
    case 'invalid_type':
      return [{ path, what: typeInWords(issue.expected, path, valueAt(value, path), wordsAt(schema, value, path)) }];
    case 'invalid_value': {
      const values = issue.values.map(String);
      const given = valueAt(value, path);
      if (given === undefined)
        return [{ path, what: `"${String(path.at(-1))}" is missing: one of ${values.join(', ')}` }];
      return [{ path, what: `must be one of ${values.join(', ')}${didYouMean(plain(given), values)}` }];
    }
    case 'invalid_union':
      return unionFaults(issue, schema, value);
    case 'invalid_key':
      return [{ path, atKey: true, what: `"${String(path.at(-1))}" is not a name that can stand here` }];
    case 'too_small':
      return [{ path, what: issue.origin === 'array' ? `needs at least ${String(issue.minimum)}` : 'is too small' }];
    case 'custom':
      return [{ path, what: issue.message }];
    case 'invalid_format':
      return [{ path, what: formatInWords(path, valueAt(value, path), wordsAt(schema, value, path)) }];
    default:
      return [{ path, what: 'is not as it should be' }];
  }
}

/** A union told apart by a member names its values; of another the form that is nearest to what is there is taken. */
function unionFaults(issue: Extract<Issue, { code: 'invalid_union' }>, schema: z.ZodMiniType, value: unknown): Fault[] {
  const { path } = issue;
  const { discriminator, options } = issue as { discriminator?: string; options?: readonly unknown[] };
  if (discriminator !== undefined) {
    const values = (options ?? []).map(String);
    const given = valueAt(value, path);
    if (given === undefined) return [{ path, what: `"${discriminator}" is missing: one of ${values.join(', ')}` }];
    return [
      {
        path,
        what: `unknown ${discriminator} "${plain(given)}"${didYouMean(plain(given), values) || `: one of ${values.join(', ')}`}`,
      },
    ];
  }
  const [nearest] = [...issue.errors].sort((a, b) => weightOf(a) - weightOf(b));
  const inner = (nearest ?? []).map((one) => ({ ...one, path: [...path, ...one.path] }));
  return inner.length > 0
    ? inner.flatMap((one) => faultsOf(one, schema, value))
    : [{ path, what: 'is not as it should be' }];
}

function weightOf(issues: readonly Issue[]): number {
  return issues.reduce(
    (sum, { code, path }) => sum + (code === 'unrecognized_keys' ? 3 : path.length === 0 ? 5 : 1),
    0,
  );
}

const TYPES: Record<string, string> = {
  string: 'a text',
  array: 'a list',
  record: 'names with values',
  object: 'names with values',
  boolean: 'true or false',
  number: 'a number',
};

function typeInWords(
  expected: string,
  path: readonly PropertyKey[],
  given: unknown,
  words: string | undefined,
): string {
  const wanted = TYPES[expected] ?? expected;
  if (given === undefined) {
    const meaning = words === undefined ? '' : ` (${words})`;
    return `"${String(path.at(-1) ?? 'the definition')}" is missing: ${wanted}${meaning}`;
  }
  const shown =
    typeof given === 'string' || typeof given === 'number' || typeof given === 'boolean' ? plain(given) : undefined;
  const example =
    expected === 'array' && shown !== undefined
      ? `: [${shown}]`
      : expected === 'string' && shown !== undefined
        ? `: '${shown}'`
        : '';
  return `must be ${wanted}, not ${kindOf(given)}${example}`;
}

function kindOf(given: unknown): string {
  if (given === null) return 'nothing';
  if (Array.isArray(given)) return 'a list';
  return TYPES[typeof given] ?? typeof given;
}

function formatInWords(path: readonly PropertyKey[], given: unknown, words: string | undefined): string {
  const name = path.findLast((one) => typeof one === 'string') ?? 'it';
  const shown = JSON.stringify(given).slice(0, 60);
  return `${name} cannot be ${shown}: ${words ?? 'it has another form (docs/definition-format.md)'}`;
}

function valueAt(value: unknown, path: readonly PropertyKey[]): unknown {
  return path.reduce<unknown>(
    (at, key) => (Array.isArray(at) || isRecord(at) ? (at as Record<PropertyKey, unknown>)[key] : undefined),
    value,
  );
}

interface Def {
  type: string;
  shape?: Record<string, z.ZodMiniType>;
  innerType?: z.ZodMiniType;
  element?: z.ZodMiniType;
  valueType?: z.ZodMiniType;
  options?: readonly z.ZodMiniType[];
  discriminator?: string;
}

function defOf(schema: z.ZodMiniType): Def {
  return schema._zod.def;
}

/** The keys that an object at a path may have, by the schema; of a union those of the form that its own members tell. */
function keysAt(schema: z.ZodMiniType, value: unknown, path: readonly PropertyKey[]): string[] {
  const found = schemaAt(schema, value, path);
  const shape = found && shapeOf(found, valueAt(value, path));
  return shape ? Object.keys(shape) : [];
}

/** What the schema says of the value at a path, in words. */
function wordsAt(schema: z.ZodMiniType, value: unknown, path: readonly PropertyKey[]): string | undefined {
  const found = schemaAt(schema, value, path);
  return found && wordsOf(found);
}

function schemaAt(schema: z.ZodMiniType, value: unknown, path: readonly PropertyKey[]): z.ZodMiniType | undefined {
  return path.reduce<z.ZodMiniType | undefined>(
    (at, key, index) => at && below(at, valueAt(value, path.slice(0, index)), key),
    schema,
  );
}

function below(schema: z.ZodMiniType, value: unknown, key: PropertyKey): z.ZodMiniType | undefined {
  const { type, innerType, element, valueType } = defOf(schema);
  if (innerType) return below(innerType, value, key);
  if (type === 'array') return element;
  if (type === 'record') return valueType;
  return shapeOf(schema, value)?.[String(key)];
}

function shapeOf(schema: z.ZodMiniType, value: unknown): Record<string, z.ZodMiniType> | undefined {
  const { shape, innerType, options = [], discriminator } = defOf(schema);
  if (shape) return shape;
  if (innerType) return shapeOf(innerType, value);
  const own = isRecord(value) ? value : {};
  const shapes = options.map((one) => shapeOf(one, value)).filter((one) => one !== undefined);
  if (discriminator === undefined) return shapes.find((one) => Object.keys(one).some((key) => key in own)) ?? shapes[0];
  return shapes.find((one) => {
    const { values } = (one[discriminator] ? defOf(one[discriminator]) : {}) as { values?: readonly unknown[] };
    return values?.includes(own[discriminator]);
  });
}

function plain(value: unknown): string {
  return typeof value === 'string' ? value : JSON.stringify(value);
}
