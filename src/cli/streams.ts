import { EXIT } from '../core/problem.ts';

// Their status tells what became of the project: whoever does not hear it must still be told right.
const CHANGING = /^(attach|detach|grow|undo|recover|enrol)$/;

/**
 * Lets a reader that goes away, or a full disk behind the output, end nothing: a change goes on to its end. Of a command that only looks,
 * output that could not be written is a failure (status 3); a reader that has seen enough is none.
 */
export function guardStreams(): void {
  let lost: string | undefined;
  for (const stream of [process.stdout, process.stderr]) {
    stream.on('error', (error: NodeJS.ErrnoException) => {
      if (error.code !== 'EPIPE' && stream === process.stdout) lost ??= error.message;
    });
  }
  process.on('exit', () => {
    if (lost === undefined) return;
    process.stderr.write(`The output could not be written: ${lost}\n`);
    const changes = process.argv.some((one) => CHANGING.test(one)) && !process.argv.includes('--preview');
    if (!changes && (process.exitCode ?? 0) === 0) process.exitCode = EXIT.refused;
  });
}
