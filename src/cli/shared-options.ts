import type { Argv } from 'yargs';

// Options that several commands have, each under one name with one meaning. A repeated option takes one value each time, so that what
// stands behind it is an argument again.
const repeated = { type: 'string', array: true, nargs: 1, requiresArg: true } as const;

export function workspaceOption<Own>(y: Argv<Own>) {
  return y.option('workspace', {
    ...repeated,
    default: [] as string[],
    defaultDescription: 'the one you stand in',
    describe: 'A workspace, by folder or name',
  });
}

export function everywhereOption<Own>(y: Argv<Own>) {
  return y.option('everywhere', {
    type: 'boolean',
    default: false,
    describe: 'All workspaces: those that it fits, or that have it',
  });
}

export function commandsOption<Own>(y: Argv<Own>) {
  return y.option('allow-commands', {
    type: 'boolean',
    default: false,
    describe: 'Run commands of definitions and records that did not come with Ligament',
  });
}

export function previewOption<Own>(y: Argv<Own>) {
  return y.option('preview', {
    type: 'boolean',
    default: false,
    describe: 'Show everything that would be done, and write nothing',
  });
}

/** An option that may be given several times, with one value each. */
export function repeatedOption<Own, Name extends string>(y: Argv<Own>, name: Name, describe: string) {
  return y.option(name, { ...repeated, default: [] as string[], describe });
}

/** What every command has that changes a project. */
export function changeOptions<Own>(y: Argv<Own>) {
  return commandsOption(y)
    .option('yes', { type: 'boolean', default: false, describe: 'Agree to everything that is shown' })
    .option('commit', { type: 'boolean', default: false, describe: 'Commit exactly this change with git' })
    .option('recover', { type: 'boolean', default: false, describe: 'First put back a change that was cut off' })
    .option('offline', { type: 'boolean', default: false, describe: 'Fetch nothing: use what was fetched before' })
    .option('install', {
      type: 'boolean',
      default: true,
      describe: 'Run the package manager (--no-install: do not run it)',
    });
}

/** What every command has that brings something in: how its preview is shown, and whether it is proved. */
export function comingOptions<Own>(y: Argv<Own>) {
  return y
    .option('format', {
      choices: ['text', 'patch'] as const,
      default: 'text' as const,
      describe: 'How --preview shows it',
    })
    .option('file', {
      type: 'string',
      requiresArg: true,
      describe: 'Show this one file of the preview in full, by its path in the project',
    })
    .option('prove', { type: 'boolean', default: true, describe: 'Prove that it works (--no-prove: do not)' });
}
