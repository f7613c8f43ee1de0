import pc from 'picocolors';
import { messageOf } from '../core/message-of.ts';
import { Problem, systemProblem } from '../core/problem.ts';
import { printable } from './render/printable.ts';
import { renderProblem } from './render/problem.ts';

declare const LIGAMENT_VERSION: string;

/** The program's version, put in when it is bundled. */
export function version(): string {
  return LIGAMENT_VERSION;
}

/** Where a command's words go: results to stdout, all else to stderr; with `--json` one document to stdout. */
export class Output {
  readonly #command: string;
  readonly #json: boolean;

  constructor(command: string, json: boolean) {
    this.#command = command;
    this.#json = json;
  }

  /** Part of the result, for people. */
  say(text: string): void {
    if (!this.#json) process.stdout.write(`${text}\n`);
  }

  /** What happens meanwhile. */
  note(text: string): void {
    process.stderr.write(`${text}\n`);
  }

  /** The command's result for programs: docs/json-output.md describes each. */
  document(status: number, content: Record<string, unknown>): void {
    if (!this.#json) return;
    process.stdout.write(
      `${JSON.stringify({ ligament: version(), command: this.#command, status, ...content }, null, 2)}\n`,
    );
  }

  /** Reports what stopped the command and returns the status to end in. */
  fail(thrown: unknown, verbose: boolean): number {
    const error = systemProblem(thrown) ?? thrown;
    if (Problem.is(error)) {
      this.document(error.status, { problem: { ...error.parts, status: undefined } });
      this.note(renderProblem(error));
      return error.status;
    }
    const message = messageOf(error);
    this.document(70, { problem: { what: 'Ligament has a fault of its own', why: message } });
    this.note(`${pc.red('Ligament has a fault of its own')}: ${printable(message)}`);
    if (verbose && error instanceof Error) this.note(printable(error.stack ?? ''));
    else this.note('Run it again with --verbose to see where.');
    return 70;
  }
}
