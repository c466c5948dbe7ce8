import { asc, eq, sql } from 'drizzle-orm';
import type { Change, Here } from '@kettle/contract/people';
import type { Api } from '../../ground/http/api.ts';
import type { Db } from '../../ground/db/connection.ts';
import { deeds, people } from '../../ground/db/schema.ts';
import { whoIsHere } from './presence.ts';
import { personOf } from './sessions.ts';

/** How often it is looked for what others did, and how far back: who writes at the same moment may be seen in another order. */
const EVERY_MS = 1_000;
const BACK_SECONDS = 30;
/** How often an open line is asked whether its person may still listen. */
const STILL_MS = 20_000;

/** What somebody did to their own account: nothing that others see changes by it. */
const isOwnAccount = (what: string): boolean => /^\w+ \/api\/(sign-|me\/|come-back$|tokens)/.test(what);
/** Made, or possibly made: whoever asked went away before the answer. */
const mayHaveChanged = (status: string): boolean => status.startsWith('2') || status === '499';

interface Listener {
  change: (change: Change) => void;
  here: (here: readonly Here[]) => void;
}

/**
 * What people change, as it is written down in the database: whichever process of several did it. It looks while somebody
 * listens, once for all who do.
 */
class Changes {
  private readonly listeners = new Set<Listener>();
  private here: Here[] = [];
  private seen = new Set<number>();
  private timer: NodeJS.Timeout | null = null;
  private readonly db: Db;
  constructor(db: Db) {
    this.db = db;
  }

  /** Tells all that is done from now on, until it is ended. */
  async listen(tell: Listener): Promise<() => void> {
    if (this.listeners.size === 0) {
      // What was done before is nobody's news.
      this.seen = new Set((await this.recent()).map((r) => r.id));
      this.timer = setInterval(() => void this.look(), EVERY_MS);
      this.timer.unref();
      this.here = await whoIsHere(this.db);
    }
    this.listeners.add(tell);
    tell.here(this.here);
    return () => {
      this.listeners.delete(tell);
      if (this.listeners.size === 0 && this.timer) clearInterval(this.timer);
    };
  }

  private recent() {
    return this.db
      .select({
        id: deeds.id,
        person: deeds.personId,
        by: people.name,
        what: deeds.what,
        parameters: deeds.parameters,
        status: deeds.status,
      }) // prettier-ignore
      .from(deeds)
      .innerJoin(people, eq(people.id, deeds.personId))
      .where(sql`${deeds.at} > utc_timestamp(3) - interval ${sql.raw(String(BACK_SECONDS))} second`)
      .orderBy(asc(deeds.id));
  }

  private async look(): Promise<void> {
    // A database that is away is back at the next look, or the one after.
    const rows = await this.recent().catch(() => null);
    if (!rows) return;
    for (const { status, ...change } of rows)
      if (!this.seen.has(change.id) && mayHaveChanged(status) && !isOwnAccount(change.what))
        for (const tell of this.listeners) tell.change(change);
    this.seen = new Set(rows.map((r) => r.id));
    const here = await whoIsHere(this.db).catch(() => this.here);
    if (JSON.stringify(here) === JSON.stringify(this.here)) return;
    this.here = here;
    for (const tell of this.listeners) tell.here(here);
  }
}

/** Calls back when this process is about to stop: whoever listens finds another. */
export type OnLeaving = (callback: () => void) => () => void;

/** A line on which a browser hears what others change (server-sent events, HTML Living Standard). */
export const serveChanges = (api: Api, db: Db, onLeaving: OnLeaving): void => {
  const changes = new Changes(db);
  api.on('get', '/api/changes', async (request, response) => {
    response.writeHead(200, { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store, no-transform', 'X-Accel-Buffering': 'no' }); // prettier-ignore
    response.write('retry: 2000\n\n');
    const end = await changes.listen({
      change: (change) => response.write(`data: ${JSON.stringify(change)}\n\n`),
      here: (here) => response.write(`event: here\ndata: ${JSON.stringify(here)}\n\n`),
    });
    // Signed out, or with another role: the line ends, and is asked for anew.
    const still = setInterval(() => {
      void personOf(db, request).then(
        (who) => (who ? response.write(': still here\n\n') : response.end()),
        () => undefined,
      );
    }, STILL_MS);
    still.unref();
    const stay = onLeaving(() => response.end());
    response.once('close', () => {
      stay();
      clearInterval(still);
      end();
    });
    if (response.closed) end();
  });
};
