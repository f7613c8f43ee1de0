import type { Options } from 'yargs';
import { takesValue, type CommandSpec } from '../arguments/specs.ts';
import { VALUES } from './values.ts';

/** A name with what it means. */
export type Row = readonly [left: string, right: string];

/** "attach [INTEGRATION…]". */
export function usageOf({ name, positionals }: CommandSpec): string {
  const places = positionals.map((one) => (one.required ? placeName(one) : `[${placeName(one)}]`));
  return [name, ...places].join(' ');
}

/** "INTEGRATION…". */
export function placeName({ name, many }: CommandSpec['positionals'][number]): string {
  const single = name.toUpperCase().replace(/S$/, '');
  return many ? `${single}…` : single;
}

/** "--yes, -y", "--no-install", "--workspace NAME". */
export function optionName(name: string, { alias, default: usual, ...rest }: Options): string {
  if (usual === true) return `--no-${name}`;
  const letters = [alias ?? []].flat().map((one) => `, -${one}`);
  return `--${name}${letters.join('')}${takesValue(rest) ? ` ${VALUES[name] ?? 'VALUE'}` : ''}`;
}

/** What can be asked about besides commands. */
export const TOPIC_ROWS: readonly { topic: string; heading: string; about: string; rows: readonly Row[] }[] = [
  {
    topic: 'environment',
    heading: 'ENVIRONMENT',
    about: 'What Ligament reads of the environment.',
    rows: [
      ['NO_COLOR', 'Any value turns colours off (no-color.org)'],
      ['FORCE_COLOR', '1 turns colours on where there is no terminal, 0 turns them off'],
      ['TERM', 'With "dumb" there are neither colours nor a line that is written over'],
      ['CI', 'Any value: nothing is asked, and nothing is written over'],
      [
        'LIGAMENT_SECRET_CHOICE',
        'The value of a secret that an integration asks for, by the name of its choice in capitals',
      ],
      [
        'XDG_CACHE_HOME',
        'Where answers of registries, definitions and the compiled program are kept, in a folder "ligament"; otherwise ~/.cache',
      ],
      ['XDG_STATE_HOME', 'Where journals of changes are kept, in a folder "ligament"; otherwise ~/.local/state'],
    ],
  },
  {
    topic: 'statuses',
    heading: 'EXIT STATUS',
    about: 'What a command ends with.',
    rows: [
      ['0', 'Done, or there was nothing to do'],
      ['1', 'Not proved'],
      ['2', 'What was typed is wrong: nothing was changed'],
      ['3', 'Refused, or answered with no: nothing was changed'],
      ['4', 'Failed, and everything was put back'],
      ['5', 'A change was cut off and has to be put back: ligament recover'],
      ['70', "A fault of Ligament's own"],
      ['130', 'Interrupted, and everything was put back'],
    ],
  },
];
