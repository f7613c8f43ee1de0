import { afterEach, expect, it } from 'vitest';
import { demoHost, TestHost } from '../support/host.ts';

let host: TestHost;
afterEach(() => host.remove());

const ATTACH = ['attach', 'tailwindcss', '--workspace', 'web', '--no-install', '--yes'];

interface Uses {
  changes: { uses: { integration: string; file: string; line: number; text: string }[] };
}

function places(...options: string[]): string[] {
  const { stdout, status, stderr } = host.ligament('detach', 'tailwindcss', '--preview', '--json', ...options);
  expect(status, stderr).toBe(0);
  return (JSON.parse(stdout) as Uses).changes.uses.map(({ file, line }) => `${file}:${line}`);
}

it('detach lists what still uses it: imports, names, classes, at-rules, scripts; and nothing before anybody does', () => {
  host = demoHost();
  host.commitAll();
  expect(host.ligament(...ATTACH).status).toBe(0);
  expect(places()).toEqual([]);
  host.write(
    'web/src/palette.ts',
    "// tailwindcss in a comment is no use of it\nimport colors from 'tailwindcss/colors';\n\nexport const soil = colors.stone[700];\nexport const other = { colors: 1 };\n",
  );
  host.write(
    'web/src/components/SeedCard.vue',
    '<script setup lang="ts">\nconst open = true;\n</script>\n\n<template>\n  <article class="seed-card mt-4" :class="{ \'bg-green-700\': open }">\n    <p class="note">Beans</p>\n  </article>\n</template>\n\n<style scoped>\n.seed-card {\n  @apply rounded;\n}\n</style>\n',
  );
  host.write('web/src/lazy.ts', "export const load = () => import('@tailwindcss/vite');\n");
  // Its own workspace does not have the package.
  host.write('api/note.js', "import colors from 'tailwindcss/colors';\n");
  expect(places()).toEqual([
    'web/src/components/SeedCard.vue:6',
    'web/src/components/SeedCard.vue:13',
    'web/src/lazy.ts:1',
    'web/src/palette.ts:2',
    'web/src/palette.ts:4',
  ]);
  const shown = host.ligament('detach', 'tailwindcss', '--preview').stdout;
  expect(shown).toContain('Still used in 5 places, which will miss it');
  expect(shown).toMatch(/palette\.ts:4 +export const soil = colors\.stone\[700\];/);
  // Without a terminal there is nobody to ask: only --yes agrees to it.
  expect(host.ligament('detach', 'tailwindcss', '--no-install').status).toBe(2);
  expect(host.ligament('detach', 'tailwindcss', '--no-install', '--yes').status).toBe(0);
});

it("tells the host's own classes and prefixed ones apart", () => {
  host = demoHost();
  expect(host.ligament(...ATTACH, '--choose', 'prefix=tw').status).toBe(0);
  host.write('web/src/card.html', '<p class="mt-4 flex">own</p>\n<p class="tw:mt-4 md:p-2">not own</p>\n');
  expect(places()).toEqual(['web/src/card.html:2']);
  expect(host.ligament('detach', 'tailwindcss', '--no-install', '--yes').status).toBe(0);
  expect(host.ligament(...ATTACH).status).toBe(0);
  expect(places()).toEqual(['web/src/card.html:1', 'web/src/card.html:2']);
  host.write('web/src/own.css', '.mt-4 { margin-top: 2rem }\n.flex, .grid { gap: 1px }\n');
  expect(places()).toEqual(['web/src/card.html:2']);
});

it('undo of an attach lists them as well', () => {
  host = demoHost();
  expect(host.ligament(...ATTACH).status).toBe(0);
  host.write('web/src/palette.ts', "import colors from 'tailwindcss/colors';\nexport default colors;\n");
  const { stdout } = host.ligament('undo', '--preview');
  expect(stdout).toContain('Still used in 2 places');
  expect(stdout).toContain('web/src/palette.ts:1');
});

it('finds files that were renamed, in git or as they were, and takes it out there', () => {
  host = demoHost();
  host.commitAll();
  const before = host.read('web/src/styles/site.css');
  const config = host.read('web/vite.config.ts');
  expect(host.ligament(...ATTACH).status).toBe(0);
  host.git('add', '--all');
  host.git('commit', '--quiet', '--message=Attach');
  host.git('mv', 'web/src/styles/site.css', 'web/src/styles/garden.css');
  host.git('commit', '--quiet', '--message=Rename the sheet');
  host.run('mkdir', ['web/config']);
  host.run('mv', ['web/vite.config.ts', 'web/config/vite.config.ts']);
  const { status, stdout, stderr } = host.ligament('detach', 'tailwindcss', '--no-install', '--yes');
  expect(status, stderr).toBe(0);
  expect(stdout).toContain('web/src/styles/site.css is web/src/styles/garden.css now: taken out there.');
  expect(host.read('web/src/styles/garden.css')).toBe(before);
  expect(host.read('web/config/vite.config.ts')).toBe(config);
});

it('says before detach and undo that a touched file has other work in it, and not where it has none', () => {
  host = demoHost();
  host.commitAll();
  expect(host.ligament(...ATTACH).status).toBe(0);
  expect(host.ligament('detach', 'tailwindcss', '--preview').stdout).not.toContain('not committed');
  host.write('web/src/styles/site.css', `${host.read('web/src/styles/site.css')}\n.hose {\n  color: green;\n}\n`);
  for (const args of [['detach', 'tailwindcss'], ['undo']]) {
    const { stdout } = host.ligament(...args, '--preview');
    expect(stdout).toContain('web/src/styles/site.css has work that is not committed. It stays.');
    expect(stdout).not.toContain('vite.config.ts has work');
  }
});
