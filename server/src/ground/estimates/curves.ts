import { eq } from 'drizzle-orm';
import { driftFor, type Drift, type Drifts } from '@kettle/core/estimate/age';
import type { GroupLevels, Levels } from '@kettle/core/estimate/levels';
import type { Day } from '@kettle/core/measures/day';
import type { RankCurve } from '@kettle/core/estimate/rank-curve';
import type { Db } from '../db/connection.ts';
import { estimateLevels } from '../db/schema.ts';
import { curveFor, curvesInForce, type CurveOfCategory, type Market } from '../marketplaces/marketplaces.ts';

/** What estimates of a category's listings are made with. */
export interface CurveInUse {
  /** The curve as it was given, and the review rate. */
  given: CurveOfCategory | null;
  /** The curve as it is used: moved to where counts and stated figures show it to lie. */
  curve: RankCurve | null;
  group: string;
  levels: GroupLevels | null;
  /** How its listings move while nobody looks. */
  drift: Drift;
  /** When counts last confirmed its level; null where too few did. */
  sureOn: Day | null;
}

/** Counted listings that confirm the level of a group. */
const CONFIRM = 3;

/** The curves in force of a marketplace, with what is known of how far they, and stated figures, lie off. */
export class Curves {
  readonly given: CurveOfCategory[];
  readonly levels: Levels | null;
  readonly drifts: Drifts | null;
  private readonly learntOn: Day | null;
  private readonly known = new Map<string, CurveInUse>();

  constructor(given: CurveOfCategory[], levels: Levels | null, drifts: Drifts | null, learntOn: Day | null) {
    this.learntOn = learntOn;
    this.given = given;
    this.levels = levels;
    this.drifts = drifts;
  }

  of(category: string): CurveInUse {
    let found = this.known.get(category);
    if (!found) {
      const given = curveFor(this.given, category);
      const group = groupOf(given, category);
      const levels = this.levels && (this.levels.groups[group] ?? this.levels.elsewhere);
      const sureOn = (levels?.counted ?? 0) >= CONFIRM ? this.learntOn : null;
      found = {
        given,
        curve: given && moved(given.curve, levels),
        group,
        levels,
        drift: driftFor(this.drifts, category, group),
        sureOn,
      };
      this.known.set(category, found);
    }
    return found;
  }
}

/** The categories that share a level: those of one curve, or where it is for all, those of one branch of the tree. */
export const groupOf = (curve: Pick<CurveOfCategory, 'category'> | null, category: string): string =>
  curve && curve.category !== '*' ? curve.category : category.split(' › ')[0]!;

const moved = (curve: RankCurve, levels: GroupLevels | null): RankCurve => {
  const at = levels?.ways.indexOf('rank') ?? -1;
  if (!levels || at < 0 || levels.mean[at] === 0) return curve;
  const by = Math.exp(-levels.mean[at]!);
  return {
    ...curve,
    knots: curve.knots.map((k) => ({ rank: k.rank, unitsPerDay: k.unitsPerDay * by })),
    residual: levels.spread[at]!,
  };
};

export const curvesOf = async (db: Db, market: Pick<Market, 'id' | 'today'>): Promise<Curves> => {
  const [given, [row]] = await Promise.all([
    curvesInForce(db, market.id, market.today),
    db.select().from(estimateLevels).where(eq(estimateLevels.marketplaceId, market.id)),
  ]);
  return new Curves(given, row?.document ?? null, row?.drifts ?? null, row?.asOf ?? null);
};
