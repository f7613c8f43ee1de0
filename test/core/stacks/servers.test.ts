import { describe, expect, it } from 'vitest';
import { MemoryStackHost } from '../../support/stack-host.ts';

async function attached(host: string, integrations: readonly string[], own: Record<string, string> = {}) {
  const made = new MemoryStackHost(host, own);
  const before = made.tree();
  await made.attachAll(integrations);
  const after = made.tree();
  await made.detach(...integrations);
  expect(made.tree()).toEqual(before);
  return after;
}

describe('a server gets its handlers where they belong', () => {
  it('app and start script apart, as it was written ten years ago', async () => {
    const files = await attached('express4-ejs-js', ['helmet', 'pino-http', 'dotenv']);
    expect(files.get('app.js')).toMatch(
      /app\.use\(pinoHttp\(\)\);\napp\.use\(helmet\(\)\);\s+app\.use\(express\.json\(\)\);/,
    );
    expect(files.get('app.js')).toContain("var helmet = require('helmet');\n");
    expect(files.get('bin/www')).toContain("require('dotenv/config');\nvar app = require('../app');");
    expect(files.get('.gitignore')).toContain('.env');
  });

  it('all in one file, as an ES module', async () => {
    const files = await attached('express5-one-js', ['helmet', 'dotenv']);
    expect(files.get('index.js')).toContain(
      "import 'dotenv/config'\nimport express from 'express'\nimport helmet from 'helmet'\n",
    );
    expect(files.get('index.js')).toMatch(/app\.use\(helmet\(\)\)\s+app\.use\(express\.json\(\)\)/);
  });

  it('TypeScript that is built first: its source is edited', async () => {
    const files = await attached('express5-ts', ['helmet', 'dotenv']);
    expect(files.get('src/server.ts')).toContain("import 'dotenv/config';\nimport { createApp } from './app.js';\n");
    expect(files.get('src/app.ts')).toMatch(/ {2}app\.use\(helmet\(\)\);\s+app\.use\(express\.json\(\)\);/);
  });

  it('what is set up already stays as it is', async () => {
    const own = {
      'index.js':
        "import express from 'express'\nimport shield from 'helmet'\nimport { config } from 'dotenv'\n\nconfig()\nconst app = express()\napp.use(shield({ hsts: false }))\napp.listen(3000)\n",
    };
    const files = await attached('express5-one-js', ['helmet', 'dotenv'], own);
    expect(files.get('index.js')).toBe(own['index.js']);
    expect(files.get('package.json')).toContain('"helmet"');
  });

  it('a start script that reads the environment file needs no package for that', async () => {
    const manifest = new MemoryStackHost('express5-one-js').tree().get('package.json') ?? '';
    const own = { 'package.json': manifest.replace('node index.js', 'node --env-file=.env index.js') };
    await expect(attached('express5-one-js', ['dotenv'], own)).rejects.toMatchObject({ status: 3 });
    await expect(attached('vite-vue-ts', ['dotenv'])).rejects.toMatchObject({ status: 3 });
  });

  it('a bundler that is there for the tests alone does not make it an app for browsers', async () => {
    const manifest = new MemoryStackHost('express5-one-js').tree().get('package.json') ?? '';
    const own = { 'package.json': manifest.replace('"express"', '"vite": "^7.0.0",\n    "express"') };
    const files = await attached('express5-one-js', ['helmet'], own);
    expect(files.get('index.js')).toContain('app.use(helmet())');
  });

  it('a server of another kind is refused in words, and still has a boot module', async () => {
    await expect(attached('fastify-js', ['helmet'])).rejects.toMatchObject({ status: 3 });
    const files = await attached('fastify-js', ['dotenv']);
    expect(files.get('server.js')).toMatch(/^import 'dotenv\/config';\nimport Fastify/);
  });
});

describe('a server that a class makes', () => {
  const body = `    this.prepare();
    this.route();`;
  const methods = `
  private prepare(): void {
    this.app.use(express.json());
  }

  private route(): void {
    this.app.get('/', (_req, res) => res.json([]));
    this.app.use((_req, res) => res.status(404).end());
  }

  listen(): void {
    this.app.listen(3000);
  }
}
`;
  const own = (field: string, start: string): Record<string, string> => ({
    'src/app.ts': `import express from 'express';\n\nexport class Keys {\n  ${field}\n\n  constructor() {\n${start}${body}\n  }\n${methods}`,
    'src/server.ts': "import { Keys } from './app.js';\n\nnew Keys().listen();\n",
  });

  it.each([
    ['in its constructor', own('private app: express.Express;', '    this.app = express();\n')],
    ['where it declares the member', own('private readonly app = express();', '')],
  ])('%s', async (_, files) => {
    const after = await attached('express5-ts', ['helmet', 'passport'], files);
    const app = after.get('src/app.ts') ?? '';
    expect(app.search(/this\.app\.use\(helmet\(\)\)/)).toBeGreaterThan(app.indexOf('app = express()'));
    expect(app).toMatch(/this\.app\.use\(express\.json\(\)\);\s+this\.app\.use\(accounts\);\n {2}}/);
    expect(app.match(/this\.app\.use\(helmet\(\)\);\s+this\.(prepare|app\.use\(express\.json)/)).not.toBeNull();
  });

  it('nothing is guessed where its constructor says nothing', async () => {
    const files = {
      ...own('', ''),
      'src/app.ts':
        "import express from 'express';\n\nexport class Keys {\n  app = express();\n  listen() {\n    this.app.listen(3000);\n  }\n}\n",
    };
    await expect(attached('express5-ts', ['helmet'], files)).rejects.toMatchObject({ status: 3 });
  });
});

it('a server that is made inside of a function that requires what it needs', async () => {
  const own = {
    'app.js':
      "module.exports = function () {\n  var express = require('express');\n  var app = express();\n  app.use(express.json());\n  return app;\n};\n",
    'bin/www': "require('../app')().listen(3000);\n",
  };
  const files = await attached('express4-ejs-js', ['helmet'], own);
  expect(files.get('app.js')).toMatch(
    /(?:const|var) helmet = require\('helmet'\);\n[\s\S]*app\.use\(helmet\(\)\);\n {2}app\.use\(express\.json/,
  );
});
