import { Agent, request as httpsRequest } from 'node:https';

export interface Answer<T = unknown> {
  /** 0 where no answer came. */
  status: number;
  headers: Record<string, string | string[] | undefined>;
  json: T;
  took: number;
}

/** Somebody's browser in front of the proxy: keeps its cookies, sends where it comes from, trusts the test's certificate. */
export class Browser {
  private readonly cookies = new Map<string, string>();
  private readonly agent = new Agent({ keepAlive: true, rejectUnauthorized: false, maxSockets: 8 });
  private readonly origin: string;
  private readonly port: number;

  /** As they are sent: the session's, and the device's. */
  get cookie(): string {
    return [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; ');
  }

  constructor(origin: string) {
    this.origin = origin;
    this.port = Number(new URL(origin).port);
  }

  ask<T = Record<string, never>>(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Answer<T>> {
    const since = performance.now();
    return new Promise((resolve) => {
      const isFile = typeof body === 'string';
      const payload = body === undefined ? undefined : isFile ? body : JSON.stringify(body);
      const none = (): void => resolve({ status: 0, headers: {}, json: null as T, took: performance.now() - since });
      const sent = httpsRequest(
        {
          host: '127.0.0.1',
          port: this.port,
          servername: 'kettle.test',
          method,
          path,
          agent: this.agent,
          headers: {
            host: new URL(this.origin).host,
            origin: this.origin,
            ...(this.cookie ? { cookie: this.cookie } : {}),
            ...(payload === undefined ? {} : { 'content-type': isFile ? 'text/csv' : 'application/json' }),
            ...(payload === undefined ? {} : { 'content-length': String(Buffer.byteLength(payload)) }),
            ...headers,
          },
        },
        (response) => {
          let text = '';
          response.setEncoding('utf8');
          response.on('data', (chunk: string) => (text += chunk));
          response.on('error', none);
          response.on('end', () => {
            for (const set of response.headers['set-cookie'] ?? []) {
              const [, name, value] = /^([^=]+)=([^;]*)/.exec(set)!;
              if (value) this.cookies.set(name!, value);
              else this.cookies.delete(name!);
            }
            let json: unknown = null;
            try {
              json = JSON.parse(text);
            } catch {
              // A proxy's own page is none.
            }
            resolve({ status: response.statusCode!, headers: response.headers, json: json as T, took: performance.now() - since }); // prettier-ignore
          });
        },
      );
      sent.setTimeout(60_000, () => sent.destroy());
      sent.on('error', none);
      sent.end(payload);
    });
  }

  /** Listens on a line that stays open; answers with how to end it. */
  listen(path: string, hear: (line: string) => void): Promise<() => void> {
    return new Promise((resolve, reject) => {
      const sent = httpsRequest(
        {
          host: '127.0.0.1',
          port: this.port,
          servername: 'kettle.test',
          path,
          agent: false,
          rejectUnauthorized: false,
          headers: { host: new URL(this.origin).host, cookie: this.cookie },
        },
        (response) => {
          response.setEncoding('utf8');
          response.on('data', (chunk: string) => chunk.split('\n').filter(Boolean).forEach(hear));
          response.on('error', () => undefined);
          resolve(() => sent.destroy());
        },
      );
      sent.on('error', reject);
      sent.end();
    });
  }

  close(): void {
    this.agent.destroy();
  }
}

const PASSWORD = 'correct horse battery staple';

/** Somebody joins by an invitation and is signed in. */
export const joined = async (origin: string, invitation: string, login: string): Promise<Browser> => {
  const browser = new Browser(origin);
  const { status, json } = await browser.ask('POST', '/api/join', {
    invitation,
    name: login,
    login,
    password: PASSWORD,
  });
  if (status !== 200) throw new Error(`${login} could not join: ${status} ${JSON.stringify(json)}`);
  return browser;
};
