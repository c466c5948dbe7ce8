import { eq } from 'drizzle-orm';
import { buildSiftIndex, type SiftIndex } from '@kettle/core/sift/index';
import type { Db } from '../db/connection.ts';
import { listings, marketplaces } from '../db/schema.ts';
import { briefFrom, selectBriefRows } from '../listings/briefs.ts';
import { categoryPaths, scheduleInForce, type Market } from '../sources/marketplaces.ts';

export interface BuiltIndex {
  index: SiftIndex;
  dataVersion: number;
  /** For each category, the numbers of it and of all below it. */
  branches: Map<number, Set<number>>;
}

/**
 * The sift indexes of this process, one a marketplace: built from the database when first asked for and again when its
 * data version has moved on. Requests that come while one is built wait for the same build.
 */
export class SiftIndexes {
  private readonly db: Db;
  private readonly built = new Map<string, BuiltIndex>();
  private readonly building = new Map<string, Promise<BuiltIndex>>();

  constructor(db: Db) {
    this.db = db;
  }

  async of(market: Market): Promise<BuiltIndex> {
    const have = this.built.get(market.id);
    if (have && have.dataVersion === market.dataVersion) return have;
    let building = this.building.get(market.id);
    if (!building) {
      building = this.build(market).finally(() => this.building.delete(market.id));
      this.building.set(market.id, building);
    }
    return building;
  }

  private async build(market: Market): Promise<BuiltIndex> {
    const [row] = await this.db
      .select({ version: marketplaces.dataVersion })
      .from(marketplaces)
      .where(eq(marketplaces.id, market.id));
    const [rows, schedule, paths] = await Promise.all([
      selectBriefRows(this.db).where(eq(listings.marketplaceId, market.id)),
      scheduleInForce(this.db, market.id, market.today),
      categoryPaths(this.db, market.id),
    ]);
    const index = buildSiftIndex(
      rows.map((r) => {
        const brief = briefFrom(r, market, schedule);
        const { id, sizeClass, title, brand } = brief;
        return { id, category: r.categoryId, sizeClass, title, brand, measures: brief };
      }),
    );
    const branches = new Map<number, Set<number>>();
    for (const id of paths.keys())
      for (let at: number | null = id; at !== null; at = paths.get(at)?.parent ?? null) {
        const branch = branches.get(at) ?? new Set();
        branches.set(at, branch.add(id));
      }
    const made = { index, dataVersion: row?.version ?? market.dataVersion, branches };
    this.built.set(market.id, made);
    return made;
  }
}
