// Sends odd requests to the real server with demo data and prints what did not hold.
import { spawn } from 'node:child_process';
import { mkdtempSync, openSync, rmSync, statSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort, repositoryRoot, startDatabase } from '../../../scripts/private-database.mjs';
import { prepare } from './work.ts';
import { archiveAt, bringIn, callerAt, fuzz, fuzzArchives } from './fuzz.ts';

const [requests = 20_000, seed = Math.floor(Math.random() * 1e6)] = process.argv.slice(2).map(Number);
/** One forged archive for so many odd requests. */
const REQUESTS_AN_ARCHIVE = 500;
const folder = mkdtempSync(join(tmpdir(), 'kettle-fuzz-'));
const database = await startDatabase(folder);
const port = await freePort();
const logFile = join(folder, 'server.log');
const log = openSync(logFile, 'a');
const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
  cwd: repositoryRoot,
  stdio: ['ignore', 'pipe', log],
  env: {
    ...process.env,
    KETTLE_DATABASE_URL: database.url,
    KETTLE_WORKSPACE: 'demo',
    KETTLE_LISTINGS: '1000',
    KETTLE_PORT: String(port),
    LOG_LEVEL: 'warn',
  },
});
await new Promise<void>((resolve, reject) => {
  let said = '';
  server.stdout!.on('data', (chunk: Buffer) => {
    writeSync(log, chunk);
    said = (said + chunk.toString()).slice(-1000);
    if (/is ready/.test(said)) resolve();
  });
  server.once('exit', (code) => reject(new Error(`The server ended with ${code}.`)));
});
const before = statSync(logFile).size;
// A workspace brought in from an archive stands beside the one it was taken from: requests meet both.
const asked = { ...callerAt(port), data: folder };
await prepare(asked, false);
await asked.call('POST', '/api/marketplaces/far-quay/candidates', {
  name: 'Own',
  anchor: 'OWN1',
  rivals: ['OWN2', 'OWN3'],
});
await asked.call('POST', '/api/marketplaces/far-quay/sieves', {
  place: 'sift',
  name: 'Mine',
  search: 'price=1..900',
  reasoning: '',
});
const archive = await archiveAt(port);
const broughtIn = await bringIn(port, archive);
const archives = await fuzzArchives(port, archive, seed, Math.ceil(requests / REQUESTS_AN_ARCHIVE));
const report = await fuzz(port, seed, requests);
const alive = server.exitCode === null;
server.kill('SIGTERM');
await new Promise((resolve) => (server.exitCode === null ? server.once('exit', resolve) : resolve(null)));
const grown = statSync(logFile).size - before;
await database.stop();
const failed =
  broughtIn.state !== 'done' ||
  archives.failures.length > 0 ||
  report.failures.length > 0 ||
  report.slowest.ms > 2000 ||
  report.slowestWhole.ms > 10_000 ||
  report.longRefusals > 0 ||
  grown > 5e6 ||
  !alive;
process.stdout.write(
  `${JSON.stringify({ bench: 'fuzz', case: `seed ${seed}`, n: report.requests, alive, log_bytes: grown, slowest_ms: report.slowest.ms, broughtIn, archives, ...report }, null, 1)}\n`,
);
if (!failed) rmSync(folder, { recursive: true, force: true });
process.exit(failed ? 1 : 0);
