import fs from 'node:fs';
import path from 'node:path';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { demoHost, type TestHost } from '../support/host.ts';

/** Brings a sheet of its own; its proof asks for a colour. */
const kit = (name: string, colour: string): string => `format: 1
integration: ${name}
title: The ${name}
kind: styling
about: Only for tests.
ways:
  sheet:
    title: by a sheet of its own
    files:
      - { file: ./${name}.css, text: ".${name} {\\n  color: teal;\\n}\\n" }
    ties:
      - app.boot: { from: { './${name}.css': [] } }
proofs:
  - built-css: { class: [${name}], declares: { color: ${colour} } }
`;

let host: TestHost;
let builds: string;

beforeEach(() => {
  host = demoHost();
  host.install();
  builds = path.join(path.dirname(host.root), 'builds');
  const counted = `node -e \\"fs.appendFileSync('${builds}', '.')\\" && vite build`;
  host.write('web/package.json', host.read('web/package.json').replace('"vite build"', `"${counted}"`));
  host.write('kits/moss/integration.yaml', kit('moss', 'teal'));
  host.write('kits/fern/integration.yaml', kit('fern', 'teal'));
  host.write('kits/rust/integration.yaml', kit('rust', 'tomato'));
  host.commitAll();
});
afterEach(() => host.remove());

const count = (): number => fs.readFileSync(builds, 'utf8').length;
const attach = (...kits: string[]): ReturnType<TestHost['ligament']> =>
  host.ligament('attach', ...kits.map((one) => `./kits/${one}`), '--workspace', 'web', '--yes', '--json');

it('several proofs that look at a build share one, and each is told by itself', () => {
  const { status, stdout, stderr } = attach('moss', 'fern');
  expect(status, stderr).toBe(0);
  const { proofs } = JSON.parse(stdout) as { proofs: { checked: string; held: boolean }[] };
  expect(proofs.map(({ held, checked }) => [held, /rule of (\S+)/.exec(checked)?.[1]])).toEqual([
    [true, '.moss'],
    [true, '.fern'],
  ]);
  expect(count()).toBe(1);
  expect(host.ligament('prove').status).toBe(0);
  expect(count()).toBe(2);
});

it('one that does not hold is looked at by itself, and everything is put back', () => {
  const before = host.tree();
  const { status, stderr } = attach('moss', 'rust', 'fern');
  expect(status).toBe(4);
  expect(stderr).toContain('The proof of The rust on web failed');
  expect(stderr).toContain('has no rule for .rust');
  expect(count()).toBe(2);
  expect(host.tree()).toEqual(before);
});

it('where the build fails with all of them each is tried alone, so that the message names whose it is', () => {
  host.write('web/src/main.ts', `${host.read('web/src/main.ts')}\nimport './nowhere';\n`);
  host.git('commit', '--quiet', '--all', '--message=Broken');
  const { status, stderr } = attach('moss', 'fern');
  expect(status).toBe(4);
  expect(stderr).toContain('The proof of The moss on web failed');
  expect(stderr).toContain('npm run build ended with 1');
});
