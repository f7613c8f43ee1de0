import { nearName } from '../../core/text/near-name.ts';

// Words that people have for commands, with the command and what it does in their words.
const COMMANDS: Readonly<Record<string, readonly string[]>> = {
  attach: ['add', 'install', 'apply', 'use', 'enable', 'setup', 'connect'],
  detach: ['remove', 'rm', 'uninstall', 'delete', 'disable'],
  browse: ['list', 'ls', 'search', 'find', 'show', 'catalog', 'integrations'],
  survey: ['status', 'info', 'inspect', 'scan', 'init', 'about'],
  prove: ['test', 'verify', 'check', 'validate'],
  grow: ['new', 'make', 'create', 'generate'],
  undo: ['revert', 'rollback', 'back'],
  history: ['log', 'changes'],
  recover: ['repair', 'restore', 'fix', 'unlock'],
  enrol: ['enroll', 'user', 'adduser', 'account', 'register'],
};

const OPTIONS: Readonly<Record<string, readonly string[]>> = {
  preview: ['dry-run', 'dryrun', 'plan', 'diff', 'what-if', 'simulate'],
  yes: ['force', 'assume-yes', 'non-interactive', 'agree', 'no-input'],
  quiet: ['silent'],
  verbose: ['debug', 'trace', 'loud'],
  cwd: ['dir', 'directory', 'project', 'root', 'path'],
  choose: ['set', 'option', 'answer'],
  take: ['with', 'pin', 'package'],
  everywhere: ['all', 'recursive', 'workspaces'],
  workspace: ['filter', 'w', 'scope'],
};

/** The command that a word stands for: a plain synonym, or the nearest name where that is near enough. */
export function commandMeant(word: string, known: readonly string[]): string | undefined {
  return meant(word.toLowerCase(), known, COMMANDS);
}

/** The same of an option, without its dashes. */
export function optionMeant(word: string, known: readonly string[]): string | undefined {
  return meant(word.toLowerCase(), known, OPTIONS);
}

function meant(
  word: string,
  known: readonly string[],
  synonyms: Readonly<Record<string, readonly string[]>>,
): string | undefined {
  const [own] = Object.entries(synonyms).find(([name, all]) => known.includes(name) && all.includes(word)) ?? [];
  return own ?? nearName(word, known);
}
