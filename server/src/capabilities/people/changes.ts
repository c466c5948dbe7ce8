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
  /** Whether the listener is still a member and signed in; asked before each piece of news. False ends its line. */
  mayHear: () => Promise<boolean>;
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
  private looking: Promise<void> | null = null;
  private readonly db: Db;
  constructor(db: Db) {
    this.db = db;
  }

  /** Tells all that is done from now on, until it is ended. */
  async listen(tell: Listener): Promise<() => void> {
    if (this.listeners.size === 0) {
      // What was done before is nobody's news.
      this.seen = new Set((await this.recent()).map((r) => r.id));
      this.timer = setInterval(() => {
        // One look at a time: what two of them saw would be told twice.
        this.looking ??= this.look().finally(() => (this.looking = null));
      }, EVERY_MS);
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
      })
      .from(deeds)
      .innerJoin(people, eq(people.id, deeds.personId))
      .where(sql`${deeds.at} > utc_timestamp(3) - interval ${sql.raw(String(BACK_SECONDS))} second`)
      .orderBy(asc(deeds.id));
  }

  private async look(): Promise<void> {
    // A database that is away is back at the next look, or the one after.
    const rows = await this.recent().catch(() => null);
    if (!rows) return;
    const news = rows
      .filter(({ id, status, what }) => !this.seen.has(id) && mayHaveChanged(status) && !isOwnAccount(what))
      .map(({ status: _, ...change }) => change);
    const here = await whoIsHere(this.db).catch(() => this.here);
    const hasMoved = JSON.stringify(here) !== JSON.stringify(this.here);
    if (news.length > 0 || hasMoved)
      for (const listener of this.listeners) {
        // Who was removed a moment ago hears nothing of what came after. Not known is no.
        if (!(await listener.mayHear().catch(() => false))) continue;
        for (const change of news) listener.change(change);
        if (hasMoved) listener.here(here);
      }
    this.here = here;
    this.seen = new Set(rows.map((r) => r.id));
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
    const mayHear = async (): Promise<boolean> => {
      const isMember = (await personOf(db, request)) !== null;
      // Signed out, removed, or with another role: the line ends, and is asked for anew.
      if (!isMember) response.end();
      return isMember;
    };
    const end = await changes.listen({
      mayHear,
      change: (change) => response.write(`data: ${JSON.stringify(change)}\n\n`),
      here: (here) => response.write(`event: here\ndata: ${JSON.stringify(here)}\n\n`),
    });
    const still = setInterval(() => {
      void mayHear().then(
        (may) => may && response.write(': still here\n\n'),
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
