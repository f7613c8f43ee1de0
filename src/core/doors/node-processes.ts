import type { ProcessDoor } from '../ports.ts';

/** Runs programs by execa, which finds `.cmd` files on Windows and ends children with their parent. */
export const nodeProcesses: ProcessDoor = {
  async run(command, args, { cwd, environment, signal, timeoutMs }) {
    const { execa } = await import('execa');
    const result = await execa(command, [...args], {
      cwd,
      ...(environment ? { env: environment } : {}),
      ...(signal ? { cancelSignal: signal } : {}),
      ...(timeoutMs === undefined ? {} : { timeout: timeoutMs }),
      reject: false,
      stdin: 'ignore',
      stripFinalNewline: false,
    });
    return {
      status: result.exitCode,
      stdout: result.stdout,
      stderr: result.stderr,
      failure: result.exitCode === undefined ? (result.code ?? result.signal) : undefined,
    };
  },
};
