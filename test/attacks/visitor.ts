import http from 'node:http';

export interface Answer {
  status: number;
  text: string;
  headers: http.IncomingHttpHeaders;
}

/** Somebody at a browser, who keeps cookies and sends forms as pages have them, whichever kit these are of. */
export class Visitor {
  readonly cookies = new Map<string, string>();
  /** What the last cookies came with. */
  set: string[] = [];

  constructor(
    readonly url: string,
    readonly headers: Record<string, string> = {},
  ) {}

  get(at: string): Promise<Answer> {
    return this.#ask('GET', at);
  }

  /** Sends fields as they are; a list stands for fields of one name. */
  post(at: string, fields: Record<string, string>): Promise<Answer> {
    return this.#ask('POST', at, new URLSearchParams(fields).toString());
  }

  /** Loads a page and sends its form to `at`, with the token that it has. */
  async send(at: string, fields: Record<string, string>, page = at): Promise<Answer> {
    const { text } = await this.get(page);
    const [, name = 'none', token = ''] = /name="(_csrf|_token)" value="([^"]+)"/.exec(text) ?? [];
    return this.post(at, { ...fields, [name]: token });
  }

  /** Somebody who has the same cookies. */
  twin(): Visitor {
    const twin = new Visitor(this.url, this.headers);
    for (const [name, value] of this.cookies) twin.cookies.set(name, value);
    return twin;
  }

  /** By node:http: fetch lets nobody say which host it asks for. */
  #ask(method: string, at: string, body = ''): Promise<Answer> {
    const cookie = [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; ');
    const headers: Record<string, string | number> = { ...this.headers, cookie };
    if (method === 'POST') {
      headers['content-type'] = 'application/x-www-form-urlencoded';
      headers['content-length'] = Buffer.byteLength(body);
    }
    return new Promise((resolve, reject) => {
      const request = http.request(this.url + at, { method, headers, agent: false }, (response) => {
        this.set = response.headers['set-cookie'] ?? this.set;
        for (const line of response.headers['set-cookie'] ?? []) this.#take(line);
        let text = '';
        response.setEncoding('utf8');
        response.on('data', (chunk: string) => (text += chunk));
        response.on('end', () => resolve({ status: response.statusCode ?? 0, text, headers: response.headers }));
      });
      request.on('error', reject);
      request.end(body);
    });
  }

  #take(line: string): void {
    const [pair = ''] = line.split(';');
    const name = pair.slice(0, pair.indexOf('='));
    const value = pair.slice(name.length + 1);
    if (value === '' || value === 'deleted' || /max-age=0\b/i.test(line)) this.cookies.delete(name);
    else this.cookies.set(name, value);
  }
}
