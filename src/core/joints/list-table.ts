import { speltAs, wordsOf } from '../analogy/spellings.ts';
import type { EntityField } from './growth.ts';

const SECRETS = new Set(
  'password passwd passphrase pwd secret secrets token tokens hash salt otp totp pin credential credentials cvv cvc iban ssn'.split(
    ' ',
  ),
);

/** Whether a field of an entity, by its name, is nothing for people to see. */
export function isSecret(field: string): boolean {
  const words = wordsOf(field);
  return words.some((word) => SECRETS.has(word)) || /(api|private|secret)[_ ]?key/.test(words.join(' '));
}

/** How a language of templates says what a list needs. */
export interface ListLanguage {
  ifEmpty: string;
  otherwise: string;
  endIf: string;
  forEach: string;
  endFor: string;
  /** A field of one of them, as the language shows it. */
  cell(this: void, field: EntityField): string;
  /** Links to the pages before and after, line by line. */
  turning: readonly string[];
}

/** What a page shows of a list, line by line: a table with a row for each, or that there is none. */
export function listTable(fields: readonly EntityField[], language: ListLanguage): string[] {
  const { ifEmpty, otherwise, endIf, forEach, endFor, cell, turning } = language;
  const deep = (by: number, lines: readonly string[]): string[] => lines.map((line) => '    '.repeat(by) + line);
  return [
    ifEmpty,
    '    <p>Nothing is here yet.</p>',
    otherwise,
    ...deep(1, ['<table>', '    <thead>', '        <tr>']),
    ...deep(
      4,
      fields.map(({ name }) => `<th scope="col">${speltAs(wordsOf(name), 'sentence')}</th>`),
    ),
    ...deep(1, ['        </tr>', '    </thead>', '    <tbody>', `        ${forEach}`, '            <tr>']),
    ...deep(
      5,
      fields.map((field) => `<td>${cell(field)}</td>`),
    ),
    ...deep(1, ['            </tr>', `        ${endFor}`, '    </tbody>', '</table>']),
    endIf,
    '',
    ...turning,
  ];
}
