import { describe, expect, it } from 'vitest';
import type { AlikePart } from '../../../src/core/joints/growth.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

/** Grows a part, hands over what is different, and looks that taking it out gives every byte back. */
async function grown(
  host: MemoryStackHost,
  part: AlikePart,
  name: string,
  address?: string,
): Promise<Map<string, string>> {
  const before = host.tree();
  const id = `${part}:SeedSwap`;
  expect(await host.grow(name, { part, address })).toBe(true);
  const after = host.tree();
  await host.detach(id);
  expect(host.tree()).toEqual(before);
  return new Map([...after].filter(([file, text]) => !file.startsWith('.ligament/') && before.get(file) !== text));
}

const SERVER = JSON.stringify({
  name: 'garden',
  version: '1.0.0',
  scripts: { start: 'node server.js' },
  dependencies: { express: '^4.21.0', ejs: '^3.1.10' },
});

describe('an endpoint grows', () => {
  const router = (name: string, routes: string): string =>
    `var express = require('express');\nvar ${name}Store = require('../stores/${name}');\n\nvar router = express.Router();\n\n${routes}module.exports = router;\n`;

  it('with a store of its own where the routers beside it have one, and answers', async () => {
    const host = new MemoryStackHost('express4-plain-js', {
      'package.json': SERVER,
      'server.js': "const app = require('./app');\n\napp.listen(process.env.PORT || 3000);\n",
      'app.js': `var express = require('express');
var beds = require('./routes/beds');
var sheds = require('./routes/sheds');

var app = express();
app.use(express.json());

app.use('/api/v1/beds', beds);
app.use('/api/v1/sheds', sheds);

// Nothing of the kind.
app.use(function (req, res) {
  res.status(404).json({ error: 'not found' });
});

module.exports = app;
`,
      'routes/beds.js': router(
        'beds',
        "router.get('/', async function (req, res) {\n  res.json(await bedsStore.all());\n});\n\nrouter.get('/:id', function (req, res) {\n  res.json(bedsStore.one(req.params.id));\n});\n\n",
      ),
      'routes/sheds.js': router(
        'sheds',
        "router.post('/', function (req, res) {\n  res.status(201).json(shedsStore.add(req.body));\n});\n\n",
      ),
      'stores/beds.js': 'module.exports = { all: async () => [], one: () => undefined };\n',
      'stores/sheds.js': 'module.exports = { add: (one) => one };\n',
    });
    const changed = await grown(host, 'endpoint', 'SeedSwap');
    expect([...changed.keys()].slice(0, 2)).toEqual(['app.js', 'routes/seed-swap.js']);
    expect(changed.get('app.js')).toContain(`var sheds = require('./routes/sheds');
var seedSwap = require('./routes/seed-swap');
`);
    expect(changed.get('app.js')).toContain(`app.use('/api/v1/sheds', sheds);
app.use('/api/v1/seed-swap', seedSwap);

// Nothing of the kind.
`);
    expect(changed.get('routes/seed-swap.js')).toContain(
      "router.get('/', function (req, res) {\n  res.json([]);\n});\n\nmodule.exports = router;\n",
    );
  });

  it('in the plainest form, as this project writes, where the routers beside it share too little', async () => {
    const host = new MemoryStackHost('express5-one-js', {
      'package.json': JSON.stringify({
        name: 'garden',
        type: 'module',
        scripts: { start: 'node server.js' },
        dependencies: { express: '^5.1.0' },
      }),
      'server.js':
        'import express from "express"\nimport beds from "./routes/beds.js"\nimport sheds from "./routes/sheds.js"\n\nconst app = express()\napp.use("/beds", beds)\napp.use("/sheds", sheds)\napp.listen(3000)\n',
      'routes/beds.js':
        'import { Router } from "express"\n\nconst beds = Router()\n\nbeds.get("/", (ask, say) => say.json(["North"]))\n\nexport default beds\n',
      'routes/sheds.js':
        'import { make } from "../make.js"\n\nconst sheds = make("sheds")\n\nexport default sheds.handler\n',
      'make.js': 'export const make = () => ({ handler: (ask, say) => say.end() })\n',
    });
    const changed = await grown(host, 'endpoint', 'SeedSwap');
    expect(changed.get('routes/seed-swap.js')).toBe(
      'import { Router } from "express"\n\nconst router = Router()\n\nrouter.get("/", (request, response) => {\n  response.json([])\n})\n\nexport default router\n',
    );
    expect(changed.get('server.js')).toContain(
      'import seedSwap from "./routes/seed-swap.js"\n\nconst app = express()\napp.use("/beds", beds)\napp.use("/sheds", sheds)\napp.use("/seed-swap", seedSwap)\n',
    );
  });

  it('is refused where there is nothing like it', async () => {
    const host = new MemoryStackHost('vite-vue-ts');
    await expect(host.grow('SeedSwap', { part: 'endpoint' })).rejects.toMatchObject({ status: 3 });
    await expect(host.grow('SeedSwap')).rejects.toMatchObject({ status: 3 });
  });
});

describe('a page of a server grows', () => {
  it('with its view, in the engine and with the partials of the views beside it', async () => {
    const route = (name: string, title: string, more = ''): string =>
      `const { Router } = require('express');\n\nconst router = Router();\n\nrouter.get('/', (req, res) => {\n  res.render('${name}', { title: '${title}'${more} });\n});\n\nmodule.exports = router;\n`;
    const view = (own: string): string =>
      `<%- include('partials/head', { title }) %>\n<main>\n  <h1><%= title %></h1>\n${own}</main>\n<%- include('partials/foot') %>\n`;
    const host = new MemoryStackHost('express4-ejs-js', {
      'package.json': SERVER,
      'server.js': "const app = require('./app');\n\napp.listen(process.env.PORT || 3000);\n",
      'app.js': `const express = require('express');
const path = require('path');

const app = express();
app.set('views', path.join(__dirname, 'views'));
app.set('view engine', 'ejs');

app.use('/beds', require('./routes/beds'));
app.use('/water-butts', require('./routes/waterButts'));

module.exports = app;
`,
      'routes/beds.js': route('beds', 'Beds', ', beds: []'),
      'routes/waterButts.js': route('water-butts', 'Water butts'),
      'views/beds.ejs': view(
        '  <ul>\n    <% beds.forEach((bed) => { %>\n    <li><%= bed %></li>\n    <% }) %>\n  </ul>\n',
      ),
      'views/water-butts.ejs': view('  <p>Full.</p>\n'),
    });
    const changed = await grown(host, 'page', 'SeedSwap');
    expect([...changed.keys()]).toEqual(['app.js', 'routes/seedSwap.js', 'views/seed-swap.ejs']);
    expect(changed.get('app.js')).toContain("app.use('/seed-swap', require('./routes/seedSwap'));");
    expect(changed.get('routes/seedSwap.js')).toBe(route('seed-swap', 'Seed swap'));
    expect(changed.get('views/seed-swap.ejs')).toBe(view(''));
  });
});

describe('a component grows', () => {
  it('in a folder of its own, with its test, and where all are handed on', async () => {
    const one = (name: string, inner: string): Record<string, string> => ({
      [`src/components/${name}/${name}.tsx`]: `import styles from './${name}.module.css';

export interface ${name}Props {
  className?: string;
}

export const ${name} = ({ className }: ${name}Props) => (
  <div className={className ?? styles.root}>
    ${inner}
  </div>
);
`,
      [`src/components/${name}/${name}.module.css`]: '.root {\n  display: block;\n}\n',
      [`src/components/${name}/${name}.test.tsx`]: `import { render } from '@testing-library/react';
import { ${name} } from './${name}';

test('${name} is shown', () => {
  render(<${name} />);
});
`,
    });
    const host = new MemoryStackHost('vite-react-ts', {
      'src/components/index.ts':
        "export * from './Badge/Badge';\nexport * from './Notice/Notice';\nexport * from './WaterLevel/WaterLevel';\n",
      ...one('Badge', '<span>New</span>'),
      ...one('Notice', '<p role="status">Saved</p>'),
      ...one('WaterLevel', '<meter value={0.5} />'),
    });
    const changed = await grown(host, 'component', 'SeedSwap');
    expect([...changed.keys()]).toEqual([
      'src/components/SeedSwap/SeedSwap.module.css',
      'src/components/SeedSwap/SeedSwap.test.tsx',
      'src/components/SeedSwap/SeedSwap.tsx',
      'src/components/index.ts',
    ]);
    expect(changed.get('src/components/index.ts')).toContain(
      "export * from './Notice/Notice';\nexport * from './SeedSwap/SeedSwap';\nexport * from './WaterLevel/WaterLevel';\n",
    );
    expect(changed.get('src/components/SeedSwap/SeedSwap.tsx')).toBe(
      one('SeedSwap', '<p>Seed swap</p>')['src/components/SeedSwap/SeedSwap.tsx'],
    );
  });
});
