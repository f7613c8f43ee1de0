import { setTimeout as sleep } from 'node:timers/promises';
import { Browser, tokenField, type Answer } from '../support/browser.ts';

/** A started app with accounts, as somebody outside meets it. */
export interface Target {
  url: string;
  /** What the field for the current password is called. */
  current: string;
  /** All mails so far, the newest last. */
  mails: () => string[];
  /** It takes several requests at once. */
  isParallel: boolean;
}

export interface Attack {
  id: string;
  what: string;
  /** What came of it, in words, where it worked; undefined where it did not. */
  run: (target: Target) => Promise<string | undefined>;
}

/** Passwords that everybody takes; the last one is typed in wide letters. */
export const COMMON = [
  'password1',
  'qwerty123',
  '123123123',
  'qwertyuiop',
  'abc12345',
  'admin123',
  'welcome1',
  'ｐａｓｓｗｏｒｄ',
];

const PASSWORD = 'three sacks of compost';
let last = 0;
const address = (): string => `fern${(last += 1)}.${process.pid}@example.org`;

/** Somebody with a new account, who is signed in. */
async function member(url: string, email = address()): Promise<{ visitor: Browser; email: string; answer: Answer }> {
  const visitor = new Browser(url);
  const answer = await visitor.send('/register', { email, password: PASSWORD });
  return { visitor, email, answer };
}

const signIn = (visitor: Browser, email: string, password: string): Promise<Answer> =>
  visitor.send('/login', { email, password });

const isIn = async (visitor: Browser): Promise<boolean> => (await visitor.get('/profile')).status === 200;

/** The newest link in mails that came since there were so many. */
async function newLink({ mails }: Target, before: number): Promise<string> {
  for (let waited = 0; waited < 5000; waited += 50) {
    const link = mails()
      .slice(before)
      .map((text) => /https?:\S+token=\S+/.exec(text)?.[0])
      .findLast((one) => one);
    if (link !== undefined) return link;
    await sleep(50);
  }
  throw new Error('no mail came');
}

/** Asks for a link to a new password, for an account. */
async function forgotten(target: Target, email: string, headers: Record<string, string> = {}): Promise<string> {
  const before = target.mails().length;
  await new Browser(target.url, headers).send('/forgotten', { email });
  return newLink(target, before);
}

const statusesOf = (all: readonly Answer[]): string => all.map(({ status }) => status).join(' ');

async function timed(work: () => Promise<unknown>): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

/** How long something takes for an account and for none, in turns. */
async function timesOf(
  rounds: number,
  ask: (email: string) => Promise<unknown>,
  known: () => string,
): Promise<[number, number]> {
  const [there, nowhere]: number[][] = [[], []];
  for (let round = 0; round < rounds; round += 1) {
    there?.push(await timed(() => ask(known())));
    nowhere?.push(await timed(() => ask(address())));
  }
  return [Math.min(...(there ?? [])), Math.min(...(nowhere ?? []))];
}

/** Every attack that is known of, on what a kit for accounts answers. */
export const ATTACKS: readonly Attack[] = [
  // Before those that guess: after them a limit for a whole place would answer first.
  {
    id: 'foreign-forms',
    what: 'a form without its token, or with that of somebody else, is taken',
    async run({ url, current }) {
      const { visitor, email } = await member(url);
      const [name = '', token = ''] = tokenField((await new Browser(url).get('/login')).text) ?? [];
      const fields = { email, password: PASSWORD, [current]: PASSWORD };
      for (const at of [
        '/register',
        '/login',
        '/logout',
        '/forgotten',
        '/reset',
        '/profile',
        '/profile/email',
        '/profile/password',
        '/profile/delete',
      ])
        for (const more of [{}, { [name]: token }, { [name]: '' }, { [`${name}[]`]: token }]) {
          const { status } = await visitor.post(at, { ...fields, ...more });
          if (![400, 403, 419].includes(status) && (status !== 302 || !(await isIn(visitor)))) return `${at} ${status}`;
        }
      return (await isIn(visitor)) ? undefined : 'somebody was signed out';
    },
  },
  {
    id: 'poisoned-link',
    what: 'a link for a new password leads to the host that the request names',
    async run(target) {
      const { email } = await member(target.url);
      const forged = {
        host: 'evil.example',
        'x-forwarded-host': 'evil.example',
        'x-forwarded-proto': 'https://evil.example/steal?x=',
        forwarded: 'host=evil.example;proto=https',
      };
      const before = target.mails().length;
      const asked = await new Browser(target.url, forged).send('/forgotten', { email });
      if (asked.status !== 200) return undefined;
      const link = await newLink(target, before);
      return link.includes('evil.example') ? link : undefined;
    },
  },
  {
    id: 'twin-address',
    what: 'characters that nobody sees make a second account for an address',
    async run({ url }) {
      const { email } = await member(url);
      for (const more of ['\0', '\0.x', '\x1b', '\u0085', '\u200b', '\u00ad', ' ', '\t', '\n', '\r\n']) {
        const { visitor, answer } = await member(url, email + more);
        if (answer.status === 302 && (await isIn(visitor))) return JSON.stringify(more);
      }
      const upper = await member(url, email.toUpperCase());
      return upper.answer.status === 302 ? 'capital letters' : undefined;
    },
  },
  {
    id: 'lost-forms',
    what: 'forms get lost where many are sent at once',
    async run({ url, isParallel }) {
      if (!isParallel) return undefined;
      const tries = await Promise.all(
        Array.from({ length: 12 }, () => signIn(new Browser(url), address(), 'not the password')),
      );
      const made = await Promise.all(Array.from({ length: 6 }, () => member(url)));
      const isFine = tries.every(({ status }) => status === 401) && made.every(({ answer }) => answer.status === 302);
      return isFine ? undefined : `${statusesOf(tries)}; ${statusesOf(made.map(({ answer }) => answer))}`;
    },
  },
  {
    id: 'by-query',
    what: 'the address and the password in the query sign in, past the limits',
    async run({ url }) {
      const { email } = await member(url);
      const visitor = new Browser(url);
      const query = `?${new URLSearchParams({ email, password: PASSWORD, _username: email, _password: PASSWORD }).toString()}`;
      await visitor.send(`/login${query}`, {}, { page: '/login' });
      return (await isIn(visitor)) ? 'signed in' : undefined;
    },
  },
  {
    id: 'rotated-places',
    what: 'a guesser walks around the limits by saying to be elsewhere each time',
    async run({ url }) {
      const { email } = await member(url);
      const statuses: number[] = [];
      for (let index = 0; index < 12; index += 1) {
        const place = `198.51.100.${index}`;
        const headers = { 'x-forwarded-for': place, forwarded: `for=${place}`, 'x-real-ip': place, 'client-ip': place };
        statuses.push((await signIn(new Browser(url, headers), email, `guess number ${index}`)).status);
      }
      return statuses.at(-1) === 429 ? undefined : statuses.join(' ');
    },
  },
  {
    id: 'padded-address',
    what: 'a guesser walks around the limits by blanks and capitals in the address',
    async run({ url }) {
      const { email } = await member(url);
      const statuses: number[] = [];
      for (let index = 0; index < 12; index += 1) {
        const written = `${' '.repeat(index)}${index % 2 ? email.toUpperCase() : email}${' '.repeat(index * 15)}`;
        statuses.push((await signIn(new Browser(url), written, `guess number ${index}`)).status);
      }
      return statuses.at(-1) === 429 ? undefined : statuses.join(' ');
    },
  },
  {
    id: 'guesses-within',
    what: 'a stolen session guesses the current password, with other addresses in the form',
    async run({ url, current }) {
      const { visitor } = await member(url);
      const statuses: number[] = [];
      for (let index = 0; index < 12; index += 1) {
        const fields = {
          email: `x${index}@example.org`,
          [current]: `guess ${index}`,
          password: 'another sack of compost',
        };
        const at = ['/profile/password', '/profile/delete'][index % 2] ?? '';
        statuses.push((await visitor.send(at, fields, { page: '/profile' })).status);
      }
      return statuses.at(-1) === 429 ? undefined : statuses.join(' ');
    },
  },
  {
    id: 'served-secrets',
    what: 'the database, mails, logs or settings are served',
    async run({ url }) {
      const places = [
        'var/data.db',
        'var/accounts/outbox/',
        'var/log/dev.log',
        'storage/logs/laravel.log',
        'database/database.sqlite',
        '.env',
        '.env.local',
        '.accounts-data/accounts.db',
        '.accounts-data/outbox/',
        'config/packages/security.yaml',
        'composer.json',
        '.git/config',
      ];
      for (const place of places)
        for (const at of [
          `/${place}`,
          `/../${place}`,
          `/%2e%2e/${place}`,
          `/..%2f${place}`,
          `/accounts.css/../../${place}`,
        ]) {
          const { status, text } = await new Browser(url).get(at);
          if (status === 200 && !text.includes('<html')) return at;
        }
      return undefined;
    },
  },
  {
    id: 'common-passwords',
    what: 'passwords that everybody takes are taken, typed plainly or widely',
    async run({ url }) {
      for (const password of COMMON) {
        const visitor = new Browser(url);
        if ((await visitor.send('/register', { email: address(), password })).status !== 400) return password;
      }
      return undefined;
    },
  },
  {
    id: 'told-by-time',
    what: 'how long an answer takes tells whether an address has an account',
    async run({ url }) {
      const emails: string[] = [];
      for (let index = 0; index < 4; index += 1) emails.push((await member(url)).email);
      const known = (): string => emails[Math.floor(Math.random() * emails.length)] ?? '';
      const [there, nowhere] = await timesOf(6, (email) => new Browser(url).send('/forgotten', { email }), known);
      const [right, wrong] = await timesOf(6, (email) => signIn(new Browser(url), email, 'not the password'), known);
      const far = (one: number, other: number): boolean => Math.max(one, other) / Math.min(one, other) > 1.5;
      const words = `forgotten ${there.toFixed(0)} and ${nowhere.toFixed(0)} ms, sign-in ${right.toFixed(0)} and ${wrong.toFixed(0)} ms`;
      return far(there, nowhere) || far(right, wrong) ? words : undefined;
    },
  },
  {
    id: 'told-by-words',
    what: 'what an answer says tells whether an address has an account',
    async run({ url }) {
      const { email } = await member(url);
      const plain = async (at: string, fields: Record<string, string>, whom: string): Promise<string> => {
        const { status, text } = await new Browser(url).send(at, { ...fields, email: whom });
        return `${status} ${text
          .replaceAll(whom, '')
          .replaceAll(/value="[^"]*"|csrf&quot;:&quot;\w*/g, '')
          .replaceAll(/nonce="[^"]*"|_profiler\/\w+/g, '')}`;
      };
      for (const [at, fields] of [
        ['/login', { password: 'not the password' }],
        ['/forgotten', {}],
      ] as const)
        if ((await plain(at, fields, email)) !== (await plain(at, fields, address()))) return at;
      return undefined;
    },
  },
  {
    id: 'link-twice',
    what: 'one link, or one current password, is good twice at the same moment',
    async run(target) {
      const { url, current } = target;
      const { email } = await member(url);
      const link = new URL(await forgotten(target, email));
      const token = link.searchParams.get('token') ?? '';
      const page = `${link.pathname}${link.search}`;
      const passwords = ['four sacks of compost', 'five sacks of compost'];
      const resets = await Promise.all(
        passwords.map((password) => new Browser(url).send('/reset', { token, password }, { page })),
      );
      if (resets.filter(({ status }) => status === 200).length !== 1) return `resets: ${statusesOf(resets)}`;
      const good = passwords.find((_, index) => resets[index]?.status === 200) ?? '';
      const two = [new Browser(url), new Browser(url)];
      for (const one of two) await signIn(one, email, good);
      const changes = await Promise.all(
        two.map((one, index) =>
          one.send(
            '/profile/password',
            { [current]: good, password: `sack number ${index} of compost` },
            { page: '/profile' },
          ),
        ),
      );
      return changes.filter(({ status }) => status === 200).length === 1
        ? undefined
        : `changes: ${statusesOf(changes)}`;
    },
  },
  {
    id: 'stolen-link',
    what: 'a link for a new password is good for another account, or with another time',
    async run(target) {
      const { email } = await member(target.url);
      const other = await member(target.url);
      const token = new URL(await forgotten(target, email)).searchParams.get('token') ?? '';
      const theirs = new URL(await forgotten(target, other.email)).searchParams.get('token') ?? '';
      const parts = token.split('.');
      const forged = [
        [...theirs.split('.').slice(0, 1), ...parts.slice(1)].join('.'),
        parts.map((part) => (/^\d{10,13}$/.test(part) ? String(Number(part) + 86_400) : part)).join('.'),
        parts.slice(0, -1).join('.'),
        `${token.slice(0, -1)}${token.endsWith('A') ? 'Q' : 'A'}`,
        '',
        '..',
      ];
      for (const one of forged) {
        const answer = await new Browser(target.url).send(
          '/reset',
          { token: one, password: 'six sacks of compost' },
          { page: '/forgotten' },
        );
        if (answer.status === 200) return one;
      }
      return undefined;
    },
  },
  {
    id: 'kept-session',
    what: 'a session from before a sign-in, or of before another password, is still worth something',
    async run(target) {
      const { url, current } = target;
      const { email } = await member(url);
      const visitor = new Browser(url);
      await visitor.get('/login');
      const before = visitor.twin();
      await signIn(visitor, email, PASSWORD);
      if (await isIn(before)) return 'the session of before the sign-in';
      const kept = new Browser(url);
      await kept.send('/login', { email, password: PASSWORD, remember: '1', _remember_me: 'on' });
      const thief = visitor.twin();
      await visitor.send(
        '/profile/password',
        { [current]: PASSWORD, password: 'seven sacks of compost' },
        { page: '/profile' },
      );
      if (await isIn(thief)) return 'the session of before the change';
      return (await isIn(kept)) ? 'what keeps somebody signed in' : undefined;
    },
  },
  {
    id: 'open-redirect',
    what: 'a sign-in leads to another site',
    async run({ url }) {
      const { email } = await member(url);
      const elsewhere = 'https://evil.example/';
      const more = {
        _target_path: elsewhere,
        next: elsewhere,
        redirect: '//evil.example',
        return_to: elsewhere,
        intended: elsewhere,
      };
      const query = `?${new URLSearchParams(more).toString()}`;
      for (const at of [`/login${query}`, '/login']) {
        const answer = await new Browser(url).send(at, { email, password: PASSWORD, ...more });
        if (answer.headers.location?.includes('evil.example')) return answer.headers.location;
      }
      return undefined;
    },
  },
  {
    id: 'script-in-name',
    what: 'a name or an address becomes markup',
    async run({ url }) {
      const { visitor } = await member(url);
      const script = `"><script>alert(1)</script>{{7*191}}{7*191}`;
      const changed = await visitor.send('/profile', { name: script }, { page: '/profile' });
      const shown = (await visitor.get('/profile')).text + changed.text;
      const again = (await new Browser(url).send('/login', { email: `${script}@example.org`, password: 'x' })).text;
      return /<script>alert/.test(shown + again) ? 'a script' : /1337/.test(shown) ? 'an expression' : undefined;
    },
  },
  {
    id: 'odd-fields',
    what: 'fields of another kind end in an error of the server',
    async run({ url, current }) {
      const { visitor } = await member(url);
      const odd = {
        'email[]': 'x',
        'password[a]': 'y',
        'name[]': 'z',
        [`${current}[]`]: 'w',
        'token[]': 'v',
        'remember[]': '1',
      };
      for (const at of ['/login', '/forgotten', '/register'])
        if ((await new Browser(url).send(at, odd)).status >= 500) return at;
      for (const at of ['/profile', '/profile/email', '/profile/password', '/profile/delete'])
        if ((await visitor.send(at, odd, { page: '/profile' })).status >= 500) return at;
      const long = 'x'.repeat(25_000);
      for (const at of ['/login', '/register', '/forgotten'])
        if (
          (await new Browser(url).send(at, { email: `${long}@example.org`, password: long, name: long })).status >= 500
        )
          return `${at}, long`;
      for (const at of ['/reset?token[]=x', '/reset?token=%ff.%00.x', `/profile?${'x'.repeat(7000)}`, '/reset'])
        if ((await new Browser(url).get(at)).status >= 500) return at;
      return undefined;
    },
  },
  {
    id: 'bare-cookies',
    what: 'cookies and pages come without what guards them',
    async run({ url }) {
      const { visitor } = await member(url);
      const session = visitor.set.find((line) => /sess|sid/i.test(line)) ?? visitor.set[0] ?? '';
      // Without a word of it browsers take it for Lax; whether it is said is for the app's own session.
      if (!/httponly/i.test(session) || /samesite=none/i.test(session)) return session;
      const { headers } = await visitor.get('/profile');
      if (!/no-store/.test(headers['cache-control'] ?? '')) return 'a page that is kept';
      if (
        !/DENY|SAMEORIGIN/i.test(String(headers['x-frame-options'])) &&
        !/frame-ancestors/.test(String(headers['content-security-policy']))
      )
        return 'a page that can be framed';
      return /no-referrer|same-origin/.test(String(headers['referrer-policy']))
        ? undefined
        : 'a page that hands its address on';
    },
  },
  {
    id: 'more-fields',
    what: 'a form sets what it has no field for',
    async run({ url, current }) {
      const more = {
        id: '1',
        roles: 'ROLE_ADMIN',
        'roles[]': 'ROLE_ADMIN',
        is_admin: '1',
        email_verified_at: '2026-01-01',
        remember_token: 'x',
      };
      const visitor = new Browser(url);
      const email = address();
      await visitor.send('/register', { email, password: PASSWORD, ...more });
      await visitor.send(
        '/profile',
        { name: 'Fern', ...more, email: 'other@example.org', password: 'eight sacks of compost' },
        { page: '/profile' },
      );
      const { text } = await visitor.get('/profile');
      if (!text.includes(email)) return 'another address';
      const again = { [current]: PASSWORD, password: 'nine sacks of compost' };
      const { status } = await visitor.send('/profile/password', again, { page: '/profile' });
      return status === 200 ? undefined : 'another password';
    },
  },
];

/** Tries attacks one after the other; what worked, in words, by its name. */
export async function tryAll(target: Target, attacks: readonly Attack[] = ATTACKS): Promise<Map<string, string>> {
  const worked = new Map<string, string>();
  for (const { id, run } of attacks) {
    const result = await run(target).catch((error: unknown) => `it could not be tried: ${String(error)}`);
    if (result !== undefined) worked.set(id, result);
  }
  return worked;
}
