import { describe, expect, it } from 'vitest';
import { findHost } from '../../../src/core/survey/host.ts';
import { memoryReader } from '../../support/memory-reader.ts';

const APP = JSON.stringify({
  name: 'society/office',
  type: 'project',
  require: { 'symfony/framework-bundle': '7.4.*' },
});

async function folders(files: Record<string, string>, from = '/host'): Promise<string[]> {
  const { workspaces } = await findHost(memoryReader(files), from);
  return workspaces.map(({ folder }) => folder);
}

const ROOT = JSON.stringify({ name: 'society', workspaces: ['web'] });

describe('apps of Composer below a root that npm keeps', () => {
  it('are workspaces beside the others, also for whoever stands in one', async () => {
    const files = { 'package.json': ROOT, 'web/package.json': '{"name":"web"}', 'office/composer.json': APP };
    expect(await folders(files)).toEqual(['.', 'office', 'web']);
    expect(await folders(files, '/host/office')).toEqual(['.', 'office', 'web']);
  });

  it('are none where the folder says of itself that it is something else, or cannot be read', async () => {
    expect(
      await folders({
        'package.json': ROOT,
        'web/package.json': '{"name":"web"}',
        'library/composer.json': APP.replace('"project"', '"library"'),
        'broken/composer.json': '{ "type": "project",',
        'vendor/composer.json': APP,
        '.cache/composer.json': APP,
        'deep/er/composer.json': APP,
      }),
    ).toEqual(['.', 'web']);
  });

  it('nor below a root that Composer keeps itself, which names its own', async () => {
    expect(await folders({ 'composer.json': '{"name":"society/all"}', 'office/composer.json': APP })).toEqual(['.']);
  });
});
