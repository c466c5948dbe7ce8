import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { allMarketplaces } from './capabilities/marketplaces/service.ts';
import { inviteOwner } from './capabilities/people/links.ts';
import { openDatabase } from './ground/db/connection.ts';
import { writeCopy } from './ground/db/copy.ts';
import type { Team } from './ground/ground.ts';
import { marketOf } from './ground/marketplaces/marketplaces.ts';
import { diskFullSentence, isDatabaseAway } from './ground/problems/problem.ts';
import { room } from './ground/room/room.ts';
import { Unusable } from './ground/problems/unusable.ts';
import { makeApp } from './roof/app/app.ts';
import { compose, endServices } from './roof/app/compose.ts';
import { drain } from './roof/app/life.ts';
import { makeLog } from './roof/app/log.ts';
import { makeServer } from './roof/app/server.ts';
import { prepareWorkspace } from './roof/prepare.ts';

const PORTS_TRIED = 20;
/** Ends on purpose with a reason that starting again does not mend. */
const SAID_WHY = 78;
const say = (sentence: string): void => void process.stdout.write(`${sentence}\n`);
const end = (code: number, sentence: string): never => {
  process.stderr.write(`${sentence}\n`);
  process.exit(code);
};

/** What a stop does; before there is anything to stop in order it just ends: whatever is under way is taken up again. */
let stop = async (): Promise<void> => process.exit(0);
for (const signal of ['SIGTERM', 'SIGINT'] as const) process.on(signal, () => void stop());

const url = process.env.KETTLE_DATABASE_URL;
if (!url) end(SAID_WHY, 'KETTLE_DATABASE_URL is not set. Start the program with npm run demo or npm start.');
const log = makeLog(process.env.LOG_LEVEL ?? 'warn');
const database = openDatabase(url!);
/** Where several people work: under which address from outside, if under any. */
const teamOf = (): Team | null => {
  if (process.env.KETTLE_TEAM !== '1') return null;
  const address = process.env.KETTLE_ADDRESS;
  if (!address) return { origin: null, secure: false };
  const { origin, protocol } = URL.canParse(address) ? new URL(address) : { origin: '', protocol: '' };
  if (protocol !== 'https:') end(SAID_WHY, 'The address of a team begins with https://: passwords go over it.');
  return { origin, secure: true };
};
const team = teamOf();
/** Whoever runs the machine may make an owner: the only one may have lost the password. */
const isOwnerLinkAsked = process.env.KETTLE_OWNER_LINK === '1';
const services = compose(
  database,
  url!,
  log,
  {
    cache: process.env.KETTLE_CACHE,
    copies: process.env.KETTLE_COPIES,
    inbox: process.env.KETTLE_INBOX,
    replica: process.env.KETTLE_REPLICA_URL
      ? { url: process.env.KETTLE_REPLICA_URL, seconds: Number(process.env.KETTLE_REPLICA_SECONDS ?? 2) }
      : undefined,
  },
  team,
);
services.aside.start();
const kind = process.env.KETTLE_WORKSPACE === 'demo' ? 'demo' : 'own';

/** Keeps a copy of the workspace before its tables are changed by a newer version of the program. */
const keepCopy = async (from: string): Promise<void> => {
  const folder = process.env.KETTLE_COPIES;
  if (!folder) return;
  const file = join(
    folder,
    `before-upgrade-${from}-${new Date().toISOString().slice(0, 19).replaceAll(':', '')}.sql.gz`,
  );
  await writeCopy(url!, file);
  say(`This version of the program changes the workspace's tables. A copy of how it was is kept in ${file}`);
};
try {
  await prepareWorkspace(database, kind, Number(process.env.KETTLE_LISTINGS ?? 30_000), say, keepCopy);
} catch (error) {
  if (error instanceof Unusable) end(SAID_WHY, error.message);
  const full = diskFullSentence(error);
  if (full) end(SAID_WHY, full);
  const { code, message } = ((error as Error).cause ?? error) as { code?: string; message: string };
  // The driver's words may hold the address; its code does not.
  end(
    isDatabaseAway(error) ? 1 : SAID_WHY,
    isDatabaseAway(error)
      ? `The database does not answer (${code ?? 'no reason given'}).`
      : code && /^ER_(ACCESS|DBACCESS|BAD_DB)|ENOTFOUND|EAI_AGAIN/.test(code)
        ? `The database cannot be reached or refuses its account (${code}). Check KETTLE_DATABASE_URL.`
        : `The workspace could not be prepared: ${message.slice(0, 500).replaceAll(url!, 'the database')}`,
  );
}
const server = makeServer(makeApp(services, log));

/** Listens on loopback at the first free port from the wished one on. */
const listen = (port: number, triesLeft: number): void => {
  server.once('error', (error: NodeJS.ErrnoException) => {
    if (error.code !== 'EADDRINUSE' || triesLeft === 0 || port >= 65_535)
      end(SAID_WHY, `The server cannot listen: ${error.message}`);
    if (port !== 0) say(`Port ${port} is taken; trying ${port + 1}.`);
    listen(port + 1, triesLeft - 1);
  });
  server.listen(port, '127.0.0.1');
};
server.once('listening', () => {
  room.watch(say);
  services.jobs.start();
  services.copies.start((error) => log.warn({ err: error }, 'A copy of the workspace could not be kept'));
  services.watchman.start((error) => log.warn({ err: error }, 'A daily run could not be made'));
  services.folder.start((error) => log.warn({ err: error }, 'The folder could not be looked at'));
  warmUp().catch((error: unknown) => log.warn({ err: error }, 'The sift indexes could not be built ahead'));
  const here = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  say(`Cold Kettle is ready: ${here}/`);
  if (team)
    inviteOwner(database, isOwnerLinkAsked)
      .then((invitation) => {
        const who = isOwnerLinkAsked ? 'An owner' : 'Nobody owns this workspace yet. The first owner';
        if (invitation) say(`${who} joins by ${team.origin ?? here}/join/${invitation}`);
      })
      .catch((error: unknown) => log.error({ err: error }, 'An owner could not be invited'));
});
listen(Number(process.env.KETTLE_PORT ?? 4173), PORTS_TRIED);

/** Builds the sift indexes ahead, so that the first sift does not wait for one. */
async function warmUp(): Promise<void> {
  for (const { id } of await allMarketplaces(database.db)) await services.indexes.of(await marketOf(database.db, id));
}

let stopping = false;
stop = async () => {
  if (stopping) process.exit(1);
  stopping = true;
  await drain(server, services.life);
  await endServices(services);
  process.exit(0);
};
