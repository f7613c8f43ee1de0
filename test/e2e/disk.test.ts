import fs from 'node:fs';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { projectRoot } from '../../demo/registry/open.ts';
import { demoHost, type TestHost } from '../support/host.ts';
import { asRoot, MountedHost } from '../support/own-mount.ts';

const ATTACH = 'attach tailwindcss --workspace web --yes';

let host: TestHost;
let before: Map<string, string>;
beforeEach(() => {
  host = demoHost();
  // Fetched once, so that nothing but the disk decides.
  expect(host.ligament(...ATTACH.split(' '), '--preview').status).toBe(0);
  before = host.tree();
});
afterEach(() => host.remove());

describe('a disk that is full for real', () => {
  it('at every stage: as before with a clear message, or all done', () => {
    const mounted = new MountedHost(host);
    const announced = mounted.run(16_384, `$LIGAMENT ${ATTACH} --no-install`).after;
    const ends = new Map<number | null, number>();
    for (let free = 0; free <= 88; free += 4) {
      // The rest of the memory is taken by a file that goes before the comparison.
      const fill = `dd if=/dev/zero of=ballast bs=4k 2>/dev/null; truncate -s -${free}k ballast`;
      const { run, after } = mounted.run(
        2048,
        `${fill}; $LIGAMENT ${ATTACH} --no-install; s=$?; rm ballast; [ $s = 5 ] && $LIGAMENT recover; (exit $s)`,
      );
      ends.set(run.status, (ends.get(run.status) ?? 0) + 1);
      // 5 where there was not even room to put it back: `recover` does it once there is.
      expect([0, 3, 4, 5], `${free} kB free: ${run.stderr}`).toContain(run.status);
      expect(after, `${free} kB free`).toEqual(run.status === 0 ? announced : before);
      if (run.status !== 0) expect(run.stderr).toContain('ENOSPC');
    }
    process.stdout.write(
      `disk full: ${[...ends].map(([status, count]) => `status ${status} × ${count}`).join(', ')}\n`,
    );
    for (const status of [0, 3, 4]) expect(ends.get(status)).toBeGreaterThan(0);
  });

  it('while the package manager installs', () => {
    const { run, after } = new MountedHost(host).run(24_576, `$LIGAMENT ${ATTACH} --no-prove; s=$?; ls; (exit $s)`);
    expect(run.status, run.stderr).toBe(4);
    expect(run.stderr).toContain('npm install --no-audit --no-fund failed');
    expect(run.stderr).toContain('Everything was put back');
    expect(run.stdout).not.toContain('node_modules');
    expect(after).toEqual(before);
  });

  it("of the user's own state: without a journal nothing is begun", () => {
    const state = path.join(path.dirname(host.root), 'small');
    fs.mkdirSync(state);
    const mount = `mount -t tmpfs -o size=4k none '${state}'; head -c 4096 /dev/zero >'${state}/ballast'`;
    const { run, after } = new MountedHost(host).run(
      16_384,
      `${mount}; XDG_STATE_HOME='${state}' $LIGAMENT ${ATTACH} --no-install`,
    );
    expect(run.status, run.stderr).toBe(3);
    expect(run.stderr).toContain('The journal cannot be started in your state folder');
    expect(after).toEqual(before);
  });
});

describe('what may not be written', () => {
  it('a project mounted read-only: looked at, not touched', () => {
    const commands = `mount -o remount,ro . && $LIGAMENT survey >&2 && $LIGAMENT ${ATTACH} --preview >&2 && $LIGAMENT ${ATTACH}`;
    const { run, after } = new MountedHost(host).run(16_384, commands);
    expect(run.status, run.stderr).toBe(3);
    expect(run.stderr).toContain('The project cannot be written');
    expect(run.stderr).toContain('EROFS');
    expect(run.stderr).not.toContain('Waiting');
    expect(after).toEqual(before);
  });

  it('one file that cannot be replaced, since something is mounted there: all others are put back', () => {
    const commands = `mount --bind web/vite.config.ts web/vite.config.ts; $LIGAMENT ${ATTACH} --no-install`;
    const { run, after } = new MountedHost(host).run(16_384, commands);
    expect(run.status, run.stderr).toBe(4);
    expect(run.stderr).toContain('EBUSY');
    expect(after).toEqual(before);
  });

  it("a project of another owner's, and one file of another owner's in it: refused", () => {
    const open = program();
    const nobody = 'HOME=/nonexistent setpriv --reuid=65534 --regid=65534 --clear-groups';
    const alone = new MountedHost(host).run(16_384, `${nobody} ${process.execPath} ${open} ${ATTACH} --no-install`);
    expect(alone.run.status, alone.run.stderr).toBe(3);
    expect(alone.run.stderr).toContain('EACCES');
    const commands = `chown -R 65534:65534 .; chown 0:0 web/vite.config.ts; ${nobody} ${process.execPath} ${open} ${ATTACH} --no-install`;
    const { run, after } = new MountedHost(host).run(16_384, commands);
    expect(run.status, run.stderr).toBe(3);
    expect(run.stderr).toContain('web/vite.config.ts cannot be written');
    expect(after).toEqual(before);
  });

  it('owner and permissions of what is written stay as they were', () => {
    const commands = `chown 1234:2345 web/vite.config.ts && chmod 640 web/vite.config.ts && $LIGAMENT ${ATTACH} --no-install >&2 && stat -c '%u %g %a' web/vite.config.ts`;
    const { run } = new MountedHost(host).run(16_384, commands);
    expect(run.status, run.stderr).toBe(0);
    expect(run.stdout.trim()).toBe('1234 2345 640');
  });
});

/** The program where everybody may read it: the project itself may lie in a folder of the superuser's. */
function program(): string {
  const open = path.join(path.dirname(host.root), 'program');
  const parser = ['oxc-parser', '@oxc-parser', '@oxc-project'].map((name) => `node_modules/${name}`);
  for (const name of ['dist', 'catalog', 'package.json', ...parser])
    fs.cpSync(path.join(projectRoot(), name), path.join(open, name), { recursive: true });
  const state = [host.environment.XDG_STATE_HOME, host.environment.XDG_CACHE_HOME].map((folder) => `'${folder ?? ''}'`);
  asRoot(
    [
      'bash',
      '-c',
      `chmod -R a+rX '${path.dirname(host.root)}'; mkdir -p ${state.join(' ')}; chmod -R a+rwX ${state.join(' ')}`,
    ],
    host.environment,
  );
  return path.join(open, 'dist/ligament.js');
}
