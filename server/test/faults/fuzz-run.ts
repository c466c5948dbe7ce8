// Sends odd requests to the real server with demo data and prints what did not hold.
import { spawn } from 'node:child_process';
import { mkdtempSync, openSync, rmSync, statSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort, repositoryRoot, startDatabase } from '../../../scripts/private-database.mjs';
import { fuzz } from './fuzz.ts';

const [requests = 20_000, seed = Math.floor(Math.random() * 1e6)] = process.argv.slice(2).map(Number);
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
const report = await fuzz(port, seed, requests);
const alive = server.exitCode === null;
server.kill('SIGTERM');
await new Promise((resolve) => (server.exitCode === null ? server.once('exit', resolve) : resolve(null)));
const grown = statSync(logFile).size - before;
await database.stop();
const failed =
  report.failures.length > 0 || report.slowest.ms > 2000 || report.longRefusals > 0 || grown > 5e6 || !alive;
process.stdout.write(
  `${JSON.stringify({ bench: 'fuzz', case: `seed ${seed}`, n: report.requests, alive, log_bytes: grown, slowest_ms: report.slowest.ms, ...report }, null, 1)}\n`,
);
if (!failed) rmSync(folder, { recursive: true, force: true });
process.exit(failed ? 1 : 0);
