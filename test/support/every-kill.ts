import fs from 'node:fs';
import path from 'node:path';
import { expect } from 'vitest';
import { projectRoot } from '../../demo/registry/open.ts';
import { demoHost, PROGRAM, type Run, type TestHost } from './host.ts';

const PRELOAD = path.join(projectRoot(), 'test/support/kill-at-write.cjs');
export const ATTACH = ['attach', 'tailwindcss', '--workspace', 'web', '--yes', '--no-install'];
export const DETACH = ['detach', 'tailwindcss', '--yes', '--no-install'];

function runWith(host: TestHost, environment: Record<string, string>, args: string[]): Run {
  return host.run(process.execPath, ['--require', PRELOAD, PROGRAM, ...args], environment);
}

/** Kills a command right before each of its writes in turn; after `recover` the host is as before or as announced. */
export function expectEveryKillHeals(
  name: string,
  prepare: (host: TestHost) => void,
  args: string[],
): { points: number; ran: number; putBack: number; complete: number } {
  const host = demoHost();
  try {
    prepare(host);
    // What the registry says is kept by now: from one run to the next the writes are the same.
    if (args[0] === 'attach') expect(host.ligament(...args, '--preview').status).toBe(0);
    const before = host.tree();
    const image = `${host.root}.image`;
    const state = host.environment.XDG_STATE_HOME ?? '';
    fs.cpSync(host.root, image, { recursive: true });
    if (fs.existsSync(state)) fs.cpSync(state, `${state}.image`, { recursive: true });
    const reset = (): void => {
      fs.rmSync(host.root, { recursive: true });
      fs.cpSync(image, host.root, { recursive: true });
      fs.rmSync(state, { recursive: true, force: true });
      if (fs.existsSync(`${state}.image`)) fs.cpSync(`${state}.image`, state, { recursive: true });
    };
    const counter = path.join(path.dirname(host.root), 'count');
    expect(runWith(host, { COUNT_TO: counter }, args).status).toBe(0);
    const announced = host.tree();
    const points = Number(fs.readFileSync(counter, 'utf8'));
    expect(points).toBeGreaterThan(30);
    let putBack = 0;
    let complete = 0;
    const ran = pointsToRun(name, points);
    for (const at of ran) {
      reset();
      const killed = runWith(host, { KILL_AT: String(at) }, args);
      expect(killed.status, `killed at write ${at}`).toBeNull();
      // The other commands all refuse in the same place; asking at each kill would only take long.
      if (host.journal() && at % 10 === 0) {
        const refused = host.ligament('prove');
        expect(refused.status).toBe(5);
        expect(refused.stderr).toContain('ligament recover');
      }
      const recovered = host.ligament('recover');
      expect(recovered.status, recovered.stderr).toBe(0);
      const after = host.tree();
      if (sameTree(after, before)) putBack += 1;
      else {
        expect(after, `killed at write ${at}`).toEqual(announced);
        complete += 1;
      }
    }
    noteRun(name, ran);
    return { points, ran: ran.length, putBack, complete };
  } finally {
    host.remove();
  }
}

// So many of the points run each time, those that ran longest ago; LIGAMENT_ALL_KILLS=1 runs all. What ran is noted, and committed.
const MOST_POINTS = 40;
const NOTES = path.join(projectRoot(), 'test/support/kill-points.json');

type Notes = Record<string, string[]>;

function pointsToRun(name: string, points: number): number[] {
  const known = readNotes()[name] ?? [];
  const all = Array.from({ length: points }, (_, index) => index + 1);
  if (process.env.LIGAMENT_ALL_KILLS) return all;
  const byAge = all.sort((a, b) =>
    (known[a - 1] ?? '') < (known[b - 1] ?? '') ? -1 : (known[a - 1] ?? '') > (known[b - 1] ?? '') ? 1 : a - b,
  );
  return byAge.slice(0, MOST_POINTS).sort((a, b) => a - b);
}

function noteRun(name: string, ran: readonly number[]): void {
  const notes = readNotes();
  const known = notes[name] ?? [];
  const today = new Date().toISOString().slice(0, 10);
  for (const at of ran) known[at - 1] = today;
  notes[name] = Array.from(known, (one) => (one as string | undefined) ?? '');
  fs.writeFileSync(NOTES, `${JSON.stringify(notes)}\n`);
}

function readNotes(): Notes {
  return fs.existsSync(NOTES) ? (JSON.parse(fs.readFileSync(NOTES, 'utf8')) as Notes) : {};
}

function sameTree(a: Map<string, string>, b: Map<string, string>): boolean {
  return a.size === b.size && [...a].every(([file, content]) => b.get(file) === content);
}
