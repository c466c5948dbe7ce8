import { eq, isNull, sql } from 'drizzle-orm';
import { marketplaces, watched, listings } from '../../ground/db/schema.ts';
import type { Database } from '../../ground/db/connection.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import { isDatabaseAway } from '../../ground/problems/problem.ts';
import { room } from '../../ground/room/room.ts';
import { WatchMemory } from './memory.ts';
import { runIfDue } from './runs.ts';

const LOOK_EVERY_MS = 20_000;

/**
 * Sees to it that listings are read each day: takes stock of the day's readings at the hour of the plan, and keeps the days
 * of watched listings at hand, so that the morning page need not wait for them.
 */
export class Watchman {
  readonly memory = new WatchMemory();
  private readonly database: Database;
  private readonly look: (now: number) => Promise<void>;
  private timer: NodeJS.Timeout | null = null;
  private looking: Promise<void> | null = null;
  private stopped = false;
  /** The data version of each marketplace whose days are at hand. */
  private readonly warm = new Map<string, number>();

  /** @param look looks for new files of all marketplaces */
  constructor(database: Database, look: (now: number) => Promise<void>) {
    this.database = database;
    this.look = look;
  }

  /** @param failed is told why something could not be done */
  start(failed: (error: unknown) => void): void {
    const look = (): void => {
      if (room.isFull) return;
      this.looking ??= this.tick(new Date())
        .catch((error: unknown) => {
          if (!isDatabaseAway(error)) failed(error);
        })
        .finally(() => (this.looking = null));
    };
    look();
    this.timer = setInterval(look, LOOK_EVERY_MS).unref();
  }

  async stop(): Promise<void> {
    this.stopped = true;
    if (this.timer) clearInterval(this.timer);
    await this.looking;
  }

  async tick(now: Date, zone?: string): Promise<void> {
    const { db } = this.database;
    const all = await db
      .select({ id: marketplaces.id, version: marketplaces.dataVersion, hobDay: marketplaces.hobDay })
      .from(marketplaces)
      .where(isNull(marketplaces.binnedAt));
    for (const { id, version, hobDay } of all) {
      if (this.stopped) return;
      if (hobDay === null) await runIfDue(this.database, id, { look: this.look, now, zone });
      if (this.warm.get(id) === version) continue;
      const [any] = await db
        .select({ one: sql`1` })
        .from(watched)
        .innerJoin(listings, eq(listings.id, watched.listingId))
        .where(eq(listings.marketplaceId, id))
        .limit(1);
      if (any) {
        const market = await marketOf(db, id);
        const { rows } = await this.memory.of(db, market);
        await this.memory.placesOf(
          db,
          market,
          rows.map((r) => r.id),
          market.today,
        );
      }
      this.warm.set(id, version);
    }
  }
}
