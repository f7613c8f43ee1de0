import { PROOF_KINDS } from '../../../src/core/prove/kinds.ts';
import { SHIPPED } from '../../support/catalog.ts';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { apply } from '../../../src/core/apply/apply.ts';
import { openHost } from '../../../src/core/host/context.ts';
import { parseDefinition } from '../../support/catalog.ts';
import { nodeFiles } from '../../../src/core/doors/node-files.ts';
import { nodeMachine } from '../../../src/core/doors/node-machine.ts';
import { nodeProcesses } from '../../../src/core/doors/node-processes.ts';
import type { ChangeSet } from '../../../src/core/change/change-set.ts';
import { planAttach } from '../../../src/core/plan/attach/plan-attach.ts';
import type { Doors, FileDoor } from '../../../src/core/ports.ts';
import { oneVersionRegistry } from '../../support/one-version.ts';

const KIT = `format: 1
integration: shed
title: The shed
kind: data
about: Only for tests.
ways:
  plain:
    title: by its files
    ties: [{ manifest.scripts: { scripts: { shed: echo shed } } }]
    files:
      - { file: src/deep/shed.js, text: "export const shed = 1;\\n" }
      - { file: src/other/rake.js, text: "export const rake = 1;\\n" }
proofs: []
`;

let top: string;
let root: string;
let outside: string;
beforeEach(() => {
  top = fs.realpathSync(fs.mkdtempSync(path.join(os.tmpdir(), 'ligament-links-')));
  root = path.join(top, 'host');
  outside = path.join(top, 'outside');
  for (const [file, text] of Object.entries({
    'host/package.json': '{\n  "name": "plots",\n  "version": "1.0.0"\n}\n',
    'host/src/index.js': '',
    'host/.git/hooks/x.sample': '',
    'outside/package.json': '{\n  "name": "plots",\n  "version": "1.0.0"\n}\n',
    'outside/deep/kept': 'mine',
  })) {
    fs.mkdirSync(path.dirname(path.join(top, file)), { recursive: true });
    fs.writeFileSync(path.join(top, file), text);
  }
});
afterEach(() => fs.rmSync(top, { recursive: true, force: true }));

function doorsWith(files: FileDoor): Doors {
  return {
    files,
    processes: nodeProcesses,
    clock: { now: () => new Date(2026, 10, 29) },
    machine: nodeMachine,
    offline: false,
    sources: {
      npm: () => Promise.resolve(oneVersionRegistry),
      composer: () => Promise.reject(new Error('no repositories')),
    },
    environment: { XDG_STATE_HOME: path.join(top, 'state'), PATH: process.env.PATH },
  };
}

async function plan(): Promise<ChangeSet> {
  const context = await openHost(doorsWith(nodeFiles), SHIPPED, root);
  const request = { definition: parseDefinition(KIT, 'integration.yaml'), workspace: '.', choices: {}, foreign: true };
  return planAttach(context, [request], { take: {}, movePackages: false, whereItFits: false });
}

function carryOut(changes: ChangeSet, files: FileDoor): Promise<unknown> {
  return apply(doorsWith(files), changes, {
    root,
    workspaces: ['.'],
    managed: ['package-lock.json'],
    install: false,
    kinds: PROOF_KINDS,
    prove: undefined,
    signal: new AbortController().signal,
    onEvent: () => undefined,
  });
}

/** All that is outside of the project, and in its version control. */
function elsewhere(): string[] {
  return [outside, path.join(root, '.git')].flatMap((folder) =>
    fs.existsSync(folder)
      ? fs
          .readdirSync(folder, { recursive: true, withFileTypes: true })
          .filter((entry) => entry.isFile())
          .map((entry) => path.join(entry.parentPath, entry.name))
          .map((file) => `${path.relative(top, file)}=${fs.readFileSync(file, 'utf8')}`)
      : [],
  );
}

/** What an attacker does at some moment: a part of a path becomes a link. */
const SWAPS: Record<string, (target: string) => void> = {
  'the folder of a file': (target) => swap('src/deep', path.join(target, 'deep')),
  'a folder above it': (target) => swap('src', target),
  'the file itself, that is new': (target) => swap('src/deep/shed.js', path.join(target, 'new.js')),
  'the file itself, that was there': (target) => swap('package.json', path.join(target, 'package.json')),
  'the folder of the records': (target) => swap('.ligament', target),
  'a folder below it': (target) => swap('.ligament/attached', target),
};

function swap(name: string, target: string): void {
  const place = path.join(root, name);
  fs.mkdirSync(path.dirname(place), { recursive: true });
  if (fs.lstatSync(place, { throwIfNoEntry: false })?.isSymbolicLink()) return;
  fs.rmSync(place, { recursive: true, force: true });
  fs.symlinkSync(target, place);
}

describe.each([
  ['outside of the project', () => outside],
  ["into version control's folder", () => path.join(root, '.git/hooks')],
])('links that lead %s', (_, target) => {
  it.each(Object.keys(SWAPS))('made between the plan and its first write, of %s: refused', async (name) => {
    const changes = await plan();
    SWAPS[name]?.(target());
    const before = elsewhere();
    await expect(carryOut(changes, nodeFiles)).rejects.toMatchObject({ parts: { status: 3 } });
    expect(elsewhere()).toEqual(before);
  });

  // Whatever is written when, the link is made right before.
  it.each(Object.keys(SWAPS))('made at every moment while it writes, of %s: nothing is written there', async (name) => {
    const reset = (): void => {
      fs.rmSync(root, { recursive: true, force: true });
      fs.cpSync(`${root}.image`, root, { recursive: true });
      fs.rmSync(path.join(top, 'state'), { recursive: true, force: true });
    };
    fs.cpSync(root, `${root}.image`, { recursive: true });
    const changes = await plan();
    const counter = swapping(-1, () => undefined);
    await carryOut(changes, counter.door);
    const before = elsewhere();
    let stopped = 0;
    for (let at = 1; at <= counter.count(); at += 1) {
      reset();
      await carryOut(changes, swapping(at, () => SWAPS[name]?.(target())).door).catch((error: unknown) => {
        stopped += 1;
        expect(error).toHaveProperty('parts.status');
      });
      expect(elsewhere(), `swapped before write ${at}`).toEqual(before);
    }
    expect(stopped).toBeGreaterThan(0);
  });
});

/** A file door that does something right before one of its writes. */
function swapping(at: number, action: () => void): { door: FileDoor; count: () => number } {
  let count = 0;
  const before =
    <Args extends unknown[], Value>(method: (...args: Args) => Value) =>
    (...args: Args): Value => {
      count += 1;
      if (count === at) action();
      return method(...args);
    };
  return {
    count: () => count,
    door: {
      ...nodeFiles,
      put: before((...args) => nodeFiles.put(...args)),
      create: before((...args) => nodeFiles.create(...args)),
      makeFolder: before((...args) => nodeFiles.makeFolder(...args)),
      removeFile: before((...args) => nodeFiles.removeFile(...args)),
      removeEmptyFolder: before((...args) => nodeFiles.removeEmptyFolder(...args)),
      removeTree: before((...args) => nodeFiles.removeTree(...args)),
    },
  };
}
