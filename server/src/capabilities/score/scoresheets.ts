import { and, asc, desc, eq, sql } from 'drizzle-orm';
import type { KeptScoresheet, ScoresheetBrief } from '@kettle/contract/shortlist';
import type { Scoresheet } from '@kettle/core/documents/scoresheet';
import { NO_MEANS } from '@kettle/core/documents/own-means';
import { withMeans } from '@kettle/core/score/own-means';
import { scoresheetFault } from '@kettle/core/score/scoresheet-fault';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { scoresheets, scoresheetVersions } from '../../ground/db/schema.ts';
import { keptOfMarket } from '../../ground/marketplaces/kept-of-market.ts';
import { badField, conflict, isTaken, notFound } from '../../ground/problems/problem.ts';
import { expectVersion, versionAfter } from '../../ground/problems/versions.ts';

/** What the seller can put in and wants out on a marketplace. */
export const keptMeans = keptOfMarket('ownMeans');

const newest = and(
  eq(scoresheetVersions.scoresheetId, scoresheets.id),
  eq(scoresheetVersions.version, scoresheets.version),
);
const select = (db: Db) =>
  db
    .select({
      id: scoresheets.id,
      version: scoresheets.version,
      inUse: sql<boolean>`coalesce(${scoresheets.inUse}, false)`.mapWith(Boolean),
      document: scoresheetVersions.document,
    })
    .from(scoresheets)
    .innerJoin(scoresheetVersions, newest);

/** The scoresheet in use, in its newest version. There is one, always. */
export const scoresheetInUse = async (db: Db): Promise<KeptScoresheet> => {
  const [row] = await select(db).where(eq(scoresheets.inUse, true)).limit(1);
  if (!row) throw notFound('A scoresheet');
  return row;
};

/** The scoresheet by which a marketplace's candidates are scored: the one in use, or another, with the seller's means there as gates. */
export const scoresheetFor = async (
  db: Db,
  market: string,
  by?: { id: number; document: Scoresheet },
): Promise<{ id: number; document: Scoresheet }> => {
  const [{ id, document }, means] = await Promise.all([by ?? scoresheetInUse(db), keptMeans.read(db, market)]);
  return { id, document: withMeans(document, means.document ?? NO_MEANS) };
};

export const scoresheetDocument = async (db: Db, id: number): Promise<Scoresheet> => {
  return (await scoresheetById(db, id)).document;
};

/** A scoresheet in its newest version, with its number. */
export const scoresheetById = async (db: Db, id: number): Promise<KeptScoresheet> => {
  const [row] = await select(db).where(eq(scoresheets.id, id));
  if (!row) throw notFound(`The scoresheet ${id}`);
  return row;
};

/** The versions of a scoresheet, the newest first. */
export const scoresheetHistory = async (db: Db, id: number) => {
  await scoresheetById(db, id);
  return db
    .select({
      version: scoresheetVersions.version,
      madeAt: scoresheetVersions.madeAt,
      document: scoresheetVersions.document,
    })
    .from(scoresheetVersions)
    .where(eq(scoresheetVersions.scoresheetId, id))
    .orderBy(desc(scoresheetVersions.version))
    .limit(200);
};

/** Refuses a scoresheet that cannot be meant. */
export const refuseFault = (document: Scoresheet): void => {
  const fault = scoresheetFault(document);
  if (fault) throw badField('document', fault);
};

export const listScoresheets = (db: Db): Promise<ScoresheetBrief[]> =>
  db
    .select({
      id: scoresheets.id,
      name: scoresheets.name,
      version: scoresheets.version,
      inUse: sql<boolean>`coalesce(${scoresheets.inUse}, false)`.mapWith(Boolean),
    })
    .from(scoresheets)
    .orderBy(asc(scoresheets.id));

/** Keeps another scoresheet, beside the one in use. */
export const addScoresheet = async (database: Database, document: Scoresheet): Promise<number> => {
  refuseFault(document);
  try {
    return await atOnce(database, async ({ db }) => {
      const [made] = await db.insert(scoresheets).values({ name: document.name.trim() }).$returningId();
      await db.insert(scoresheetVersions).values({ scoresheetId: made!.id, version: 1, document });
      return made!.id;
    });
  } catch (error) {
    throw isTaken(error) ? conflict(`There is a scoresheet "${document.name.trim()}" already.`) : error;
  }
};

/** Keeps a change of a scoresheet as its newest version; the earlier ones stay, and so do the answers. */
export const keepScoresheet = async (
  database: Database,
  id: number,
  { document, version }: { document: Scoresheet; version: number },
): Promise<{ version: number }> => {
  refuseFault(document);
  try {
    return await atOnce(database, async ({ db }) => {
      const [held] = await db.select().from(scoresheets).where(eq(scoresheets.id, id)).for('update');
      if (!held) throw notFound(`The scoresheet ${id}`);
      const [there] = await select(db).where(eq(scoresheets.id, id));
      expectVersion(version, held.version, { document: there!.document });
      const next = versionAfter(held.version);
      await db.insert(scoresheetVersions).values({ scoresheetId: id, version: next, document });
      await db.update(scoresheets).set({ version: next, name: document.name.trim() }).where(eq(scoresheets.id, id));
      return { version: next };
    });
  } catch (error) {
    throw isTaken(error) ? conflict(`There is a scoresheet "${document.name.trim()}" already.`) : error;
  }
};

/** Puts a scoresheet in use in place of the one that is. */
export const takeScoresheet = (database: Database, id: number): Promise<void> =>
  atOnce(database, async ({ db }) => {
    // All rows are held in one order, so that two windows that change over leave one in use.
    const rows = await db.select().from(scoresheets).orderBy(asc(scoresheets.id)).for('update');
    if (!rows.some((r) => r.id === id)) throw notFound(`The scoresheet ${id}`);
    await db.update(scoresheets).set({ inUse: null }).where(eq(scoresheets.inUse, true));
    await db.update(scoresheets).set({ inUse: true }).where(eq(scoresheets.id, id));
  });
