import http from 'node:http';

export interface Answer {
  status: number;
  text: string;
}

/** Somebody at a browser: keeps cookies, and sends forms as pages have them. */
export class Browser {
  url: string;
  readonly #headers: Record<string, string>;
  readonly #cookies = new Map<string, string>();

  constructor(url: string, headers: Record<string, string> = {}) {
    this.url = url;
    this.#headers = headers;
  }

  get(at: string): Promise<Answer> {
    return this.#ask('GET', at);
  }

  /** A page with a form, and the token in it. */
  async form(at: string): Promise<{ token: string }> {
    const { text } = await this.get(at);
    return { token: /name="_csrf" value="([^"]+)"/.exec(text)?.[1] ?? '' };
  }

  post(at: string, form: Record<string, string>): Promise<Answer> {
    return this.#ask('POST', at, new URLSearchParams(form).toString());
  }

  /** Loads the page of a form and sends it to `at`, with something behind it. */
  async send(at: string, form: Record<string, string>, behind = '', page = at): Promise<Answer> {
    const { token } = await this.form(page);
    return this.post(at + behind, { ...form, _csrf: token });
  }

  /** By node:http: fetch lets nobody say which host it asks for. */
  #ask(method: string, at: string, body = ''): Promise<Answer> {
    const cookie = [...this.#cookies].map(([name, value]) => `${name}=${value}`).join('; ');
    const headers: Record<string, string | number> = { ...this.#headers, cookie };
    if (method === 'POST') {
      headers['content-type'] = 'application/x-www-form-urlencoded';
      headers['content-length'] = Buffer.byteLength(body);
    }
    return new Promise((resolve, reject) => {
      const request = http.request(this.url + at, { method, headers, agent: false }, (response) => {
        for (const line of response.headers['set-cookie'] ?? []) {
          const [pair = ''] = line.split(';');
          this.#cookies.set(pair.slice(0, pair.indexOf('=')), pair.slice(pair.indexOf('=') + 1));
        }
        let text = '';
        response.setEncoding('utf8');
        response.on('data', (chunk: string) => (text += chunk));
        response.on('end', () => resolve({ status: response.statusCode ?? 0, text }));
      });
      request.on('error', reject);
      request.end(body);
    });
  }
}
