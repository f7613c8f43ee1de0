import type { CodeStyle } from '../text/code-style.ts';
import { DEFAULT_HABITS } from '../text/habits.ts';
import type { Options } from './search.ts';

/** What the formatter does where none of these is said, for where it cannot be asked (Prettier 3, "Options"). */
export const START_DEFAULTS: Options = {
  semi: true,
  singleQuote: false,
  useTabs: false,
  tabWidth: 2,
  jsxSingleQuote: false,
  trailingComma: 'all',
  bracketSpacing: true,
  arrowParens: 'always',
  printWidth: 80,
};

/** What sources seem to show, as options of a formatter (Prettier, "Options"). */
export function startOptions(style: CodeStyle): Options {
  const { habits = DEFAULT_HABITS } = style;
  const tabs = style.indent.startsWith('\t');
  return {
    semi: style.semicolons,
    singleQuote: style.quotes === 'single',
    useTabs: tabs,
    tabWidth: tabs ? 4 : style.indent.length,
    jsxSingleQuote: habits.singleQuotedAttributes,
    trailingComma: !style.trailingCommas ? 'none' : habits.argumentCommas ? 'all' : 'es5',
    bracketSpacing: habits.spacedBraces,
    arrowParens: habits.arrowBrackets ? 'always' : 'avoid',
    printWidth: style.lineWidth,
  };
}
