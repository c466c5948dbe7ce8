import { spawn, type ChildProcess } from 'node:child_process';
import type mysql from 'mysql2/promise';
import { freePort, repositoryRoot } from '../../../scripts/private-database.mjs';
import { pause, type Part, type RealProgram } from './program.ts';

/** The size of the demo that all are tried on. */
export const LISTINGS = 1000;
/** Longer than the lease that the harness gives its programs. */
const FROZEN_MS = 9000;

type Fault = (program: RealProgram) => Promise<void>;
const kill =
  (part: Part): Fault =>
  async (program) =>
    void program.signal(part, 'SIGKILL');

/** Frozen past its lease while another server on the same database takes over; then it wakes. */
const freeze: Fault = async (program) => {
  const server = program.pidOf('server');
  if (server === null) return;
  process.kill(server, 'SIGSTOP');
  const other = await besideIt(program);
  await pause(FROZEN_MS);
  process.kill(server, 'SIGCONT');
  await pause(1500);
  await endOf(other);
};

const besideIt = async (program: RealProgram): Promise<ChildProcess> =>
  spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
    cwd: repositoryRoot,
    stdio: 'ignore',
    env: {
      ...process.env,
      KETTLE_DATABASE_URL: program.databaseUrl(),
      KETTLE_WORKSPACE: 'demo',
      KETTLE_LISTINGS: String(LISTINGS),
      KETTLE_PORT: String(await freePort()),
      LOG_LEVEL: 'silent',
      KETTLE_LEASE_SECONDS: '5',
    },
  });

const endOf = async (other: ChildProcess): Promise<void> => {
  other.kill('SIGTERM');
  await new Promise((resolve) => (other.exitCode === null ? other.once('exit', resolve) : resolve(null)));
};

/** Another server on the same database from then on, until all is done. */
const secondServer: Fault = async (program) => {
  const other = await besideIt(program);
  await pause(1500);
  await endOf(other);
};

const cutConnections: Fault = (program) =>
  program.withDatabase(async (connection) => {
    const [rows] = await connection.query<mysql.RowDataPacket[]>(
      'select id from information_schema.processlist where id <> connection_id() and user = "kettle"',
    );
    for (const { id } of rows) await connection.query(`kill ${Number(id)}`).catch(() => undefined);
  });

/** What is done to a program that is at work. */
export const FAULTS: [string, Fault][] = [
  ['server killed', kill('server')],
  ['database killed', kill('database')],
  ['start script killed', kill('start')],
  ['parent killed', kill('parent')],
  ['stopped in order', async (program) => void program.signal('start', 'SIGINT')],
  ['connections cut', cutConnections],
  [
    'killed twice',
    async (program) => {
      program.signal('server', 'SIGKILL');
      await pause(1200);
      program.signal('database', 'SIGKILL');
    },
  ],
  ['frozen past its lease', freeze],
  ['two programs at once', secondServer],
];
