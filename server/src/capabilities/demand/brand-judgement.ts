import { and, eq } from 'drizzle-orm';
import { atOnce, type Database } from '../../ground/db/connection.ts';
import { brandJudgements } from '../../ground/db/schema.ts';
import { versionsOf, type Market } from '../../ground/marketplaces/marketplaces.ts';
import { expectVersion, versionAfter } from '../../ground/problems/versions.ts';

/** Keeps what the seller judged of a brand; null takes it back. */
export const judgeBrand = (
  database: Database,
  market: Market,
  brand: string,
  body: { known: 'yes' | 'no' | 'unsure' | null; note: string; version: number },
): Promise<{ version: number }> =>
  atOnce(database, async ({ db }) => {
    const of = and(eq(brandJudgements.marketplaceId, market.id), eq(brandJudgements.brand, brand));
    // Held until the end: two windows that judge at the same moment do it one after the other.
    await versionsOf(db, market.id);
    const [there] = await db.select().from(brandJudgements).where(of);
    const before = there?.version ?? 0;
    expectVersion(body.version, before, { known: there?.known ?? null, note: there?.note ?? '' });
    if (body.known === null) {
      await db.delete(brandJudgements).where(of);
      return { version: 0 };
    }
    const values = { known: body.known, note: body.note, day: market.today, version: versionAfter(before) };
    await db
      .insert(brandJudgements)
      .values({ marketplaceId: market.id, brand, ...values })
      .onDuplicateKeyUpdate({ set: values });
    return { version: values.version };
  });
