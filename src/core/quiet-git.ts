/*
 * What a repository's own settings could have run while it is looked at (git-config(1)): a monitor of files (fsmonitor), hooks, a program
 * that checks signatures, one that shows differences, one that pages. Transports are turned off apart from these.
 */
export const NOTHING_RUNS: readonly (readonly [string, string])[] = [
  ['core.fsmonitor', 'false'],
  ['core.hooksPath', '/dev/null'],
  ['log.showSignature', 'false'],
  ['core.pager', 'cat'],
  ['diff.external', ''],
  ['submodule.recurse', 'false'],
];
