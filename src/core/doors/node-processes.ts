import { spawn } from 'node:child_process';
import { setTimeout as sleep } from 'node:timers/promises';
import type { ProcessDoor, ProcessOptions, ProcessResult } from '../ports.ts';
import { markOf, startedBy, stateOf, workingIn } from './process-marks.ts';

/** Runs programs; no shell reads the arguments. */
export const nodeProcesses: ProcessDoor = {
  run(command, args, options) {
    return process.platform === 'win32' ? runOnWindows(command, args, options) : runPlainly(command, args, options);
  },
  mark: markOf,
  state: stateOf,
  async end(mark) {
    if (mark.namespace !== markOf().namespace || stateOf(mark) !== 'running') return;
    await endAll(() => (stateOf(mark) === 'running' ? [mark.pid, ...startedBy(mark.pid)] : []));
  },
  async endIn(folder) {
    await endAll(() => workingIn(folder));
  },
};

const PATIENCE_MS = 5000;
const POLL_MS = 50;

/** Asks processes to end, then makes them, until there are none. */
async function endAll(find: () => number[]): Promise<void> {
  for (const name of ['SIGTERM', 'SIGKILL'] as const) {
    for (const pid of find()) signalTo(pid, name);
    for (let waited = 0; waited < PATIENCE_MS; waited += POLL_MS) {
      if (find().length === 0) return;
      await sleep(POLL_MS);
    }
  }
}

function signalTo(pid: number, name: NodeJS.Signals | 0): boolean {
  try {
    process.kill(pid, name);
    return true;
  } catch {
    return false;
  }
}

function runPlainly(command: string, args: readonly string[], options: ProcessOptions): Promise<ProcessResult> {
  const { cwd, environment, only, signal, timeoutMs, input, onStart, onOutput } = options;
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd,
      env: only ?? { ...process.env, ...environment },
      stdio: [input === undefined ? 'ignore' : 'pipe', 'pipe', 'pipe'],
      ...(signal ? { signal } : {}),
      ...(timeoutMs === undefined ? {} : { timeout: timeoutMs }),
    });
    const stdout: Buffer[] = [];
    const stderr: Buffer[] = [];
    let failure: string | undefined;
    // Who ends without having read it all says so by its status.
    child.stdin?.on('error', () => undefined);
    child.stdin?.end(input);
    const keep = (kept: Buffer[]) => (chunk: Buffer) => {
      kept.push(chunk);
      onOutput?.(chunk.toString());
    };
    child.stdout?.on('data', keep(stdout));
    child.stderr?.on('data', keep(stderr));
    child.on('error', (error: NodeJS.ErrnoException) => (failure = error.code ?? error.message));
    if (child.pid !== undefined) onStart?.(child.pid);
    child.on('close', (code, killedBy) => {
      const said = { stdout: Buffer.concat(stdout).toString(), stderr: Buffer.concat(stderr).toString() };
      const ran = code !== null && code >= 0 && child.pid !== undefined;
      resolve(
        ran ? { status: code, ...said } : { status: undefined, ...said, failure: failure ?? killedBy ?? undefined },
      );
    });
  });
}

/** On Windows managers are `.cmd` files, which nano-spawn finds and starts. */
async function runOnWindows(command: string, args: readonly string[], options: ProcessOptions): Promise<ProcessResult> {
  const { cwd, environment, only, signal, timeoutMs, input, onStart } = options;
  const { default: spawnProgram, SubprocessError } = await import('nano-spawn');
  try {
    const running = spawnProgram(command, [...args], {
      cwd,
      ...(only ? { env: only, extendEnv: false } : environment ? { env: environment } : {}),
      ...(signal ? { signal } : {}),
      ...(timeoutMs === undefined ? {} : { timeout: timeoutMs }),
      stdin: input === undefined ? 'ignore' : { string: input },
    });
    // A program that cannot be started has no number; the wait below tells why.
    const child = onStart ? await running.nodeChildProcess.catch(() => undefined) : undefined;
    if (child?.pid !== undefined) onStart?.(child.pid);
    const { stdout, stderr } = await running;
    return { status: 0, stdout, stderr };
  } catch (error) {
    if (!(error instanceof SubprocessError)) throw error;
    const { exitCode, stdout, stderr, signalName, cause } = error;
    const failure = (cause as NodeJS.ErrnoException | undefined)?.code ?? signalName;
    return exitCode === undefined
      ? { status: undefined, stdout, stderr, failure }
      : { status: exitCode, stdout, stderr };
  }
}
