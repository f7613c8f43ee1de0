import { createHash } from 'node:crypto';
import { describe, expect, inject, it } from 'vitest';

interface Version {
  version: string;
  description?: string;
  dependencies?: Record<string, string>;
  os?: string[];
  dist: { tarball: string; integrity: string; shasum: string };
}
interface Document {
  name: string;
  'dist-tags': Record<string, string>;
  versions: Record<string, Version>;
  time?: Record<string, string>;
}

const SHORT = { accept: 'application/vnd.npm.install-v1+json' };

async function ask(path: string, headers: Record<string, string> = {}): Promise<Document> {
  const answer = await fetch(inject('registry') + path, { headers });
  expect(answer.status).toBe(200);
  return (await answer.json()) as Document;
}

describe('the offline registry speaks the npm registry protocol', () => {
  it('full and abbreviated package documents, dist-tags, several versions', async () => {
    const full = await ask('vite');
    expect(Object.keys(full.versions)).toEqual(expect.arrayContaining(['4.5.14', full['dist-tags'].latest]));
    expect(full['dist-tags'].latest).toMatch(/^7\./);
    expect(full.time).toHaveProperty('4.5.14');
    expect(full.versions['4.5.14']).toHaveProperty('description');
    const short = await ask('vite', SHORT);
    expect(short).not.toHaveProperty('time');
    expect(short.versions['4.5.14']).not.toHaveProperty('description');
    expect(short.versions['4.5.14']).toHaveProperty('dependencies.rollup');
  });

  it('scoped names in both spellings, and packages that are made for other systems', async () => {
    expect(await ask('@tailwindcss%2fvite')).toEqual(await ask('@tailwindcss/vite'));
    const other = await ask('@esbuild/win32-x64', SHORT);
    expect(Object.values(other.versions)[0]).toMatchObject({
      os: ['win32'],
      dist: { integrity: expect.stringMatching(/^sha512-/) as string },
    });
  });

  it('tarballs that have the integrity they are said to have', async () => {
    const { versions, 'dist-tags': tags } = await ask('vue', SHORT);
    const { dist } = versions[tags.latest ?? ''] as Version;
    const bytes = Buffer.from(await (await fetch(dist.tarball)).arrayBuffer());
    expect(`sha512-${createHash('sha512').update(bytes).digest('base64')}`).toBe(dist.integrity);
    expect(createHash('sha1').update(bytes).digest('hex')).toBe(dist.shasum);
  });

  it('404 for what it does not have', async () => {
    for (const path of ['no-such-package', '@no/such', 'vue/-/vue-0.0.1.tgz'])
      expect((await fetch(inject('registry') + path)).status).toBe(404);
  });
});
