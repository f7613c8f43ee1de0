import fs from 'node:fs';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { TestHost } from './host.ts';
import { managedHost, runManager, sources, type Managed } from './managed-host.ts';

const ATTACH = ['attach', 'tailwindcss', '--workspace', 'web', '--yes'];
const DETACH = ['detach', 'tailwindcss', '--workspace', 'web', '--yes'];

/** Attaches to a host that a package manager keeps, and takes out again: with that manager for real. */
export function testManager(name: string, managed: Managed | undefined): void {
  if (!managed) throw new Error(`no manager ${name}`);
  describe(`a host kept by ${name}`, () => {
    let host: TestHost;
    let before: Map<string, string>;
    beforeAll(() => {
      host = managedHost(managed);
      runManager(host, managed, managed.install);
      host.commitAll();
      before = sources(host);
    });
    afterAll(() => host.remove());

    it('attaches, proved, so that the frozen installation passes and attaching again changes nothing', () => {
      const attached = host.ligament(...ATTACH);
      expect(attached.status, attached.stderr).toBe(0);
      expect(attached.stdout).toContain('Proved');
      expect(host.read(managed.lockfile)).toContain('@tailwindcss/vite');
      runManager(host, managed, managed.frozen);
      const after = sources(host);
      expect(host.ligament(...ATTACH).stdout).toContain('is already attached');
      expect(sources(host)).toEqual(after);
      expect(host.ligament('prove').status).toBe(0);
    });

    it('detaches so that manifests and lockfile are as they were, to the byte', () => {
      const detached = host.ligament(...DETACH);
      expect(detached.status, detached.stderr).toBe(0);
      expect(sources(host)).toEqual(before);
      runManager(host, managed, managed.frozen);
    });

    it('detaches without the history too: the lockfile is then what the manager makes, and that is said', () => {
      expect(host.ligament(...ATTACH, '--no-prove').status).toBe(0);
      fs.rmSync(path.join(path.dirname(host.root), 'state'), { recursive: true });
      const detached = host.ligament(...DETACH);
      expect(detached.status, detached.stderr).toBe(0);
      expect(detached.stdout).toContain(`Look at ${managed.lockfile}: it is what ${managed.command} makes`);
      const [expected, now] = [new Map(before), sources(host)];
      if (!managed.deterministic) for (const tree of [expected, now]) tree.delete(managed.lockfile);
      expect(now).toEqual(expected);
      expect(host.read(managed.lockfile)).not.toContain('@tailwindcss/vite');
      runManager(host, managed, managed.frozen);
    });

    it('leaves a correct manifest and names the command without --install, and what is left passes', () => {
      const attached = host.ligament(...ATTACH, '--no-install');
      expect(attached.status, attached.stderr).toBe(0);
      expect(attached.stdout).toContain(`Run ${managed.command} install`);
      expect(host.read(managed.lockfile)).not.toContain('@tailwindcss/vite');
      runManager(host, managed, managed.install);
      expect(host.ligament('prove').status).toBe(0);
      expect(host.ligament(...DETACH).status).toBe(0);
    });
  });
}
