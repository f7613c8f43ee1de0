import type { Tie } from '../../definition/ties.ts';
import { fillText } from '../../definition/fill.ts';
import { EXIT, Problem } from '../../problem.ts';

// How values are written that must not be told to everybody (RFC 7468 section 10; RFC 3986 section 3.2.1; what issuers put in front).
const SECRETS: readonly [RegExp, string][] = [
  [/-----BEGIN [A-Z ]{0,40}PRIVATE KEY-----/, 'a private key'],
  [/"private_key"|"service_account"/, 'the key of a service account'],
  [/^[sr]k_(live|test)_\w/, 'a secret key'],
  [/^(gh[opsur]_|github_pat_|glpat-|xox[abprs]-)\w/, 'an access token'],
  [/^A(KI|SI)A[A-Z0-9]{16}$/, 'an access key'],
  [/^[a-z][a-z0-9+.-]{0,40}:\/\/[^/\s:@]{0,200}:[^/\s@]{1,200}@/i, 'an address with a password in it'],
];

/** Throws a Problem (status 3) where a variable that browsers get would have a secret for its value. The value itself is not told. */
export function refuseSecretValues(ties: readonly Tie[], values: Readonly<Record<string, string>>): void {
  for (const tie of ties) {
    if (tie.at !== 'environment.public') continue;
    for (const [name, { value = '', production = '' }] of Object.entries(tie.variables))
      for (const text of [value, production]) {
        const what = SECRETS.find(([shape]) => shape.test(fillText(text, values)))?.[1];
        if (what !== undefined) throw refusal(name, what);
      }
  }
}

function refusal(name: string, what: string): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `The value for ${name} looks like ${what}`,
    why: 'browsers get this variable: everybody who opens the app could read it',
    next: 'Give a value that is meant for browsers, and keep this one on a server. If it has been published already, replace it. Nothing was changed.',
  });
}
