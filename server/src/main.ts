import type { AddressInfo } from 'node:net';
import { openDatabase } from './db/connection.ts';
import { prepareWorkspace } from './prepare.ts';
import { Aside } from './aside/aside.ts';
import { makeApp } from './http/app.ts';
import { makeServer } from './http/server.ts';
import { makeLog } from './http/log.ts';
import { Jobs } from './jobs/queue.ts';
import { DemandIndexes } from './demand/index.ts';
import { SiftIndexes } from './sift/indexes.ts';
import { marketOf, realToday } from './sources/marketplaces.ts';
import { allMarketplaces } from './sources/service.ts';

const PORTS_TRIED = 20;
const say = (sentence: string): void => void process.stdout.write(`${sentence}\n`);

const url = process.env.KETTLE_DATABASE_URL;
if (!url) {
  process.stderr.write('KETTLE_DATABASE_URL is not set. Start the program with npm run demo or npm start.\n');
  process.exit(2);
}
const log = makeLog(process.env.LOG_LEVEL ?? 'warn');
const database = openDatabase(url);
const aside = new Aside(url);
aside.start();
const kind = process.env.KETTLE_WORKSPACE === 'demo' ? 'demo' : 'own';
try {
  await prepareWorkspace(database, kind, Number(process.env.KETTLE_LISTINGS ?? 30_000), say);
} catch (error) {
  process.stderr.write(
    `The workspace could not be prepared: ${((error as Error).cause as Error | undefined)?.message ?? (error as Error).message}\n`,
  );
  process.exit(1);
}
const jobs = new Jobs(database, url, log);
const indexes = new SiftIndexes(database.db, url, process.env.KETTLE_CACHE ?? null);
const app = makeApp({ database, jobs, indexes, demand: new DemandIndexes(database.db), aside, realToday }, log);
const server = makeServer(app);

/** Listens on loopback at the first free port from the wished one on. */
const listen = (port: number, triesLeft: number): void => {
  server.once('error', (error: NodeJS.ErrnoException) => {
    if (error.code !== 'EADDRINUSE' || triesLeft === 0) {
      process.stderr.write(`The server cannot listen: ${error.message}\n`);
      process.exit(1);
    }
    if (port !== 0) say(`Port ${port} is taken; trying ${port + 1}.`);
    listen(port + 1, triesLeft - 1);
  });
  server.listen(port, '127.0.0.1');
};
server.once('listening', () => {
  jobs.start();
  warmUp().catch((error: unknown) => log.warn({ err: error }, 'The sift indexes could not be built ahead'));
  say(`Cold Kettle is ready: http://127.0.0.1:${(server.address() as AddressInfo).port}/`);
});
listen(Number(process.env.KETTLE_PORT ?? 4173), PORTS_TRIED);

/** Builds the sift indexes ahead, so that the first sift does not wait for one. */
async function warmUp(): Promise<void> {
  for (const { id } of await allMarketplaces(database.db)) await indexes.of(await marketOf(database.db, id));
}

const stop = async (): Promise<void> => {
  server.close();
  server.closeAllConnections();
  await indexes.stop();
  await jobs.stop();
  await aside.stop();
  await database.close();
  process.exit(0);
};
process.once('SIGTERM', () => void stop());
process.once('SIGINT', () => void stop());
