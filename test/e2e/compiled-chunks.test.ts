import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import vm from 'node:vm';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { projectRoot } from '../../demo/registry/open.ts';
import { chunkScript } from '../../scripts/chunk-script.mjs';
import { TestHost } from '../support/host.ts';

let top: string;
let program: string;
let host: TestHost;

beforeAll(() => {
  // As it is installed: with nothing compiled beside it.
  top = fs.mkdtempSync(path.join(os.tmpdir(), 'ligament-chunks-'));
  fs.cpSync(path.join(projectRoot(), 'dist'), path.join(top, 'dist'), {
    recursive: true,
    filter: (file) => path.basename(file) !== 'compiled',
  });
  for (const name of ['catalog', 'node_modules', 'package.json'])
    fs.symlinkSync(path.join(projectRoot(), name), path.join(top, name));
  program = path.join(top, 'dist/ligament.js');
});
afterAll(() => fs.rmSync(top, { recursive: true, force: true }));
beforeEach(() => {
  host = new TestHost({ 'package.json': '{ "name": "shed", "private": true }\n' });
  return () => host.remove();
});

function survey(): string {
  const run = host.run(process.execPath, [program, 'survey']);
  expect(run.status, run.stderr).toBe(0);
  expect(run.stderr).toBe('');
  return run.stdout;
}

function kept(): string {
  return path.join(host.environment.XDG_CACHE_HOME ?? '', 'ligament/compiled', `${process.version}-${process.arch}`);
}

describe('what is compiled of the program', () => {
  it('is kept for the next command, for its owner alone', () => {
    const first = survey();
    const names = fs.readdirSync(kept()).sort();
    expect(names).toContain('survey-command');
    for (const name of names) expect(fs.statSync(path.join(kept(), name)).mode & 0o777).toBe(0o600);
    const before = names.map((name) => fs.statSync(path.join(kept(), name)).mtimeMs);
    expect(survey()).toBe(first);
    expect(names.map((name) => fs.statSync(path.join(kept(), name)).mtimeMs)).toEqual(before);
  });

  it.each([
    ['nothing', () => Buffer.alloc(0)],
    ['half of it', (whole: Buffer) => whole.subarray(0, whole.length >> 1)],
    ['another byte in it', (whole: Buffer) => Buffer.from(whole.map((byte, at) => (at === 5000 ? byte ^ 1 : byte)))],
    ['that of another chunk', () => fs.readFileSync(path.join(kept(), 'commands'))],
  ])('is made anew where there is %s', (_, broken) => {
    const first = survey();
    const file = path.join(kept(), 'survey-command');
    const whole = fs.readFileSync(file);
    fs.writeFileSync(file, broken(whole));
    expect(survey()).toBe(first);
    expect(fs.readFileSync(file).length).toBeGreaterThan(10_000);
  });

  it('is not believed where somebody else could have written it, nor missed where it cannot be kept', () => {
    const first = survey();
    const file = path.join(kept(), 'survey-command');
    fs.chmodSync(file, 0o666);
    expect(survey()).toBe(first);
    expect(fs.statSync(file).mode & 0o777).toBe(0o600);
    // A link to a file of one's own, as a clone has many, is not what was kept.
    const elsewhere = path.join(host.root, 'cloned');
    fs.renameSync(file, elsewhere);
    fs.symlinkSync(elsewhere, file);
    expect(survey()).toBe(first);
    expect(fs.lstatSync(file).isFile()).toBe(true);
    // Nor is anything in a folder that others can put files into, and nothing is left there.
    fs.writeFileSync(file, 'not looked at\n');
    fs.chmodSync(kept(), 0o777);
    expect(survey()).toBe(first);
    expect(fs.readFileSync(file, 'utf8')).toBe('not looked at\n');
    fs.rmSync(kept(), { recursive: true });
    fs.writeFileSync(kept(), 'in the way\n');
    expect(survey()).toBe(first);
  });
});

describe('the script of a chunk', () => {
  const module = [
    `import fs, { readFileSync as read } from "node:fs";import * as path from "path";`,
    `let count = 0; const found = () => [read === fs.readFileSync, path.sep, count];`,
    `const late = import("./other.js"), at = import.meta.url; export { found, count as default };`,
    `count += 1;`,
  ].join('\n');

  it('does what the module does, with what it asks for handed to it', async () => {
    const { script } = chunkScript('made', module, '{"mappings":"AAAA"}');
    const asked: string[] = [];
    const body = new vm.Script(script).runInThisContext() as (...given: unknown[]) => Promise<Record<string, unknown>>;
    const load = (name: string): Promise<object> => Promise.resolve(asked.push(name) && {});
    const { createRequire } = await import('node:module');
    const chunk = await body(load, createRequire(import.meta.url), { url: 'file:///here' }, '', '');
    expect((chunk.found as () => unknown[])()).toEqual([true, path.sep, 1]);
    expect(chunk.default).toBe(1);
    expect(asked).toEqual(['./other.js']);
  });

  it('moves nothing but a line down, which its map says', () => {
    const { script, map } = chunkScript('made', module, '{"mappings":"AAAA"}');
    const [, ...lines] = script.split('\n');
    module.split('\n').forEach((line, at) => expect(lines[at]).toHaveLength(line.length));
    for (const word of ['let count = 0', 'count += 1', 'const late'])
      expect(script.slice(script.indexOf('\n') + 1).indexOf(word)).toBe(module.indexOf(word));
    expect(JSON.parse(map)).toEqual({ mappings: ';AAAA' });
  });

  it.each(['export * from "node:fs";', 'const load__ = 1;', 'export { sep } from "node:path";'])(
    'is not made of %s',
    (text) => expect(() => chunkScript('made', text, '{"mappings":""}')).toThrow('made'),
  );
});
