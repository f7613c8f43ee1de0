import pc from 'picocolors';
import { messageOf } from '../core/message-of.ts';
import { Problem, systemProblem } from '../core/problem.ts';
import { DOCUMENT_FORMAT } from './document/format.ts';
import { Progress, type Watch } from './progress.ts';
import { printable } from './render/printable.ts';
import { renderProblem } from './render/problem.ts';
import { version } from './version.ts';

/** Where a command's words go: results to stdout, all else to stderr; with `--json` one document to stdout. */
export class Output {
  readonly #command: string;
  readonly #json: boolean;
  /** Only results and problems are told. */
  readonly quiet: boolean;
  readonly #progress: Progress;

  constructor(command: string, { json, quiet = false }: { json: boolean; quiet?: boolean }) {
    this.#command = command;
    this.#json = json;
    this.quiet = quiet;
    this.#progress = new Progress(process.stderr, quiet);
  }

  /** Part of the result, for people. */
  say(text: string): void {
    this.#progress.end();
    if (!this.#json) process.stdout.write(`${text}\n`);
  }

  /** What somebody ought to know besides the result. */
  note(text: string): void {
    this.#progress.end();
    process.stderr.write(`${text}\n`);
  }

  /** Something takes a while: at a terminal a line tells of it until something else is said, elsewhere it is said once. */
  working(text: string): void {
    if (this.#progress.isLive) this.#progress.begin(text);
    else if (!this.quiet) this.note(pc.dim(text));
  }

  /** The same, and elsewhere nothing is said. */
  meanwhile(text: string): void {
    this.#progress.begin(text);
  }

  /** What is told of registries that are asked, and of programs that run. */
  get watch(): Watch {
    return this.#progress;
  }

  /** Nothing goes on any more. */
  rest(): void {
    this.#progress.end();
  }

  /** The command's result for programs: docs/json-output.md describes each. */
  document(status: number, content: Record<string, unknown>): void {
    if (!this.#json) return;
    process.stdout.write(
      `${JSON.stringify({ format: DOCUMENT_FORMAT, ligament: version(), command: this.#command, status, ...content }, null, 2)}\n`,
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
