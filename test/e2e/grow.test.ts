import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { installedDemoHost, type TestHost } from '../support/host.ts';

describe('grow', () => {
  let host: TestHost;
  let before: Map<string, string>;

  beforeAll(() => {
    host = installedDemoHost();
    before = host.tree();
  });
  afterAll(() => host.remove());

  it('lists what can grow, and writes nothing', () => {
    const { status, stdout } = host.ligament('grow', '--workspace', 'api');
    expect(status).toBe(0);
    expect(stdout).toMatch(/endpoint +like plots, waiting-list, tools, in api\/app\.js\n +middleware +the first one/);
    const document = JSON.parse(host.ligament('grow', '--workspace', 'web', '--json').stdout) as object;
    expect(document).toMatchObject({
      workspace: 'web',
      parts: [
        { part: 'component' },
        { part: 'piece' },
        { part: 'colour' },
        { part: 'font' },
        { part: 'container' },
        { part: 'type-scale' },
        { part: 'head-tag' },
      ],
    });
    expect(host.tree()).toEqual(before);
  });

  it('previews exactly what comes, as a patch too', () => {
    const args = ['grow', 'endpoint', 'SeedSwap', '--workspace', 'api'];
    const patch = host.ligament(...args, '--preview', '--format', 'patch').stdout;
    expect(host.ligament(...args, '--preview', '--file', 'api/routes/seed-swap.js').stdout).toContain('module.exports');
    expect(host.tree()).toEqual(before);
    host.write('../grow.patch', patch);
    host.git('apply', '--index', '../grow.patch');
    const patched = host.tree();
    host.git('reset', '--hard', '--quiet');
    const grown = host.ligament(...args, '--yes', '--json');
    expect(grown.status).toBe(0);
    expect(JSON.parse(grown.stdout)).toMatchObject({
      proofs: [
        { integration: 'endpoint:SeedSwap', held: true, checked: expect.stringContaining('/api/seed-swap') as string },
      ],
    });
    expect(host.tree()).toEqual(patched);
  });

  it('finds what has grown: once only, listed, proved again, and undone byte for byte', () => {
    const grown = host.tree();
    expect(host.ligament('grow', 'endpoint', 'seed swap', '--workspace', 'api', '--yes').stdout).toContain(
      'has grown already',
    );
    expect(host.tree()).toEqual(grown);
    expect(host.ligament('history').stdout).toContain('grow endpoint:SeedSwap in api');
    expect(host.ligament('prove', 'endpoint:SeedSwap').status).toBe(0);
    expect(host.ligament('undo', '--yes').status).toBe(0);
    expect(host.tree()).toEqual(before);
  });

  it('puts everything back where the new endpoint does not answer', () => {
    const app = host.read('api/app.js');
    const gate = "app.use('/api/seed-swap', (request, response) => response.status(410).end());\n\nmodule.exports";
    host.write(
      'api/app.js',
      app.replace("app.use('/api/plots'", `${gate.replace('\n\nmodule.exports', '')}\napp.use('/api/plots'`),
    );
    const changed = host.tree();
    const run = host.ligament(
      'grow',
      'endpoint',
      'SeedSwap',
      '--at',
      '/api/seed-swap/list',
      '--workspace',
      'api',
      '--yes',
    );
    expect(run.status).toBe(4);
    expect(run.stderr).toContain('410');
    expect(host.tree()).toEqual(changed);
    host.write('api/app.js', app);
  });

  it('extends the theme where it is, and tells the figures before', () => {
    const colour = ['grow', 'colour', 'clay', '--value', '#9a5b3c', '--workspace', 'web'];
    const shown = host.ligament(...colour, '--preview').stdout;
    expect(shown).toContain('White text on #9a5b3c has a contrast of 5.3:1');
    expect(host.ligament(...colour, '--yes').status).toBe(0);
    expect(host.read('web/src/styles/tokens.css')).toContain('  --clay: #9a5b3c;\n  --clay-text: #ffffff;\n}');
    expect(host.ligament('detach', 'colour:clay', '--workspace', 'web', '--yes').status).toBe(0);
    expect(host.tree()).toEqual(before);
  });

  it.each([
    [['grow', 'teapot', 'Brown'], 2, 'Nothing called "teapot" can grow'],
    [['grow', 'page'], 2, 'The page needs a name'],
    [['grow', 'component', 'Card', '--at', '/card', '--workspace', 'web'], 2, '--at has no meaning for a component'],
    [['grow', 'colour', 'leaf', '--workspace', 'web'], 2, 'The colour needs --value'],
    [['grow', 'page', 'Beds', '--ratio', '1.2:1.3', '--workspace', 'web'], 2, '--ratio has no meaning for a page'],
    [['grow', 'colour', 'leaf', '--value', '#abc', '--workspace', 'web'], 3, 'tokens.css has --leaf already'],
    [['grow', 'endpoint', '7', '--workspace', 'api'], 2, '"7" cannot be the name of an endpoint'],
    [['grow', 'endpoint', 'Beds', '--at', '/../beds', '--workspace', 'api'], 2, 'cannot be the address of an endpoint'],
    [
      ['grow', 'endpoint', 'Beds', '--at', '/api/plots', '--workspace', 'api'],
      3,
      'There is an endpoint at /api/plots already',
    ],
    [['grow', 'page', 'Beds', '--workspace', 'api'], 3, 'No page can grow in api'],
    [['grow', 'layout', 'Beds', '--around', '/', '--workspace', 'api'], 3, 'Express 5 has no layouts of its own'],
    [['grow', 'container', 'page', '--width', 'wide', '--workspace', 'web'], 2, '"wide" is no width of a container'],
    [['grow', 'font', 'Open', 'Sans', '--workspace', 'web'], 2, 'The font was given 2 names: Open, Sans'],
    [
      ['grow', 'head-tag', 'viewport', '--value', 'x', '--workspace', 'web'],
      2,
      '"viewport" cannot be the name of a tag',
    ],
  ] as const)('%j is refused in words', (args, status, words) => {
    const run = host.ligament(...args, '--yes');
    expect(run.status).toBe(status);
    expect(run.stderr).toContain(words);
    expect(host.tree()).toEqual(before);
  });
});
