import path from 'node:path';
import { expect, it } from 'vitest';
import { projectRoot } from '../../demo/registry/open.ts';
import { ATTACH, DETACH } from '../support/every-kill.ts';
import { demoHost, PROGRAM } from '../support/host.ts';

const PRELOAD = path.join(projectRoot(), 'test/support/kill-at-write.cjs');

it('--recover heals first and then goes on; without it nothing is done', () => {
  const host = demoHost();
  try {
    const before = host.tree();
    // What the registry says is kept from here on, so that the writes counted are those of the change.
    expect(host.ligament(...ATTACH, '--preview').status).toBe(0);
    const killed = host.run(process.execPath, ['--require', PRELOAD, PROGRAM, ...ATTACH], { KILL_AT: '60' });
    expect(killed.status).toBeNull();
    const refused = host.ligament(...ATTACH);
    expect(refused.status).toBe(5);
    expect(refused.stderr).toContain('ligament recover');
    expect(refused.stderr).toContain('--recover');
    const done = host.ligament(...ATTACH, '--recover');
    expect(done.status, done.stderr).toBe(0);
    expect(done.stdout).toContain('Put back');
    expect(done.stdout).toContain('Done  attach tailwindcss to web');
    expect(host.ligament(...DETACH).status).toBe(0);
    expect(host.tree()).toEqual(before);
  } finally {
    host.remove();
  }
});
