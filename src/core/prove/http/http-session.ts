/** What came back of a request. */
export interface Answer {
  status: number;
  text: string;
  headers: Headers;
}

const LONGEST_MS = 30_000;

/** Somebody who visits a server: with cookies of their own, following nothing by itself. */
export class HttpSession {
  readonly #url: string;
  readonly #signal: AbortSignal;
  readonly #cookies = new Map<string, string>();

  constructor(url: string, signal: AbortSignal) {
    this.#url = url;
    this.#signal = signal;
  }

  /** Takes the cookies that another one has. */
  takeFrom(other: HttpSession): void {
    for (const [name, value] of other.#cookies) this.#cookies.set(name, value);
  }

  /** Sends `METHOD /path`, with a form where one is given. Cookies are kept as RFC 6265 has it, without paths and dates. */
  async ask(what: string, form?: Record<string, string>, headers: Record<string, string> = {}): Promise<Answer> {
    const [method = 'GET', path = '/'] = what.split(' ');
    const cookies = [...this.#cookies].map(([name, value]) => `${name}=${value}`).join('; ');
    const response = await fetch(this.#url + path, {
      method,
      redirect: 'manual',
      headers: { ...(cookies === '' ? {} : { cookie: cookies }), ...headers },
      signal: AbortSignal.any([this.#signal, AbortSignal.timeout(LONGEST_MS)]),
      ...(form ? { body: new URLSearchParams(form) } : {}),
    });
    for (const line of response.headers.getSetCookie()) this.#keep(line);
    return { status: response.status, text: await response.text(), headers: response.headers };
  }

  #keep(line: string): void {
    const [pair = '', ...attributes] = line.split(';');
    const name = pair.slice(0, pair.indexOf('=')).trim();
    const gone = attributes.some((one) => /^\s*max-age=0\s*$|^\s*expires=.*\b1970\b/i.test(one));
    if (gone) this.#cookies.delete(name);
    else this.#cookies.set(name, pair.slice(pair.indexOf('=') + 1).trim());
  }
}
