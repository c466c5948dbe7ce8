import { once } from 'node:events';
import { request as httpRequest, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import mysql from 'mysql2/promise';
import { pino } from 'pino';
import type { Job } from '@kettle/contract/shapes';
import type { ImportKind } from '@kettle/contract/sources';
import type { Team } from '../src/ground/ground.ts';
import { openDatabase, type Database } from '../src/ground/db/connection.ts';
import type { Jobs } from '../src/ground/jobs/queue.ts';
import { makeApp } from '../src/roof/app/app.ts';
import { compose, endServices, type Folders } from '../src/roof/app/compose.ts';
import { makeServer } from '../src/roof/app/server.ts';
import { prepareWorkspace } from '../src/roof/prepare.ts';
import { readWorld } from './world.ts';

export interface Answer<T = unknown> {
  status: number;
  headers: Record<string, string | string[] | undefined>;
  text: string;
  json: T;
}
/** The real app over the real database, in a schema of its own. */
export interface Program {
  url: string;
  port: number;
  database: Database;
  jobs: Jobs;
  call: <T = Record<string, never>>(
    method: string,
    path: string,
    body?: unknown,
    headers?: Record<string, string>,
  ) => Promise<Answer<T>>;
  /** Changes a document as a script would: made to the newest version, whatever that is. */
  put: <T = Record<string, never>>(path: string, body: object) => Promise<Answer<T>>;
  /** Waits until a job has ended. */
  ended: (job: Job) => Promise<Job>;
  stop: () => Promise<void>;
}

const serverUrl = (): string => process.env.KETTLE_TEST_DATABASE_URL!;
const log = pino({ level: 'silent' });
let schemas = 0;

/** Makes an empty schema on the tests' database server and returns its address. */
export const freshSchema = async (): Promise<string> => {
  const name = `test_${process.pid}_${Date.now().toString(36)}_${schemas++}`;
  const connection = await mysql.createConnection(serverUrl());
  await connection.query(`create database ${name} character set utf8mb4 collate utf8mb4_unicode_ci`);
  await connection.end();
  return serverUrl().replace(/\/kettle$/, `/${name}`);
};

export const startProgram = async ({
  kind = 'own',
  listings = 1200,
  url,
  folders = {},
  team = null,
}: {
  kind?: 'own' | 'demo';
  listings?: number;
  url?: string;
  folders?: Folders;
  team?: Team | null;
} = {}): Promise<Program> => {
  const address = url ?? (await freshSchema());
  if (url === undefined) await readWorld(kind === 'demo' ? listings : 'own', address);
  const database = openDatabase(address, 6);
  await prepareWorkspace(database, kind, listings, () => {});
  const services = compose(database, address, log, folders, team);
  const { jobs } = services;
  const server: Server = makeServer(makeApp(services, log));
  server.listen(0, '127.0.0.1');
  await once(server, 'listening');
  jobs.start();
  const { port } = server.address() as AddressInfo;
  const call = <T>(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Answer<T>> =>
    new Promise((resolve, reject) => {
      const isFile = typeof body === 'string' || Buffer.isBuffer(body);
      const payload = body === undefined ? undefined : isFile ? (body as string | Buffer) : JSON.stringify(body);
      const type = isFile ? 'text/csv' : 'application/json';
      const sent = httpRequest(
        {
          host: '127.0.0.1',
          port,
          method,
          path,
          headers: {
            host: `127.0.0.1:${port}`,
            ...(payload === undefined ? {} : { 'content-type': type }),
            ...headers,
          },
        },
        (response) => {
          const chunks: Buffer[] = [];
          response.on('data', (c: Buffer) => chunks.push(c));
          response.on('end', () => {
            const text = Buffer.concat(chunks).toString();
            let json: unknown = null;
            try {
              json = JSON.parse(text);
            } catch {
              // Not every answer is JSON.
            }
            resolve({ status: response.statusCode!, headers: response.headers, text, json: json as T });
          });
        },
      );
      sent.on('error', reject);
      sent.end(payload);
    });
  const put = async <T>(path: string, body: object): Promise<Answer<T>> => {
    const first = await call<T & { current?: { version?: number } }>('PUT', path, { version: 0, ...body });
    const newest = first.status === 409 ? first.json.current?.version : undefined;
    return newest === undefined ? first : call<T>('PUT', path, { ...body, version: newest });
  };
  const ended = async (job: Job): Promise<Job> => {
    for (;;) {
      const { json } = await call<Job>('GET', `/api/jobs/${job.id}`);
      if (json.state !== 'queued' && json.state !== 'running') return json;
      await new Promise((resolve) => setImmediate(resolve));
    }
  };
  return {
    url: address,
    port,
    database,
    jobs,
    call,
    put,
    ended,
    stop: async () => {
      server.close();
      server.closeAllConnections();
      await endServices(services);
    },
  };
};

export const csv = (...rows: (string | number)[][]): string =>
  rows.map((r) => r.map((c) => `"${String(c).replaceAll('"', '""')}"`).join(',')).join('\n');

/** Takes a CSV in by the proposed mapping and waits for it. */
export const importCsv = async (
  program: Program,
  marketplace: string,
  kind: ImportKind,
  text: string,
  source = 'a file',
  dates?: 'day-first' | 'month-first',
): Promise<Job> => {
  const preview = await program.call<{ upload: number; mapping: Record<string, string> }>(
    'POST',
    `/api/marketplaces/${marketplace}/imports/${kind}/preview?name=test.csv`,
    text,
  );
  const job = await program.call<Job>('POST', `/api/marketplaces/${marketplace}/imports/${kind}`, {
    upload: preview.json.upload,
    mapping: preview.json.mapping,
    source,
    ...(dates && { dates }),
  });
  return program.ended(job.json);
};
