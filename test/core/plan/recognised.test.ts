import fs from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { projectRoot } from '../../../demo/registry/open.ts';
import { loadDefinition } from '../../../src/core/definition/catalog.ts';
import { Problem } from '../../../src/core/problem.ts';
import { planAttach } from '../../../src/core/plan/attach/plan-attach.ts';
import { CATALOG } from '../../support/memory-host.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

const WISHES = { take: {}, movePackages: false, whereItFits: false };
/** Hosts to look at in place of these: LIGAMENT_HOSTS=a,b. */
const HOSTS = process.env.LIGAMENT_HOSTS?.split(',') ?? ['vite-vue-ts', 'express5-ts'];
// A sign-in that is there already is refused, whoever made it.
const INTEGRATIONS = fs
  .readdirSync(path.join(projectRoot(), 'catalog'))
  .map((folder) => folder.replace('+', '/'))
  .filter((id) => id !== 'passport');

/** What attaching changes in a host beside Ligament's own record. */
async function changed(host: MemoryStackHost, integration: string): Promise<string[]> {
  const context = await host.open();
  const definition = await loadDefinition(context.reader, CATALOG, integration);
  const { files } = await planAttach(context, [{ definition, workspace: '.', choices: {} }], WISHES);
  return files.filter(({ role }) => role !== 'record').map(({ file }) => file);
}

/** Attaches an integration; false where it is refused. */
async function attached(host: MemoryStackHost, integration: string): Promise<boolean> {
  try {
    await host.attach(integration);
    return true;
  } catch (error) {
    if (error instanceof Problem) return false;
    throw error;
  }
}

describe.each(HOSTS)('what is attached to %s is recognised when its record is lost', (id) => {
  it('and nothing is put in twice', async () => {
    const seen: string[] = [];
    const twice: Record<string, string[] | string> = {};
    for (const integration of INTEGRATIONS) {
      const host = new MemoryStackHost(id);
      if (!(await attached(host, integration))) continue;
      host.forget();
      seen.push(integration);
      const files = await changed(host, integration).catch((error: unknown) => String(error));
      if (files.length > 0) twice[integration] = files;
    }
    expect(twice).toEqual({});
    expect(seen.length).toBeGreaterThan(8);
  });
});
