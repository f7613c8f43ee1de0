import type { ProcessDoor, ProcessResult } from '../ports.ts';

/** Runs programs by nano-spawn, which finds `.cmd` files on Windows; no shell reads the arguments. */
export const nodeProcesses: ProcessDoor = {
  async run(command, args, { cwd, environment, signal, timeoutMs }) {
    const { default: spawn, SubprocessError } = await import('nano-spawn');
    try {
      const { stdout, stderr } = await spawn(command, [...args], {
        cwd,
        ...(environment ? { env: environment } : {}),
        ...(signal ? { signal } : {}),
        ...(timeoutMs === undefined ? {} : { timeout: timeoutMs }),
        stdin: 'ignore',
      });
      return { status: 0, stdout, stderr };
    } catch (error) {
      if (!(error instanceof SubprocessError)) throw error;
      const { exitCode, stdout, stderr, signalName, cause } = error;
      const failure = (cause as NodeJS.ErrnoException | undefined)?.code ?? signalName;
      const result: ProcessResult = { status: exitCode, stdout, stderr };
      return exitCode === undefined ? { ...result, failure } : result;
    }
  },
};
