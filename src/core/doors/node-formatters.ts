import { spawn } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import type { FormatterDoor } from '../ports.ts';

const LONGEST_MS = 180_000;
// Where packages of formatters have their public interface as an ES module (package.json, "exports").
const ENTRIES = ['index.mjs', 'index.js'];

/** Runs the program that measures, beside this one, with the formatter that `find` gives. */
export function nodeFormatters(find: (name: string, version: string) => Promise<string | undefined>): FormatterDoor {
  return {
    async ask(name, version, task) {
      const folder = await find(name, version);
      const entry = folder && ENTRIES.find((one) => fs.existsSync(path.join(folder, one)));
      if (folder === undefined || entry === undefined) return undefined;
      return run(folder, entry, task);
    },
  };
}

function run(folder: string, entry: string, task: string): Promise<string | undefined> {
  const worker = fileURLToPath(new URL('./formatter-worker.js', import.meta.url));
  if (!fs.existsSync(worker)) return Promise.resolve(undefined);
  const place = fs.mkdtempSync(path.join(os.tmpdir(), 'ligament-measure-'));
  const [major = 0] = process.versions.node.split('.').map(Number);
  // It reads itself and the formatter, and writes nothing (Node.js, "Permissions").
  const permission = major >= 23 ? '--permission' : '--experimental-permission';
  const flags = [
    permission,
    `--allow-fs-read=${path.dirname(worker)}/*`,
    `--allow-fs-read=${folder}/*`,
    '--no-warnings',
  ];
  return new Promise((resolve) => {
    const child = spawn(process.execPath, [...flags, worker, folder, entry], {
      cwd: place,
      env: {},
      stdio: ['pipe', 'pipe', 'ignore'],
      timeout: LONGEST_MS,
    });
    const chunks: Buffer[] = [];
    child.stdout.on('data', (chunk: Buffer) => chunks.push(chunk));
    child.stdin.on('error', () => undefined);
    child.on('error', () => undefined);
    child.on('close', (status) => {
      fs.rmSync(place, { recursive: true, force: true });
      resolve(status === 0 ? Buffer.concat(chunks).toString('utf8') : undefined);
    });
    child.stdin.end(task);
  });
}
