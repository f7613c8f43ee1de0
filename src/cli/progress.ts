import pc from 'picocolors';
import { clipped } from './render/columns.ts';
import { printable } from './render/printable.ts';

const EVERY_MS = 120;
// What is over sooner needs no line.
const PATIENCE_MS = 300;
const USUAL_WIDTH = 80;

/** What goes on, as doors to the outside tell it. */
export interface Watch {
  /** How many packages a registry was asked about, and of how many it has told. */
  asked(told: number, of: number): void;
  /** What a program that runs has said. */
  said(text: string): void;
}

/**
 * One line at the terminal that tells what goes on: since when, and the last words of the program that runs. It is written over, and gone
 * once something else is said. Where there is no terminal, or somebody wants it quiet, nothing is drawn.
 */
export class Progress implements Watch {
  readonly #stream: NodeJS.WriteStream;
  readonly #isLive: boolean;
  #timer: NodeJS.Timeout | undefined;
  #since = 0;
  #what = '';
  #tail = '';
  #isDrawn = false;

  constructor(stream: NodeJS.WriteStream, quiet: boolean) {
    this.#stream = stream;
    this.#isLive = stream.isTTY && !quiet && !process.env.CI && process.env.TERM !== 'dumb';
  }

  /** Whether a line is drawn here at all. */
  get isLive(): boolean {
    return this.#isLive;
  }

  /** Something begins; it goes on until something else begins, or `end`. */
  begin(what: string): void {
    if (!this.#isLive) return;
    this.end();
    this.#what = what;
    this.#tail = '';
    this.#since = Date.now();
    this.#timer = setInterval(() => this.#draw(), EVERY_MS);
    this.#timer.unref();
  }

  asked(told: number, of: number): void {
    if (!this.#isLive) return;
    const what = 'asking the registry';
    if (this.#what !== what) this.begin(what);
    this.#tail = `${told} of ${of}`;
  }

  said(text: string): void {
    if (this.#what === '') return;
    const line = text.split(/[\r\n]+/).findLast((one) => one.trim() !== '');
    if (line !== undefined) this.#tail = printable(line.trim());
  }

  /** The line is gone. */
  end(): void {
    clearInterval(this.#timer);
    this.#timer = undefined;
    this.#what = '';
    if (this.#isDrawn) this.#stream.write('\r\u001b[2K');
    this.#isDrawn = false;
  }

  #draw(): void {
    const passed = Date.now() - this.#since;
    if (passed < PATIENCE_MS) return;
    const head = `${this.#what} ${(passed / 1000).toFixed(0)} s`;
    const line = clipped(
      this.#tail === '' ? head : `${head}  ${this.#tail}`,
      (this.#stream.columns || USUAL_WIDTH) - 1,
    );
    this.#stream.write(`\r\u001b[2K${pc.dim(line)}`);
    this.#isDrawn = true;
  }
}
