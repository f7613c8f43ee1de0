import { spawn } from 'node:child_process';

export interface Ran {
  status: number | null;
  stdout: string;
  /** All that it said. */
  output: string;
}

/** Runs a command in a folder, without colours and without anybody to ask. */
export function runIn(cwd: string, command: string, args: readonly string[]): Promise<Ran> {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd,
      env: { ...process.env, NO_COLOR: '1', CI: '1', NG_CLI_ANALYTICS: 'false', NEXT_TELEMETRY_DISABLED: '1' },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let stdout = '';
    let stderr = '';
    child.stdout.on('data', (chunk: Buffer) => (stdout += chunk.toString()));
    child.stderr.on('data', (chunk: Buffer) => (stderr += chunk.toString()));
    child.on('error', reject);
    child.on('close', (status) => {
      resolve({ status, stdout, output: stdout + stderr });
    });
  });
}
