import fs from 'node:fs';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import type { ProcessDoor, ProcessResult } from '../ports.ts';

/** Runs programs by nano-spawn, which finds `.cmd` files on Windows; no shell reads the arguments. */
export const nodeProcesses: ProcessDoor = {
  async run(command, args, { cwd, environment, signal, timeoutMs, onStart }) {
    const { default: spawn, SubprocessError } = await import('nano-spawn');
    try {
      const running = spawn(command, [...args], {
        cwd,
        ...(environment ? { env: environment } : {}),
        ...(signal ? { signal } : {}),
        ...(timeoutMs === undefined ? {} : { timeout: timeoutMs }),
        stdin: 'ignore',
      });
      if (onStart) {
        // A program that cannot be started has no number; the wait below tells why.
        const child = await running.nodeChildProcess.catch(() => undefined);
        if (child?.pid !== undefined) onStart(child.pid);
      }
      const { stdout, stderr } = await running;
      return { status: 0, stdout, stderr };
    } catch (error) {
      if (!(error instanceof SubprocessError)) throw error;
      const { exitCode, stdout, stderr, signalName, cause } = error;
      const failure = (cause as NodeJS.ErrnoException | undefined)?.code ?? signalName;
      const result: ProcessResult = { status: exitCode, stdout, stderr };
      return exitCode === undefined ? { ...result, failure } : result;
    }
  },
  async end(pid, cwd) {
    if (!runsIn(pid, cwd)) return;
    for (const name of ['SIGTERM', 'SIGKILL'] as const) {
      signalTo(pid, name);
      for (let waited = 0; waited < PATIENCE_MS; waited += POLL_MS) {
        if (!runsIn(pid, cwd)) return;
        await sleep(POLL_MS);
      }
    }
  },
};

const PATIENCE_MS = 5000;
const POLL_MS = 50;

/** Whether a process is there and, where the system tells, works in that folder: numbers are given out anew. */
function runsIn(pid: number, cwd: string): boolean {
  if (!signalTo(pid, 0)) return false;
  try {
    const state = fs.readFileSync(`/proc/${pid}/stat`, 'utf8').replace(/^.*\) /, '')[0];
    return state !== 'Z' && path.resolve(fs.readlinkSync(`/proc/${pid}/cwd`)) === path.resolve(cwd);
  } catch {
    return !fs.existsSync('/proc/self');
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
