import { request as httpRequest } from 'node:http';
import type { Job } from '@kettle/contract/shapes';
import { forgedArchive } from './archives.ts';
import { endOf } from './work.ts';
import { randomFrom, RequestMaker, type OddRequest } from './requests.ts';

export interface FuzzReport {
  requests: number;
  byStatus: Record<string, number>;
  slowest: { ms: number; what: string };
  /** The same of requests that compute a whole marketplace anew when all is well with them. */
  slowestWhole: { ms: number; what: string };
  /** Answers of 500 and above, and those that are no problem details though they refuse. */
  failures: { status: number; what: string; answer: string }[];
  /** Refusals that list more than twenty faults. */
  longRefusals: number;
}
/** A curve that is put in force changes every estimate of its marketplace. */
const WHOLE = /^PUT \/api\/curves\/\d+\/in-force/;
const MOST_FAILURES = 40;
const LONGEST_ANSWER = 1_000_000;

const send = (
  port: number,
  { method, path, body, type, cookie }: Omit<OddRequest, 'body'> & { body: string | Buffer | undefined },
): Promise<{ status: number; text: string; type: string }> =>
  new Promise((resolve, reject) => {
    const sent = httpRequest(
      {
        host: '127.0.0.1',
        port,
        method,
        path,
        headers: {
          host: `127.0.0.1:${port}`,
          ...(cookie === undefined ? {} : { cookie }),
          ...(body === undefined ? {} : { 'content-type': type, 'content-length': Buffer.byteLength(body) }),
        },
      },
      (response) => {
        let text = '';
        response.on('data', (chunk: Buffer) => (text.length < LONGEST_ANSWER ? (text += chunk.toString()) : undefined));
        response.on('end', () =>
          resolve({ status: response.statusCode!, text, type: String(response.headers['content-type'] ?? '') }),
        );
        response.on('error', reject);
      },
    );
    sent.on('error', reject);
    sent.end(body);
  });

/** Asks a program at a port over its API, as `RealProgram` is asked. */
export const callerAt = (port: number) => ({
  address: async (): Promise<string> => `http://127.0.0.1:${port}`,
  call: async <T>(method: string, path: string, body?: unknown): Promise<T> => {
    const isText = typeof body === 'string';
    const type = isText ? 'text/csv' : 'application/json';
    const sent = body === undefined || isText ? body : JSON.stringify(body);
    const { status, text } = await send(port, { method, path, body: sent, type, route: '' });
    if (status !== 200) throw new Error(`${method} ${path}: ${status} ${text}`);
    return JSON.parse(text) as T;
  },
});

const describe = ({ method, path, body }: OddRequest): string =>
  `${method} ${path.slice(0, 200)} ${(body ?? '').slice(0, 300)}`;

/** What is valid in requests: what the workspace at a port holds. */
export const knownIn = async (port: number): Promise<Record<string, (string | number)[]>> => {
  const get = async <T>(path: string): Promise<T> =>
    JSON.parse((await send(port, { method: 'GET', path, body: undefined, type: '', route: '' })).text) as T;
  const { marketplaces } = await get<{ marketplaces: { id: string }[] }>('/api/marketplaces');
  return {
    marketplace: marketplaces.map((m) => m.id),
    code: ['QS0049G9', 'QS003W36', 'QS004AH0', 'NOPE1'],
    anchor: ['QS0049G9', 'QS003W36'],
    rivals: ['QS004AH0', 'QS003PX0'],
    id: [1, 2, 3, 999_999],
    upload: [1, 2, 3],
    kind: ['listings', 'reviews', 'counts'],
    key: ['patent', 'curable', 'units', 'not-gated'],
    category: ['*'],
  };
};

/** Sends odd requests one after another and reports what did not hold. The same seed sends the same. */
export const fuzz = async (port: number, seed: number, requests: number, atOnce = 4): Promise<FuzzReport> => {
  const maker = new RequestMaker(seed, await knownIn(port));
  const report: FuzzReport = {
    requests: 0,
    byStatus: {},
    slowest: { ms: 0, what: '' },
    slowestWhole: { ms: 0, what: '' },
    failures: [],
    longRefusals: 0,
  };
  const one = async (): Promise<void> => {
    while (report.requests < requests) {
      report.requests++;
      const asked = maker.next();
      const since = performance.now();
      const what = describe(asked);
      try {
        const { status, text, type } = await send(port, asked);
        const ms = performance.now() - since;
        const slowest = WHOLE.test(what) ? 'slowestWhole' : 'slowest';
        if (ms > report[slowest].ms) report[slowest] = { ms: Math.round(ms), what };
        report.byStatus[status] = (report.byStatus[status] ?? 0) + 1;
        const isProblem = type.startsWith('application/problem+json');
        // The answer to HEAD has no body to be told by.
        const isBare = asked.method === 'HEAD';
        // A simulated service that an odd request let down does what it was told.
        const isLetDown = isProblem && text.includes('"/problems/outside-');
        if (
          ((status >= 500 && !isLetDown) || (status >= 400 && !isProblem && !isBare)) &&
          report.failures.length < MOST_FAILURES
        )
          report.failures.push({ status, what, answer: text.slice(0, 300) });
        if (isProblem && !isBare && ((JSON.parse(text) as { fields?: unknown[] }).fields?.length ?? 0) > 20)
          report.longRefusals++;
      } catch (error) {
        report.failures.push({ status: 0, what, answer: (error as Error).message });
      }
    }
  };
  await Promise.all(Array.from({ length: atOnce }, one));
  return report;
};

/** The workspace at a port as one file. */
export const archiveAt = async (port: number): Promise<Buffer> => {
  const answer = await fetch(`http://127.0.0.1:${port}/api/workspace/archive.zip`);
  return Buffer.from(await answer.arrayBuffer());
};

/** Brings an archive into the workspace at a port, and says how that ended. */
export const bringIn = async (port: number, file: Buffer): Promise<Pick<Job, 'state' | 'message'>> => {
  const path = '/api/workspace/archive?name=copy.zip';
  const { status, text } = await send(port, { method: 'POST', path, body: file, type: 'application/zip', route: '' });
  if (status !== 200) return { state: 'failed', message: `Answered with ${status}: ${text}` };
  return endOf(callerAt(port), JSON.parse(text) as Job);
};

/**
 * Brings forged archives in one after another. Each is read or refused with a sentence of its own; what the program did not
 * foresee is a failure.
 */
export const fuzzArchives = async (port: number, file: Buffer, seed: number, count: number) => {
  const random = randomFrom(seed);
  const report = { archives: count, read: 0, refused: 0, failures: [] as { archive: number; answer: string }[] };
  for (let n = 0; n < count; n++) {
    const { state, message } = await bringIn(port, await forgedArchive(file, random));
    if (state === 'done') report.read++;
    else if (/^Answered with 5|The program failed|without a word/.test(message))
      report.failures.push({ archive: n, answer: `${state}: ${message.slice(0, 300)}` });
    else report.refused++;
  }
  return report;
};
