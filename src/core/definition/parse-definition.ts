import { LineCounter, parseDocument, visit, type Document } from 'yaml';
import { bracketDepth } from '../formats/nesting.ts';
import { messageOf } from '../message-of.ts';
import { EXIT, Problem } from '../problem.ts';
import { placeFaults, type Fault, type PlacedFault } from './faults.ts';
import { proofSchema, type ProofKinds } from './proof-kind.ts';
import type { Definition } from './definition.ts';
import { DEFINITION_FORMAT, writtenSchema } from './written.ts';
import { translate } from './translate.ts';
import { senseFaults } from './sense-faults.ts';
import { writtenFaults } from './written-faults.ts';
import { way } from './way.ts';
import * as z from 'zod/mini';
import { isRecord } from '../records.ts';
import { shapeFaults } from './shape-faults.ts';

const LARGEST = 1 << 20;
const MOST_LEVELS = 100;

/** Reads a definition's text. Throws a Problem (status 2) that names line and column of what is wrong. */
export function parseDefinition(text: string, file: string, kinds: ProofKinds): Definition {
  if (text.length > LARGEST) throw invalid(file, 'it is too large', 1, 1);
  if (bracketDepth(text) > MOST_LEVELS) throw invalid(file, 'it is nested too deeply', 1, 1);
  const counter = new LineCounter();
  const document = parseDocument(text, { lineCounter: counter, uniqueKeys: true, logLevel: 'error' });
  // A tag that means nothing here is only a warning to the parser.
  const broken = [...document.errors, ...document.warnings].map(({ message, pos }): PlacedFault => {
    const { line, col } = counter.linePos(pos[0]);
    const [what = 'it is not YAML'] = message.split('\n');
    return {
      line,
      column: col,
      what: what.replace(/ at line \d+, column \d+:$/, ''),
      source: text.split(/\r?\n/)[line - 1] ?? '',
    };
  });
  if (broken.length > 0) throw faulty(file, broken);
  const lost = lostAlias(document);
  if (lost) {
    const { line, col } = counter.linePos(lost.at);
    throw invalid(file, `Unresolved alias: there is no anchor "${lost.name}" before it`, line, col);
  }
  const value = valueOf(document, file);
  checkFormat(value, file);
  const { written: schema, recorded } = schemasOf(kinds);
  const result = schema.safeParse(value, { reportInput: true });
  if (!result.success) {
    const shape = shapeFaults(result.error.issues, schema, value);
    throw faulty(file, placeFaults([...keyFaults(value, []), ...shape], text, document, counter));
  }
  const { definition: said, origin } = translate(result.data);
  const definition = asRecorded(said, recorded);
  const sense = senseFaults(definition).map((fault) => ({ ...fault, path: origin(fault.path) }));
  const faults = [...keyFaults(value, []), ...writtenFaults(result.data), ...sense];
  if (faults.length === 0) return definition;
  throw faulty(file, placeFaults(faults, text, document, counter));
}

interface Schemas {
  written: ReturnType<typeof writtenSchema>;
  recorded: ReturnType<typeof recordedSchema>;
}

// To make them takes longer than to read a definition with them.
const schemas = new WeakMap<ProofKinds, Schemas>();

function schemasOf(kinds: ProofKinds): Schemas {
  const known = schemas.get(kinds);
  if (known) return known;
  const made = { written: writtenSchema(kinds), recorded: recordedSchema(kinds) };
  schemas.set(kinds, made);
  return made;
}

function recordedSchema(kinds: ProofKinds) {
  return z.strictObject({ way, proofs: z.array(proofSchema(kinds)) });
}

/** The same with all members in the order in which records have them: what is attached now and what is read again are the same text. */
function asRecorded(definition: Definition, schema: Schemas['recorded']): Definition {
  const ways = definition.ways.map(({ proofs, ...alone }) => {
    const recorded = schema.parse({ way: alone, proofs });
    return { ...recorded.way, proofs: recorded.proofs };
  });
  const already = definition.already?.map((one) => ({ ...one, proofs: schema.shape.proofs.parse(one.proofs) }));
  return { ...definition, ...(already ? { already } : {}), ways };
}

/** Throws a Problem (status 2) for a definition in a form that is not known here: nothing else can be said of it. */
function checkFormat(value: unknown, file: string): void {
  const format = isRecord(value) ? value.format : undefined;
  if (format === DEFINITION_FORMAT) return;
  const why =
    format === undefined
      ? `it does not say its format: begin it with "format: ${DEFINITION_FORMAT}"`
      : `this version of Ligament does not know the format ${JSON.stringify(format)}, only ${DEFINITION_FORMAT}`;
  throw invalid(file, why, 1, 1);
}

/** The first alias whose anchor is not there: it must stand before it (YAML 1.2.2, §7.1). */
function lostAlias(document: Document): { name: string; at: number } | undefined {
  const anchors = new Set<string>();
  let found: { name: string; at: number } | undefined;
  visit(document, {
    Value(_, { anchor }) {
      if (anchor !== undefined) anchors.add(anchor);
    },
    Alias(_, node) {
      if (anchors.has(node.source)) return undefined;
      found = { name: node.source, at: node.range?.[0] ?? 0 };
      return visit.BREAK;
    },
  });
  return found;
}

// Names of what every object has: no definition means them.
const RESERVED = ['__proto__', 'constructor', 'prototype'];

/** Keys that would reach into what every object has, and texts that hold what no text file can. */
function keyFaults(value: unknown, path: readonly PropertyKey[]): Fault[] {
  if (typeof value === 'string' && value.includes('\0'))
    return [{ path, what: 'has a NUL, which no text file can hold' }];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, item]): Fault[] => {
    const own = [...path, key];
    const odd = RESERVED.includes(key) ? [{ path: own, atKey: true, what: `"${key}" cannot be a name here` }] : [];
    return [...odd, ...keyFaults(item as unknown, own)];
  });
}

/** All that is wrong, in the order of lines, each with the line itself. */
function faulty(file: string, faults: readonly PlacedFault[]): Problem {
  const [first] = faults;
  const told = faults.map(({ line, column, what, source }) => `${line}:${column}  ${what}\n    ${source.trim()}`);
  return new Problem({
    status: EXIT.wrongUsage,
    what: `The definition ${file} is not valid${faults.length > 1 ? `: it has ${faults.length} faults` : ''}`,
    where: { file, line: first?.line ?? 1, column: first?.column ?? 1 },
    why: told.join('\n'),
    next: 'See docs/definition-format.md for what a definition may say.',
  });
}

/** Aliases that lead nowhere, or that make a little text into a lot, are found only when the value is made. */
function valueOf(document: Document, file: string): unknown {
  try {
    const value: unknown = document.toJS({ maxAliasCount: 50 });
    if (!isText(value)) throw new Error('it has half a character (a lone surrogate), which no file can hold');
    return value;
  } catch (error) {
    throw invalid(file, messageOf(error), 1, 1);
  }
}

/** Whether all texts in a value can be written as UTF-8 and read again. */
function isText(value: unknown): boolean {
  if (typeof value === 'string') return !/\p{Surrogate}/u.test(value);
  if (typeof value !== 'object' || value === null) return true;
  return Object.entries(value).every(([key, item]) => isText(key) && isText(item));
}

function invalid(file: string, why: string, line: number, column: number): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `The definition ${file} is not valid`,
    where: { file, line, column },
    why,
    next: 'See docs/definition-format.md for what a definition may say.',
  });
}
