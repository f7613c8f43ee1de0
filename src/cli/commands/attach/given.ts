import type { AttachRequest } from '../../../core/plan/attach/attach-request.ts';
import { extraNames } from '../../../core/plan/attach/extras.ts';
import { EXIT, Problem } from '../../../core/problem.ts';
import { allOf } from '../../../core/text/in-words.ts';
import { nearName } from '../../../core/text/near-name.ts';

/**
 * Hands answers to the integrations that they are for: `tailwindcss.prefix=tw` to one, `prefix=tw` to all that have such a choice. Throws a
 * Problem (status 2) for one that is for none of them.
 */
export function shareChoices(requests: readonly AttachRequest[], given: Readonly<Record<string, string>>): void {
  for (const [key, value] of Object.entries(given)) {
    const scoped = requests.filter(({ definition }) => key.startsWith(`${definition.integration}.`));
    const own = (one: AttachRequest): string => key.slice(one.definition.integration.length + 1);
    const having = requests.filter(({ definition }) => key === 'way' || Object.hasOwn(definition.choices ?? {}, key));
    for (const one of scoped) one.choices = { ...one.choices, [own(one)]: value };
    if (scoped.length > 0) continue;
    // Of one that nobody knows the first says what there is.
    for (const one of having.length > 0 ? having : requests.slice(0, 1)) one.choices = { ...one.choices, [key]: value };
  }
}

/**
 * Hands the names of extras that are left out to the integrations that have them: `prettier.scripts` to one, `scripts` to all. Throws a Problem
 * (status 2) for one that none has.
 */
export function shareExtras(requests: readonly AttachRequest[], given: readonly string[]): void {
  for (const name of new Set(given)) {
    const having = requests.flatMap((request) => {
      const { integration } = request.definition;
      const own = extraNames(request.definition).find((one) => one === name || `${integration}.${one}` === name);
      return own === undefined ? [] : [{ request, own }];
    });
    for (const { request, own } of having) request.without = [...(request.without ?? []), own];
    if (having.length > 0 || requests.length === 0) continue;
    const all = [...new Set(requests.flatMap(({ definition }) => extraNames(definition)))];
    const titles = [...new Set(requests.map(({ definition }) => definition.title))];
    const near = nearName(name, all);
    throw new Problem({
      status: EXIT.wrongUsage,
      what: `${allOf(titles)} ${titles.length > 1 ? 'have' : 'has'} no extra called "${name}"`,
      ...(all.length === 0 ? {} : { why: `the extras are ${allOf(all)}` }),
      next: `${near === undefined ? 'Leave --without out.' : `Did you mean --without ${near}?`} Nothing was changed.`,
    });
  }
}

/** Packages with the range or tag that is asked for. */
export function parseTake(given: readonly string[]): Record<string, string> {
  const usage = { what: 'does not say which version to take', next: 'Give it as --take name@range, or name@tag.' };
  // The first character may be the one of a scope.
  return parsePairs(given, (item) => item.indexOf('@', 1), usage);
}

/** Answers by key. */
export function parseChoices(given: readonly string[]): Record<string, string> {
  const usage = { what: 'is not a choice', next: 'Give choices as --choose key=value.' };
  return parsePairs(given, (item) => item.indexOf('='), usage);
}

/** Files by the choice whose secret they hold. */
export function parseSecretFiles(given: readonly string[]): Record<string, string> {
  const usage = { what: 'does not name a file of a secret', next: 'Give it as --secret-file choice=path.' };
  return parsePairs(given, (item) => item.indexOf('='), usage);
}

/** Names and values. Throws a Problem (status 2) for a text without a name or without the sign between the two, and for a name given twice. */
function parsePairs(
  given: readonly string[],
  signAt: (item: string) => number,
  { what, next }: { what: string; next: string },
): Record<string, string> {
  const pairs = given.map((item): [string, string] => {
    const at = signAt(item);
    if (at < 1) throw new Problem({ status: EXIT.wrongUsage, what: `"${item}" ${what}`, next });
    return [item.slice(0, at), item.slice(at + 1)];
  });
  const twice = pairs.find(([key], index) => pairs.findIndex(([other]) => other === key) < index);
  if (twice)
    throw new Problem({
      status: EXIT.wrongUsage,
      what: `${twice[0]} was given twice`,
      next: 'Leave one of them out. Nothing was changed.',
    });
  return Object.fromEntries(pairs);
}
