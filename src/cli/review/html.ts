import escapeHtml from 'escape-html';
import { printableLines } from '../render/printable.ts';

/** Text that is markup already: everything in it from outside was escaped. */
export class Html {
  readonly markup: string;

  constructor(markup: string) {
    this.markup = markup;
  }
}

export type Content = Html | string | number | undefined | readonly Content[];

/** Markup with values in it: texts are escaped (HTML Standard, section 13.3), and what could deceive who reads them is seen; what is markup already stays. */
export function html(parts: TemplateStringsArray, ...values: readonly Content[]): Html {
  return new Html(parts.map((part, index) => part + markupOf(values[index])).join(''));
}

function markupOf(value: Content): string {
  if (value === undefined) return '';
  if (value instanceof Html) return value.markup;
  if (typeof value === 'object') return value.map((one) => markupOf(one)).join('');
  return escapeHtml(printableLines(String(value)));
}
