import { spawn } from 'node:child_process';
import fs from 'node:fs';
import http from 'node:http';
import type { AddressInfo } from 'node:net';
import net from 'node:net';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { stripVTControlCharacters } from 'node:util';
import { fillText } from '../definition/fill.ts';
import { startOf } from '../ecosystems/works.ts';
import type { Serve } from '../joints/traits.ts';
import { listenersOn, processGroup } from '../doors/process-marks.ts';
import type { Bench } from './bench.ts';

export interface Server {
  /** `http://127.0.0.1:<port>`. */
  url: string;
  /** What it has said so far. */
  said: () => string;
  /** The path that it says itself to be at, as `/plots/`. */
  base?: string | undefined;
  close(): Promise<void>;
}

const LONGEST_START_MS = 60_000;

// What runs sources itself, by the name that stacks give it.
const RUNTIMES: Readonly<Record<string, string>> = { node: process.execPath, php: 'php' };

const TYPES: Record<string, string> = {
  '.html': 'text/html; charset=utf-8',
  '.js': 'text/javascript',
  '.mjs': 'text/javascript',
  '.css': 'text/css',
  '.json': 'application/json',
  '.webmanifest': 'application/manifest+json',
  '.svg': 'image/svg+xml',
};

/** Makes the built app of a copy answer on 127.0.0.1. Throws an Error that says why where it does not. */
export async function serve(bench: Bench, how: Serve): Promise<Server> {
  return 'folder' in how ? serveFolder(bench.path(how.folder)) : serveProgram(bench, how);
}

/** A path below the base under which the app lies. */
export function pathBelow(base: string | undefined, at: string): string {
  const lead = base?.startsWith('/') ? base.replace(/\/$/, '') : '';
  return lead + at;
}

function serveFolder(folder: string): Promise<Server> {
  const server = http.createServer((request, response) => {
    const { pathname } = new URL(request.url ?? '/', 'http://127.0.0.1');
    const wanted = path.join(folder, path.posix.normalize(decodeURIComponent(pathname)));
    const inside = wanted === folder || wanted.startsWith(folder + path.sep);
    const isFile = inside && fs.statSync(wanted, { throwIfNoEntry: false })?.isFile();
    // A page that is not there is the app's own to show.
    const file = isFile ? wanted : path.join(folder, 'index.html');
    if (!fs.existsSync(file)) return response.writeHead(404).end();
    response.writeHead(200, { 'content-type': TYPES[path.extname(file)] ?? 'application/octet-stream' });
    return response.end(fs.readFileSync(file));
  });
  return new Promise((resolve, reject) => {
    server.on('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo;
      const close = (): Promise<void> =>
        new Promise((done) => {
          server.closeAllConnections();
          server.close(() => done());
        });
      resolve({ url: `http://127.0.0.1:${port}`, said: () => '', close });
    });
  });
}

async function serveProgram(
  bench: Bench,
  { program, args, environment = {}, port: fixed }: Exclude<Serve, { folder: string }>,
): Promise<Server> {
  // Whoever has a port already is somebody else, and is never spoken to.
  if (fixed !== undefined && (await isTaken(fixed)))
    throw new Error(`port ${fixed}, which its sources name, is taken by another program: stop that one first`);
  const port = String(fixed ?? (await freePort()));
  const filled = args.map((arg) => fillText(arg, { port }));
  const own = Object.entries(environment).map(([name, value]) => [name, fillText(value, { port })]);
  const runtime = RUNTIMES[program];
  const start = runtime
    ? { command: runtime, lead: [] }
    : startOf(bench.context.doors.files, bench.root, bench.workspace.folder, program);
  if (!start) throw new Error(`no installed package brings a program "${program}"`);
  const { command, lead } = start;
  const child = spawn(command, [...lead, ...filled], {
    cwd: bench.folder,
    env: { ...bench.environment, ...Object.fromEntries(own) } as NodeJS.ProcessEnv,
    stdio: ['ignore', 'pipe', 'pipe'],
    detached: process.platform !== 'win32',
  });
  let said = '';
  let ended: string | undefined;
  child.stdout.on('data', (chunk: Buffer) => (said += chunk.toString()));
  child.stderr.on('data', (chunk: Buffer) => (said += chunk.toString()));
  child.on('error', (error) => (ended = error.message));
  child.on('close', (status) => (ended ??= `it ended with ${String(status)}`));
  if (child.pid !== undefined) bench.context.doors.leftovers?.child(child.pid);
  const close = async (): Promise<void> => {
    stop(child.pid, 'SIGTERM');
    for (let waited = 0; ended === undefined && waited < 3000; waited += 50) await sleep(50);
    if (ended === undefined) stop(child.pid, 'SIGKILL');
  };
  const url = `http://127.0.0.1:${port}`;
  for (let waited = 0; waited < LONGEST_START_MS; waited += 100) {
    if (ended !== undefined) throw new Error(`${[program, ...filled].join(' ')}: ${ended}\n${said}`);
    if (child.pid !== undefined && (await isAnswered(child.pid, Number(port)))) {
      if (!(await answers(url))) continue;
      return {
        url,
        said: () => said,
        base: /https?:\/\/(?:127\.0\.0\.1|localhost):\d+(\/[\w./-]*\/)/.exec(stripVTControlCharacters(said))?.[1],
        close,
      };
    }
    await sleep(100);
  }
  await close();
  throw new Error(`${[program, ...filled].join(' ')} does not answer\n${said}`);
}

/** With it go the processes that it has started itself. */
function stop(pid: number | undefined, signal: NodeJS.Signals): void {
  if (pid === undefined) return;
  try {
    process.kill(process.platform === 'win32' ? pid : -pid, signal);
  } catch {
    // It has ended already.
  }
}

/**
 * Whether the program that was started listens on the port. Where the system tells who does, anybody else is an error: what is asked
 * would reach a stranger. Elsewhere a port that was free has to do.
 */
async function isAnswered(leader: number, port: number): Promise<boolean> {
  const listeners = listenersOn(port);
  if (listeners === undefined) return isTaken(port);
  if (listeners.length === 0) return false;
  const stranger = listeners.find((pid) => processGroup(pid) !== leader);
  if (stranger === undefined) return true;
  throw new Error(`port ${port} is answered by another program (process ${stranger})`);
}

/** Whether somebody has a port of this machine. */
async function isTaken(port: number): Promise<boolean> {
  for (const host of ['127.0.0.1', '::1']) {
    const free = await new Promise<boolean>((resolve) => {
      const server = net.createServer();
      // A machine without the newer addresses has nobody there.
      server.on('error', (error: NodeJS.ErrnoException) => resolve(error.code !== 'EADDRINUSE'));
      server.listen({ port, host, exclusive: true }, () => server.close(() => resolve(true)));
    });
    if (!free) return true;
  }
  return false;
}

function answers(url: string): Promise<boolean> {
  return new Promise((resolve) => {
    const request = http.get(url, (response) => {
      response.resume();
      resolve(true);
    });
    request.on('error', () => resolve(false));
    request.setTimeout(10_000, () => request.destroy());
  });
}

/** A port of this machine that nobody listens on. */
export function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const server = net.createServer();
    server.on('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo;
      server.close(() => resolve(port));
    });
  });
}
