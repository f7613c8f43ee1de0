import { format, type Options } from 'prettier';
import { beforeAll, describe, expect, it } from 'vitest';
import { MemoryStackHost } from '../../support/stack-host.ts';

const KIT = /(^|\/)accounts\/|accounts\.test\.|auth-options/;
const HOSTS = [
  'express4-ejs-js',
  'express4-plain-js',
  'express4-cjs-ts',
  'express5-one-js',
  'express5-pug-js',
  'express5-ts',
];

async function attached(id: string, own: Record<string, string> = {}): Promise<Map<string, string>> {
  const host = new MemoryStackHost(id, own);
  const before = host.tree();
  await host.attach('passport');
  const after = host.tree();
  await host.attach('passport').catch(() => undefined);
  expect(host.tree()).toEqual(after);
  await host.detach('passport');
  const left = host.tree();
  // The secret went with its line.
  expect(left).toEqual(before);
  return after;
}

describe('the authentication kit on servers of every shape', () => {
  const trees = new Map<string, Map<string, string>>();
  beforeAll(async () => {
    for (const id of HOSTS) trees.set(id, await attached(id));
  });

  it.each(HOSTS)('%s: comes in its language and module format, and leaves without a trace', (id) => {
    const files = trees.get(id) ?? new Map<string, string>();
    const scripts = [...files].filter(([file]) => KIT.test(file) && /\.[jt]s$/.test(file));
    expect(scripts.length).toBeGreaterThan(15);
    const isTs = id.endsWith('-ts');
    const isEsm = (files.get('package.json') ?? '').includes('"type": "module"');
    for (const [file, text] of scripts) {
      expect(file.endsWith(isTs ? '.ts' : '.js'), file).toBe(true);
      if (!isTs) expect(/^import /m.test(text), file).toBe(isEsm && text.includes('import '));
      if (!isTs) expect(text, file).not.toMatch(/^(export )?(interface|type) |: (string|unknown|void)\b/m);
      expect(text, file).not.toContain('{{');
    }
  });

  it.each(HOSTS)('%s: is told of behind what parses bodies and before what is not found', (id) => {
    const files = trees.get(id) ?? new Map<string, string>();
    const app =
      [...files].find(([file, text]) => /\.use\(accounts\)/.test(text) && !/ligament|accounts/.test(file))?.[1] ?? '';
    const at = (pattern: RegExp): number => app.search(pattern);
    expect(at(/\.use\(accounts\)/)).toBeGreaterThan(at(/\b(json|urlencoded)\(/));
    const ending = at(/status\((404|500)\)|use\(notFound\)|catch 404/);
    expect(at(/\.use\(accounts\)/)).toBeLessThan(ending);
  });

  it.each(HOSTS)('%s: keeps the secret out of all that is committed', (id) => {
    const files = trees.get(id) ?? new Map<string, string>();
    expect(files.get('.env')).toMatch(/^SESSION_SECRET=sown-in-spring$/m);
    for (const [file, text] of files) if (file !== '.env') expect(text, file).not.toContain('sown-in-spring');
    expect(files.get('.env.example')).toMatch(/^SESSION_SECRET=a-long-random-text$/m);
    expect(files.get('.gitignore')?.split('\n')).toContain('.env');
  });

  it('shows pages by the view engine that is there, else by its own', () => {
    const names = (id: string): string[] => [...(trees.get(id)?.keys() ?? [])];
    expect(names('express4-ejs-js')).toContain('views/accounts/login.ejs');
    expect(names('express5-pug-js')).toContain('views/accounts/login.pug');
    expect(names('express5-one-js')).toContain('accounts/pages.js');
    expect(names('express4-ejs-js')).not.toContain('accounts/pages.js');
  });

  it('brings a test where there is something that runs tests', () => {
    const test = (id: string): string | undefined =>
      [...(trees.get(id) ?? [])].find(([file]) => /accounts\.test\./.test(file))?.[1];
    expect(test('express4-cjs-ts')).toContain("import { test } from 'vitest';");
    expect(test('express4-plain-js')).toContain('it("people register, sign in and sign out", walk).timeout(30_000);');
    expect(test('express5-pug-js')).toContain('require("node:test")');
    expect(test('express5-one-js')).toBeUndefined();
  });

  it('keeps accounts in the database that is used already, under the address that is named there', async () => {
    const app = new MemoryStackHost('express5-one-js').tree().get('index.js') ?? '';
    const own = (address: string): Record<string, string> => ({
      'index.js': `import { pool } from './db.js'\n${app}`,
      'db.js': `import pg from 'pg'\n\nexport const pool = new pg.Pool({ connectionString: ${address} })\n`,
    });
    const files = await attached('express5-one-js', own("process.env.PLOTS_URL ?? 'postgres://127.0.0.1/plots'"));
    expect(files.get('accounts/database.js')).toContain("import pg from 'pg'");
    expect(files.get('accounts/settings.js')).toContain(
      "database: ACCOUNTS_DATABASE || (process.env.PLOTS_URL ?? 'postgres://127.0.0.1/plots'),",
    );
    expect(files.get('package.json')).not.toContain('libsql');
    const plain = await attached('express5-one-js', own('process.env.PLOTS_URL'));
    expect(plain.get('accounts/settings.js')).toContain('database: ACCOUNTS_DATABASE || process.env.PLOTS_URL,');
    const computed = await attached('express5-one-js', own('addressOf(process.env)'));
    expect(computed.get('accounts/settings.js')).toContain("database: ACCOUNTS_DATABASE || '',");
  });

  it.each([
    ["app.set('views', 'pages')", 'pages'],
    ["app.set('views', path.join(import.meta.dirname, 'a', 'b'))", 'a/b'],
    ["app.set('views', `${__dirname}/shown`)", 'shown'],
    ["app.set('views', path.resolve(process.cwd(), 'views'))", 'views'],
    ["app.locals.title = 'Taps'", 'views'],
  ])('puts its views where the server looks for them: %s', async (set, folder) => {
    const tree = new MemoryStackHost('express5-one-js').tree();
    const files = await attached('express5-one-js', {
      'index.js': (tree.get('index.js') ?? '').replace('app.use(', `app.set('view engine', 'ejs')\n${set}\n\napp.use(`),
      'package.json': (tree.get('package.json') ?? '').replace('"express"', '"ejs": "^3.1.10",\n    "express"'),
    });
    expect([...files.keys()]).toContain(`${folder}/accounts/login.ejs`);
  });

  it('shows its own pages where it cannot be told where views are', async () => {
    const tree = new MemoryStackHost('express5-one-js').tree();
    const files = await attached('express5-one-js', {
      'index.js': (tree.get('index.js') ?? '').replace(
        'app.use(',
        "app.set('view engine', 'ejs')\napp.set('views', where())\napp.use(",
      ),
      'package.json': (tree.get('package.json') ?? '').replace('"express"', '"ejs": "^3.1.10",\n    "express"'),
    });
    expect([...files.keys()]).toContain('accounts/pages.js');
  });

  it('does not come where somebody has set up sign-in already, and says why', async () => {
    const app = new MemoryStackHost('express5-one-js').tree().get('index.js') ?? '';
    const routed = {
      'index.js': app.replace("app.get('/',", "app.get('/login', (req, res) => res.end())\napp.get('/',"),
    };
    await expect(new MemoryStackHost('express5-one-js', routed).attach('passport')).rejects.toMatchObject({
      status: 3,
      parts: { why: expect.stringContaining('/login') as string },
    });
    const own = { 'index.js': `import passport from 'passport'\n${app}` };
    await expect(new MemoryStackHost('express5-one-js', own).attach('passport')).rejects.toMatchObject({ status: 3 });
    await expect(new MemoryStackHost('fastify-js').attach('passport')).rejects.toMatchObject({ status: 3 });
  });
});

describe('its code is as a formatter with the settings of the host would write it', () => {
  const manners: { name: string; settings: Options; sample: string }[] = [
    { name: 'as most', settings: { singleQuote: true }, sample: sample("'", ';', '  ', true, true) },
    {
      name: 'without semicolons',
      settings: { singleQuote: true, semi: false },
      sample: sample("'", '', '  ', true, true),
    },
    {
      name: 'four spaces, double quotes, no commas behind the last',
      settings: { tabWidth: 4, trailingComma: 'none', arrowParens: 'avoid', printWidth: 100 },
      sample: sample('"', ';', '    ', false, false),
    },
    {
      name: 'tabs and long lines',
      settings: { useTabs: true, printWidth: 140 },
      sample: sample('"', ';', '\t', true, true),
    },
  ];

  it.each(manners)('$name', async ({ settings, sample: app }) => {
    for (const module of [true, false]) {
      const manifest = new MemoryStackHost('express5-one-js').tree().get('package.json') ?? '';
      const own = {
        'index.js': module
          ? app
          : app
              .replace(/^import express from (.*)$/m, 'const express = require($1)')
              .replace(/(\(['"]express['"]);?\)/, '$1)'),
        'package.json': module ? manifest : manifest.replace('"type": "module",\n', ''),
      };
      const host = new MemoryStackHost('express5-one-js', own);
      await host.attach('passport');
      const scripts = [...host.tree()].filter(([file]) => KIT.test(file) && file.endsWith('.js'));
      expect(scripts.length).toBeGreaterThan(15);
      for (const [file, text] of scripts) {
        const formatted = await format(text, { ...settings, parser: 'babel' });
        expect(text, file).toBe(formatted);
      }
    }
  });
});

/** A server written in a certain manner, long enough to tell it. */
function sample(quote: string, end: string, indent: string, comma: boolean, brackets: boolean): string {
  const text = (one: string): string => quote + one + quote;
  const parameter = brackets ? '(plot)' : 'plot';
  const lines = [`import express from ${text('express')}${end}`, '', `const app = express()${end}`, ''];
  for (let index = 0; index < 6; index += 1)
    lines.push(
      `app.get(${text(`/plots/${index}`)}, (req, res) => {`,
      `${indent}const plots = {`,
      `${indent}${indent}north: [${index}],`,
      `${indent}${indent}south: [${index + 1}]${comma ? ',' : ''}`,
      `${indent}}${end}`,
      `${indent}res.json(plots.north.map(${parameter} => plot + ${index}))${end}`,
      `})${end}`,
      '',
    );
  return [...lines, `app.listen(3000)${end}`, ''].join('\n');
}
