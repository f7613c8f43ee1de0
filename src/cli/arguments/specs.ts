import type { Argv, Options, PositionalOptions } from 'yargs';
import type { AnyCommand } from '../command.ts';
import type { GlobalOptions } from '../session.ts';
import { everywhere } from '../shared-options.ts';

/** What a command takes, read off what it tells the parser. */
export interface CommandSpec {
  name: string;
  positionals: PositionalSpec[];
  /** By their long names, in the order of the help. */
  options: Map<string, Options>;
}

export interface PositionalSpec {
  name: string;
  describe: string;
  required: boolean;
  /** Takes all that is left. */
  many: boolean;
}

/** What one command takes of its own, or all of them (`declare` is what hands the options to the parser). */
export function specOf({ usage, options: declare }: Pick<AnyCommand, 'usage' | 'options'>): CommandSpec {
  const [name = '', ...places] = usage.split(' ');
  const options = new Map<string, Options>();
  const described = new Map<string, PositionalOptions>();
  // Stands in for the parser: the same words declare both, so that help and checks cannot come apart from it.
  const recorder = {
    option(key: string, spec: Options) {
      options.set(key, spec);
      return recorder;
    },
    positional(key: string, spec: PositionalOptions) {
      described.set(key, spec);
      return recorder;
    },
  };
  declare(recorder as unknown as Argv<GlobalOptions>);
  const positionals = places.map((place) => {
    const own = place.replace(/^[<[]|\.*[>\]]$/g, '');
    return {
      name: own,
      describe: described.get(own)?.describe ?? '',
      required: place.startsWith('<'),
      many: place.includes('..'),
    };
  });
  return { name, positionals, options };
}

/** Whether an option takes a value behind it. */
export function takesValue({ type, choices }: Options): boolean {
  return type !== 'boolean' || choices !== undefined;
}

/** What every command takes. */
export const EVERYWHERE: ReadonlyMap<string, Options> = specOf({ usage: '', options: (y) => everywhere(y) }).options;
