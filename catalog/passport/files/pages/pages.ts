import { settings } from './settings.js';

/** What pages are filled with. */
export interface Values {
  accountsAt: string;
  csrf: () => string;
  account?: { name: string; email: string };
  title?: string;
  message?: string;
  problem?: string;
  notice?: string;
  email?: string;
  name?: string;
  token?: string;
}

/** Text that is HTML already. */
export interface Markup {
  markup: string;
}

type Part = Markup | string | number | undefined;

const SIGNS: Record<string, string> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  "'": '&#39;',
  '"': '&quot;',
};

/** HTML in which all that is put in is plain text, unless it is markup itself. */
export function markup(texts: TemplateStringsArray, ...parts: Part[]): Markup {
  const written = parts.map(write);
  const pieces = texts.map((text, index) => text + (written[index] ?? ''));
  return { markup: pieces.join('') };
}

function write(part: Part): string {
  if (typeof part === 'object') return part.markup;
  return String(part ?? '').replace(/[&<>'"]/g, (sign) => SIGNS[sign] ?? '');
}

function page(title: string, values: Values, content: Markup): Markup {
  const { accountsAt, problem, notice } = values;
  const wrong = markup`<p class="problem" role="alert">${problem}</p>`;
  const well = markup`<p class="notice" role="status">${notice}</p>`;
  return markup`<!doctype html>
<html lang="en">
<head>
  <meta charset="utf-8">
  <meta name="viewport" content="width=device-width, initial-scale=1">
  <meta name="color-scheme" content="light dark">
  <title>${title}</title>
  <link rel="stylesheet" href="${accountsAt}/accounts.css">
</head>
<body class="accounts">
  <main>
    <h1>${title}</h1>
    ${problem ? wrong : ''}
    ${notice ? well : ''}
    ${content}
  </main>
</body>
</html>
`;
}

function token({ csrf }: Values): Markup {
  return markup`<input type="hidden" name="_csrf" value="${csrf()}">`;
}

function newPassword(label: string): Markup {
  const { shortestPassword } = settings;
  return markup`<label for="password">${label}</label>
      <input id="password" name="password" type="password" required
        minlength="${shortestPassword}" maxlength="128" autocomplete="new-password"
        aria-describedby="rule">
      <small id="rule">At least ${shortestPassword} characters. Several words are good.</small>`;
}

function address({ email }: Values): Markup {
  return markup`<label for="email">Email</label>
      <input id="email" name="email" type="email" value="${email}" required
        maxlength="254" autocomplete="username" autofocus>`;
}

function current(id: string): Markup {
  return markup`<label for="${id}">Current password</label>
      <input id="${id}" name="current" type="password" required
        autocomplete="current-password">`;
}

function login(values: Values): Markup {
  const { accountsAt } = values;
  const content = markup`<form method="post" action="${accountsAt}/login">
      ${token(values)}
      ${address(values)}
      <label for="password">Password</label>
      <input id="password" name="password" type="password" required
        autocomplete="current-password">
      <button>Sign in</button>
    </form>
    <nav>
      <a href="${accountsAt}/forgotten">Forgotten your password?</a>
      <a href="${accountsAt}/register">Make an account</a>
    </nav>`;
  return page('Sign in', values, content);
}

function register(values: Values): Markup {
  const { accountsAt, name } = values;
  const content = markup`<form method="post" action="${accountsAt}/register">
      ${token(values)}
      <label for="name">Name</label>
      <input id="name" name="name" value="${name}" maxlength="200" autocomplete="name">
      ${address(values)}
      ${newPassword('Password')}
      <button>Make an account</button>
    </form>
    <nav><a href="${accountsAt}/login">I have an account</a></nav>`;
  return page('Make an account', values, content);
}

function profile(values: Values): Markup {
  const { accountsAt, account } = values;
  const content = markup`<p>You are signed in as <strong>${account?.email}</strong>.</p>
    <form method="post" action="${accountsAt}/profile">
      ${token(values)}
      <label for="name">Name</label>
      <input id="name" name="name" value="${account?.name}" maxlength="200"
        autocomplete="name">
      <button>Change the name</button>
    </form>
    <form method="post" action="${accountsAt}/profile/password">
      <h2>Password</h2>
      ${token(values)}
      ${current('current')}
      ${newPassword('New password')}
      <button>Change the password</button>
    </form>
    <form method="post" action="${accountsAt}/logout">
      ${token(values)}
      <button class="quiet">Sign out</button>
    </form>
    <details>
      <summary>Delete the account</summary>
      <form method="post" action="${accountsAt}/profile/delete">
        <p>It cannot be brought back.</p>
        ${token(values)}
        ${current('known')}
        <button class="danger">Delete it for good</button>
      </form>
    </details>`;
  return page('Your account', values, content);
}

function forgotten(values: Values): Markup {
  const { accountsAt } = values;
  const content = markup`<p>Say which, and a link for a new one comes by mail.</p>
    <form method="post" action="${accountsAt}/forgotten">
      ${token(values)}
      ${address(values)}
      <button>Send the link</button>
    </form>
    <nav><a href="${accountsAt}/login">Sign in</a></nav>`;
  return page('Forgotten password', values, content);
}

function reset(values: Values): Markup {
  const { accountsAt, token: link } = values;
  const content = markup`<form method="post" action="${accountsAt}/reset">
      ${token(values)}
      <input type="hidden" name="token" value="${link}">
      ${newPassword('New password')}
      <button>Change the password</button>
    </form>`;
  return page('A new password', values, content);
}

function message(values: Values): Markup {
  const { accountsAt, title = '', message: text } = values;
  const content = markup`<p>${text}</p>
    <nav><a href="${accountsAt}/login">Sign in</a></nav>`;
  return page(title, values, content);
}

export const pages = { login, register, profile, forgotten, reset, message };

/** For pages of your own: who has signed in, or the ways to do so. */
export function navigation(values: Values): Markup {
  const { accountsAt, account } = values;
  if (!account) {
    return markup`<a href="${accountsAt}/login">Sign in</a>
  <a href="${accountsAt}/register">Make an account</a>`;
  }
  return markup`<a href="${accountsAt}/profile">${account.name || account.email}</a>
  <form method="post" action="${accountsAt}/logout">
    ${token(values)}
    <button>Sign out</button>
  </form>`;
}
