import type { Argv } from 'yargs';

// Options that several commands have, each under one name with one meaning. A repeated option takes one value each time, so that what
// stands behind it is an argument again. `group` is where the help lists one.
const repeated = { type: 'string', array: true, nargs: 1, requiresArg: true } as const;
const flag = { type: 'boolean', default: false } as const;

/** The groups of the help, in its order. */
export const GROUPS = ['What', 'Where', 'How', 'Safety', 'Output'] as const;

/** Options that every command takes, even where they have nothing to do. */
export function everywhere<Own>(y: Argv<Own>) {
  return outputOptions(proveOption(installOptions(yesOption(sideOption(workspaceOption(cwdOption(y)))))));
}

/** The folder that one stands in; where it is gone no command is run. */
function here(): string {
  try {
    return process.cwd();
  } catch {
    return '.';
  }
}

function cwdOption<Own>(y: Argv<Own>) {
  return y.option('cwd', {
    type: 'string',
    default: here(),
    requiresArg: true,
    group: 'Where',
    describe: 'The project, or a folder in it; otherwise the folder that you stand in',
  });
}

export function workspaceOption<Own>(y: Argv<Own>) {
  return y.option('workspace', {
    ...repeated,
    default: [] as string[],
    group: 'Where',
    describe: 'A workspace, by folder or name; otherwise the one that you stand in. Can be repeated',
  });
}

export function sideOption<Own>(y: Argv<Own>) {
  return y.option('side', {
    choices: ['browser', 'server'] as const,
    group: 'Where',
    describe: 'browser or server, of a workspace that is built as both',
  });
}

export function yesOption<Own>(y: Argv<Own>) {
  return y.option('yes', {
    ...flag,
    alias: 'y',
    group: 'Safety',
    describe: 'Agree to everything that is shown, and ask nothing',
  });
}

function installOptions<Own>(y: Argv<Own>) {
  return y
    .option('install', {
      type: 'boolean',
      default: true,
      group: 'How',
      describe: 'Do not run the package manager; what is left to run is told',
    })
    .option('offline', { ...flag, group: 'How', describe: 'Fetch nothing: use what was fetched before' });
}

export function proveOption<Own>(y: Argv<Own>) {
  return y.option('prove', { type: 'boolean', default: true, group: 'How', describe: 'Do not prove that it works' });
}

function outputOptions<Own>(y: Argv<Own>) {
  return y
    .option('json', { ...flag, group: 'Output', describe: 'Print one JSON document on stdout, all else on stderr' })
    .option('quiet', { ...flag, alias: 'q', group: 'Output', describe: 'Print results and problems only' })
    .option('verbose', { ...flag, group: 'Output', describe: 'Print everything' })
    .option('help', { ...flag, alias: 'h', group: 'Output', describe: 'Print this help' });
}

export function everywhereOption<Own>(y: Argv<Own>) {
  return y.option('everywhere', {
    ...flag,
    group: 'Where',
    describe: 'All workspaces: those that it fits, or that have it',
  });
}

export function commandsOption<Own>(y: Argv<Own>) {
  return y.option('allow-commands', {
    ...flag,
    group: 'Safety',
    describe: 'Run commands of definitions and records that did not come with Ligament',
  });
}

export function previewOption<Own>(y: Argv<Own>) {
  return y.option('preview', {
    ...flag,
    group: 'Safety',
    describe: 'Show everything that would be done, and write nothing',
  });
}

/** An option that may be given several times, with one value each. */
export function repeatedOption<Own, Name extends string>(y: Argv<Own>, name: Name, describe: string) {
  return y.option(name, { ...repeated, default: [] as string[], group: 'What', describe });
}

/** What every command has that changes a project. */
export function changeOptions<Own>(y: Argv<Own>) {
  return installOptions(yesOption(commandsOption(y)))
    .option('commit', { ...flag, group: 'Safety', describe: 'Commit exactly this change with git' })
    .option('recover', { ...flag, group: 'Safety', describe: 'First put back a change that was cut off' });
}

/** What every command has that brings something in: how its preview is shown, and whether it is proved. */
export function comingOptions<Own>(y: Argv<Own>) {
  return proveOption(y)
    .option('format', {
      choices: ['text', 'patch', 'html'] as const,
      default: 'text' as const,
      group: 'Output',
      describe: 'How --preview shows it: text, patch, or html (a page to pass on); otherwise text',
    })
    .option('file', {
      type: 'string',
      requiresArg: true,
      group: 'Output',
      describe: 'Show this one file of the preview in full, by its path in the project',
    });
}
