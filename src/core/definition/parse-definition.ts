import { LineCounter, parseDocument, type Document } from 'yaml';
import type * as z from 'zod/mini';
import { messageOf } from '../message-of.ts';
import { bracketDepth } from '../formats/nesting.ts';
import { EXIT, Problem } from '../problem.ts';
import { fillAll } from './fill.ts';
import { definition, type Definition } from './schema.ts';
import { FACT_NAMES } from './fact-names.ts';
import { tie } from './ties.ts';

const LARGEST = 1 << 20;
const MOST_LEVELS = 100;

/** Reads a definition's text. Throws a Problem (status 2) that names line and column of what is wrong. */
export function parseDefinition(text: string, file: string): Definition {
  if (text.length > LARGEST) throw invalid(file, 'it is too large', 1, 1);
  if (bracketDepth(text) > MOST_LEVELS) throw invalid(file, 'it is nested too deeply', 1, 1);
  const counter = new LineCounter();
  const document = parseDocument(text, { lineCounter: counter, uniqueKeys: true, logLevel: 'error' });
  // A tag that means nothing here is only a warning to the parser.
  const fault = document.errors[0] ?? document.warnings[0];
  if (fault) {
    const { line, col } = counter.linePos(fault.pos[0]);
    throw invalid(file, fault.message.split('\n')[0] ?? 'it is not YAML', line, col);
  }
  const result = definition.safeParse(valueOf(document, file));
  if (result.success) {
    checkPlaceholders(result.data, file);
    checkSecrets(result.data, file);
    checkFiles(result.data, file);
    checkNames(result.data, file);
    return result.data;
  }
  const issue = result.error.issues[0];
  const node = document.getIn(issue?.path.map(String) ?? [], true) as { range?: [number] } | undefined;
  const { line, col } = counter.linePos(node?.range?.[0] ?? 0);
  const place = issue?.path.join('.') || 'the document';
  throw invalid(file, `${place} ${issue ? inWords(issue) : 'is not valid'}`, line, col);
}

/** A placeholder that may stay empty must not stand where a tie cannot do without the text: its member would be left out. */
function checkPlaceholders({ ways, choices = {} }: Definition, file: string): void {
  const always = Object.entries(choices).filter(
    ([, choice]) => choice.kind === 'one-of' || (choice.kind === 'text' && choice.form === 'name'),
  );
  const values = Object.fromEntries([...always.map(([name]) => name), ...FACT_NAMES].map((name) => [name, 'x']));
  for (const { way, ties } of ways) {
    const odd = ties.find((one) => !tie.safeParse(fillAll(one, values)).success);
    if (odd) throw invalid(file, `way ${way}: the tie at ${odd.at} has a placeholder that can stay empty`, 1, 1);
  }
}

/** A variable that is a secret names a choice that asks for one. */
function checkSecrets({ ways, choices = {} }: Definition, file: string): void {
  for (const { way, ties } of ways) {
    const variables = ties.flatMap((one) => (one.at === 'environment.file' ? Object.entries(one.variables) : []));
    const odd = variables.find(([, { secret }]) => secret !== undefined && choices[secret]?.kind !== 'secret');
    if (odd) throw invalid(file, `way ${way}: ${odd[0]} names a choice that asks for no secret`, 1, 1);
  }
}

/** A file of a way has its text from one place. */
function checkFiles({ ways }: Definition, file: string): void {
  for (const { way, files = [] } of ways) {
    const odd = files.find(({ text, from }) => (text === undefined) === (from === undefined));
    if (odd) throw invalid(file, `way ${way}: ${odd.file} needs either "text" or "from"`, 1, 1);
  }
}

/** In the name of a file nothing stays empty, and nothing is left over: every placeholder is a fact or a choice. */
function checkNames({ ways, choices = {} }: Definition, file: string): void {
  const known = new Set<string>([...FACT_NAMES, ...Object.keys(choices)]);
  for (const { way, files = [] } of ways)
    for (const { file: name } of files)
      for (const [, placeholder = ''] of name.matchAll(/\{\{\s*([\w.-]+)\s*\}\}/g))
        if (!known.has(placeholder))
          throw invalid(file, `way ${way}: {{${placeholder}}} in ${name} is neither a fact nor a choice`, 1, 1);
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

function inWords(issue: z.core.$ZodIssue): string {
  switch (issue.code) {
    case 'unrecognized_keys':
      return `does not know ${issue.keys.map((key) => `"${key}"`).join(', ')}`;
    case 'invalid_type':
      return issue.input === undefined ? `is missing (${issue.expected})` : `must be of the type ${issue.expected}`;
    case 'invalid_value':
      return `must be one of ${issue.values.join(', ')}`;
    case 'invalid_union':
      return `is none of the forms that are known here`;
    case 'custom':
      return issue.message;
    case 'invalid_format':
      return 'is not a name as it should be';
    default:
      return 'is not as it should be';
  }
}
