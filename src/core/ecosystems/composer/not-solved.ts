import { EXIT, Problem } from '../../problem.ts';

/** What is said where Composer itself finds no answer: the facts of its first problem, in our words. */
export function notSolved(said: string, names: readonly string[], offline: boolean): Problem {
  const reasons = reasonsIn(said);
  return new Problem({
    status: EXIT.refused,
    what: `Composer found no versions that fit for ${names.length > 0 ? names.join(' and ') : 'this project'}`,
    why: reasons.length > 0 ? reasons.join('\n') : 'its output names no reason',
    next: offline
      ? 'Run the same command once without --offline. Nothing was changed.'
      : 'Nothing was changed. Change the requirements that conflict, then run the command again.',
    ...(reasons.length > 0 ? {} : { output: said.trim().split('\n').slice(-12).join('\n') }),
  });
}

const MOST = 8;

/** Composer's reasons, a fact each: what requires what, and what is there instead. */
function reasonsIn(said: string): string[] {
  const lines = said.split('\n').filter((line) => /^\s+- /.test(line));
  const reasons = [...new Set(lines.map((line) => plainReason(line.replace(/^\s+- /, ''))))].slice(0, MOST);
  return reasons.length > 0 ? reasons : thrownIn(said);
}

/** What Composer could not go on with: it stands below the place in its sources, folded into lines, with a blank line before and behind. */
function thrownIn(said: string): string[] {
  const lines = said.split('\n').map((line) => line.trim());
  const head = lines.findIndex((line) => /^In \S+ line \d+:$/.test(line));
  const below = head === -1 ? [] : lines.slice(head + 1);
  const first = below.findIndex((line) => line !== '');
  if (first === -1) return [];
  const last = below.findIndex((line, index) => index > first && line === '');
  return [below.slice(first, last === -1 ? undefined : last).join(' ')];
}

function plainReason(line: string): string {
  return line
    .replace(/^Root composer\.json requires /, 'composer.json requires ')
    .replace(/ -> satisfiable by /, ', which is ')
    .replace(/ -> found (.*?) but (?:it does|these do) not match .*$/, '; there is $1')
    .replace(/ -> found (.*?) but these were not loaded, .*$/, '; there is $1, which something else excludes')
    .replace(/ -> it is missing from your system.*$/, ', which is not installed here')
    .replace(/ -> your php version \(([^;)]*).*\) does not satisfy that requirement\.?$/, '; PHP $1 runs here')
    .replace(/ -> could not be found in any version.*$/, ', which no repository has')
    .replace(/\.$/, '');
}
