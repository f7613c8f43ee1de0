import { runAsync } from '../support/run-async.ts';

export interface Ran {
  status: number | null;
  stdout: string;
  /** All that it said. */
  output: string;
}

const QUIET = { NO_COLOR: '1', CI: '1', NG_CLI_ANALYTICS: 'false', NEXT_TELEMETRY_DISABLED: '1' };

/** Runs a command in a folder, without colours and without anybody to ask. */
export async function runIn(cwd: string, command: string, args: readonly string[]): Promise<Ran> {
  const { status, stdout, stderr } = await runAsync(command, args, { cwd, env: { ...process.env, ...QUIET } });
  return { status, stdout, output: stdout + stderr };
}
