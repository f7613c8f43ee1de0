import { spawn } from 'node:child_process';

/** What came of a command. */
export interface Run {
  status: number | null;
  stdout: string;
  stderr: string;
}

/** Runs a command to its end, with nobody to ask, without holding up this process. */
export function runAsync(
  command: string,
  args: readonly string[],
  { cwd, env }: { cwd: string; env: NodeJS.ProcessEnv },
): Promise<Run> {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd, env, stdio: ['ignore', 'pipe', 'pipe'] });
    let stdout = '';
    let stderr = '';
    child.stdout.on('data', (chunk: Buffer) => (stdout += chunk.toString()));
    child.stderr.on('data', (chunk: Buffer) => (stderr += chunk.toString()));
    child.on('error', reject);
    child.on('close', (status) => {
      resolve({ status, stdout, stderr });
    });
  });
}
