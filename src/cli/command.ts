import type { ArgumentsCamelCase, Argv } from 'yargs';
import type { Output } from './output.ts';
import type { GlobalOptions } from './session.ts';

/** A command: what it is called, what it takes, and what it does, which is loaded only when it is run. */
export interface AnyCommand {
  /** Its name and its positional arguments, as the parser reads them: `attach <integrations..>`. */
  usage: string;
  /** What it does, in a line of the help. */
  describe: string;
  /** Command lines without the program's name, with what each does. */
  examples: readonly (readonly [line: string, does: string])[];
  options: (y: Argv<GlobalOptions>) => Argv<GlobalOptions>;
  /** Its `run` is given all commands, too, and returns the exit status. */
  load: () => Promise<{ run: (options: never, output: Output, all: readonly AnyCommand[]) => Promise<number> }>;
}

type OptionsOf<Built> = Built extends Argv<infer Own> ? ArgumentsCamelCase<Own> : never;

/** A command for the list of all: what its options promise is held against what its `run` takes, so that they cannot come apart. */
export function command<Built>(
  options: (y: Argv<GlobalOptions>) => Built,
  rest: Pick<AnyCommand, 'usage' | 'describe' | 'examples'> & {
    load: () => Promise<{
      run: (options: OptionsOf<Built>, output: Output, all: readonly AnyCommand[]) => Promise<number>;
    }>;
  },
): AnyCommand {
  return { ...rest, options } as unknown as AnyCommand;
}
