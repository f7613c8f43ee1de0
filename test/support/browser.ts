import http from 'node:http';

export interface Answer {
  status: number;
  text: string;
  headers: http.IncomingHttpHeaders;
}

/** Somebody at a browser: keeps cookies, and sends forms as pages have them, whichever kit these are of. */
export class Browser {
  readonly cookies = new Map<string, string>();
  /** The cookies of the last answer that came with some, as it set them. */
  set: string[] = [];

  constructor(
    public url: string,
    readonly headers: Record<string, string> = {},
  ) {}

  get(at: string): Promise<Answer> {
    return this.#ask('GET', at);
  }

  /** A page with a form, and the token in it: by itself, and as the field that it is. */
  async form(at: string): Promise<{ token: string; field: Record<string, string> }> {
    const { text } = await this.get(at);
    const [name, token = ''] = tokenField(text) ?? [];
    return { token, field: name === undefined ? {} : { [name]: token } };
  }

  post(at: string, form: Record<string, string>): Promise<Answer> {
    return this.#ask('POST', at, new URLSearchParams(form).toString());
  }

  /** Loads the page of a form and sends it to `at`, with something behind it. */
  async send(
    at: string,
    form: Record<string, string>,
    { page = at, behind = '' }: { page?: string; behind?: string } = {},
  ): Promise<Answer> {
    const { field } = await this.form(page);
    return this.post(at + behind, { ...form, ...field });
  }

  /** Somebody who has the same cookies. */
  twin(): Browser {
    const twin = new Browser(this.url, this.headers);
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

/** The field with which a page sends its token: in a form, or in what a component is given for one. */
export function tokenField(text: string): [name: string, token: string] | undefined {
  const [, name, token] = /name="(_csrf|_token)" value="([^"]+)"/.exec(text) ?? [];
  if (name !== undefined && token !== undefined) return [name, token];
  const [, given] = /&quot;csrf&quot;:&quot;([^&]+)/.exec(text) ?? [];
  return given === undefined ? undefined : ['_token', given];
}
