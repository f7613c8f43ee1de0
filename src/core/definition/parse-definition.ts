import { LineCounter, parseDocument } from 'yaml';
import type * as z from 'zod/mini';
import { EXIT, Problem } from '../problem.ts';
import { definition, type Definition } from './schema.ts';

/** Reads a definition's text. Throws a Problem (status 2) that names line and column of what is wrong. */
export function parseDefinition(text: string, file: string): Definition {
  const counter = new LineCounter();
  const document = parseDocument(text, { lineCounter: counter, uniqueKeys: true, logLevel: 'error' });
  const fault = document.errors[0];
  if (fault) {
    const { line, col } = counter.linePos(fault.pos[0]);
    throw invalid(file, fault.message.split('\n')[0] ?? 'it is not YAML', line, col);
  }
  const result = definition.safeParse(document.toJS({ maxAliasCount: 50 }));
  if (result.success) return result.data;
  const issue = result.error.issues[0];
  const node = document.getIn(issue?.path.map(String) ?? [], true) as { range?: [number] } | undefined;
  const { line, col } = counter.linePos(node?.range?.[0] ?? 0);
  const place = issue?.path.join('.') || 'the document';
  throw invalid(file, `${place} ${issue ? inWords(issue) : 'is not valid'}`, line, col);
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
    case 'invalid_format':
      return 'is not a name as it should be';
    default:
      return 'is not as it should be';
  }
}
