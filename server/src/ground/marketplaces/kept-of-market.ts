import { eq } from 'drizzle-orm';
import type { LaunchYear } from '@kettle/core/documents/launch-year';
import type { OwnMeans } from '@kettle/core/documents/own-means';
import type { PageLimits } from '@kettle/core/documents/page-draft';
import { atOnce, type Database, type Db } from '../db/connection.ts';
import { marketplaces } from '../db/schema.ts';
import { expectVersion, versionAfter } from '../problems/versions.ts';

/** Documents that a marketplace has one of, and that nothing else follows from. */
interface OfMarket {
  ownMeans: OwnMeans;
  pageLimits: PageLimits;
  launchYear: LaunchYear;
}

/** The one document of a kind that a marketplace has; null where none was typed. */
export const keptOfMarket = <K extends keyof OfMarket>(kind: K) => {
  const read = async (db: Db, id: string, hold = false): Promise<{ document: OfMarket[K] | null; version: number }> => {
    const asked = db
      .select({ document: marketplaces[kind], version: marketplaces[`${kind}Version`] })
      .from(marketplaces)
      .where(eq(marketplaces.id, id));
    const [row] = await (hold ? asked.for('update') : asked);
    return { document: (row?.document ?? null) as OfMarket[K] | null, version: row?.version ?? 0 };
  };
  return {
    read: (db: Db, id: string) => read(db, id),
    keep: (
      database: Database,
      id: string,
      { document, version }: { document: OfMarket[K] | null; version: number },
    ): Promise<{ version: number }> =>
      atOnce(database, async ({ db }) => {
        const there = await read(db, id, true);
        expectVersion(version, there.version, { document: there.document });
        const next = versionAfter(there.version);
        await db
          .update(marketplaces)
          .set({ [kind]: document, [`${kind}Version`]: next })
          .where(eq(marketplaces.id, id));
        return { version: next };
      }),
  };
};
