import { strict as assert } from 'node:assert';
import { mkdtempSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import express from 'express';
// {{runner}}

type Form = Record<string, string>;

const folder = mkdtempSync(join(tmpdir(), 'accounts-'));
Object.assign(process.env, {
  ACCOUNTS_DATABASE: `file:${join(folder, 'accounts.db')}`,
  SESSION_SECRET: 'for this test alone',
});

/** A browser: it keeps its cookie. */
function browser(origin: string) {
  let cookie = '';
  const ask = async (path: string, form?: Form) => {
    const response = await fetch(origin + path, {
      method: form ? 'POST' : 'GET',
      redirect: 'manual',
      headers: { cookie },
      body: form ? new URLSearchParams(form) : null,
    });
    const [set] = response.headers.getSetCookie();
    if (set) cookie = set.split(';')[0] ?? '';
    return { status: response.status, text: await response.text() };
  };
  /** Sends a form of a page as the page has it. */
  const send = async (page: string, to: string, form: Form) => {
    const { text } = await ask(page);
    const token = /name="_csrf" value="([^"]+)"/.exec(text)?.[1] ?? '';
    return ask(to, { ...form, _csrf: token });
  };
  return { ask, send };
}

async function walk(): Promise<void> {
  const { accounts } = await import('~/{{folder}}/accounts/index.js');
  const { close } = await import('~/{{folder}}/accounts/database.js');
  const app = express();
  // {{engine}}
  app.use(accounts);
  const server = app.listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const { port } = server.address() as AddressInfo;
  const { ask, send } = browser(`http://127.0.0.1:${port}`);
  const email = 'someone@example.org';
  const password = 'nine brown paper boats';
  const wrong = 'eight brown paper boats';
  try {
    const forged = await ask('/register', { email, password });
    assert.equal(forged.status, 403);
    const made = await send('/register', '/register', { email, password });
    assert.equal(made.status, 302);
    const profile = await ask('/profile');
    assert.equal(profile.status, 200);
    assert.ok(profile.text.includes(email));
    const left = await send('/profile', '/logout', {});
    assert.equal(left.status, 302);
    const closed = await ask('/profile');
    assert.equal(closed.status, 302);
    const no = await send('/login', '/login', { email, password: wrong });
    assert.equal(no.status, 401);
    const yes = await send('/login', '/login', { email, password });
    assert.equal(yes.status, 302);
  } finally {
    server.closeAllConnections();
    server.close();
    close();
    rmSync(folder, { recursive: true, force: true });
  }
}

// {{run}}
