import type { Static } from '@sinclair/typebox';
import { and, asc, desc, eq, inArray } from 'drizzle-orm';
import type { Aside, Contradiction, Family } from '@kettle/contract/sheet';
import { contradictionsOf, type Sourced } from '@kettle/core/estimate/contradictions';
import type { UnitsEstimate } from '@kettle/core/estimate/units';
import { holdsPhrase, stemsOf } from '@kettle/core/listing/words';
import { addDays } from '@kettle/core/measures/day';
import type { Db } from '../../ground/db/connection.ts';
import {
  brandJudgements,
  candidateLog,
  candidates,
  categories,
  estimates,
  lineUp,
  listings,
  marks,
  stayAway,
  watched,
} from '../../ground/db/schema.ts';
import type { DayRow } from '../../ground/estimates/evidence.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';

type ListingRow = typeof listings.$inferSelect;

/** The variations of one product with their shares of the units; null where the listing stands alone. */
export const familyOf = async (db: Db, row: ListingRow): Promise<Static<typeof Family> | null> => {
  if (row.familyId === null) return null;
  const members = await db
    .select({
      id: listings.id,
      code: listings.code,
      title: listings.title,
      price: listings.price,
      reviews: listings.reviews,
      units: estimates.units,
      since: watched.since,
    })
    .from(listings)
    .leftJoin(estimates, eq(estimates.listingId, listings.id))
    .leftJoin(watched, eq(watched.listingId, listings.id))
    .where(eq(listings.familyId, row.familyId))
    .orderBy(desc(estimates.units), asc(listings.id));
  if (members.length < 2) return null;
  const known = members.flatMap((m) => m.units ?? []);
  const sum = known.reduce((total, u) => total + u, 0);
  const leader = members.find((m) => m.id === row.familyId) ?? members[0]!;
  const sameReviews = members.every((m) => m.reviews === leader.reviews);
  return {
    leader: leader.code,
    units: known.length > 0 ? sum : null,
    meaning: [
      `${members.length} variations, each with a rank and an estimate of its own`,
      known.length === members.length
        ? 'together they sell what the family sells'
        : `${members.length - known.length} of them have no estimate, so the family sells more than the sum`,
      sameReviews
        ? 'their reviews are counted for the family as a whole: the number on one of them is that of all'
        : 'reviews are counted apart here',
    ].join('; '),
    members: members.map((m) => ({
      code: m.code,
      title: m.title,
      price: m.price,
      units: m.units,
      share: m.units !== null && sum > 0 ? m.units / sum : null,
      reviews: m.reviews,
      watched: m.since !== null,
    })),
  };
};

/** Where the seller put the listing, its kind or its brand aside before, and why; the newest first. */
export const asidesOf = async (
  db: Db,
  market: Market,
  row: ListingRow,
  categoryPath: string,
): Promise<Static<typeof Aside>[]> => {
  const [marked, inLines, away, judged, ancestors] = await Promise.all([
    db.select().from(marks).where(eq(marks.listingId, row.id)),
    db
      .select({ id: candidates.id, name: candidates.name, stage: candidates.stage })
      .from(lineUp)
      .innerJoin(candidates, eq(candidates.id, lineUp.candidateId))
      .where(and(eq(lineUp.listingId, row.id), eq(candidates.stage, 'dropped'))),
    db.select().from(stayAway).where(eq(stayAway.marketplaceId, market.id)),
    row.brand === ''
      ? []
      : db
          .select()
          .from(brandJudgements)
          .where(and(eq(brandJudgements.marketplaceId, market.id), eq(brandJudgements.brand, row.brand))),
    ancestorsOf(db, market.id, categoryPath),
  ]);
  const asides: Static<typeof Aside>[] = [];
  for (const mark of marked)
    if (mark.state !== 'seen')
      asides.push({
        kind: 'mark',
        sentence: mark.state === 'dropped' ? 'You dropped it from a list' : 'You put it aside to keep',
        reason: mark.reason,
        day: mark.day,
        candidate: null,
      });
  if (inLines.length > 0) {
    const logs = await db
      .select()
      .from(candidateLog)
      .where(
        and(
          inArray(
            candidateLog.candidateId,
            inLines.map((c) => c.id),
          ),
          eq(candidateLog.stage, 'dropped'),
        ),
      )
      .orderBy(desc(candidateLog.id));
    for (const candidate of inLines) {
      const log = logs.find((l) => l.candidateId === candidate.id);
      asides.push({
        kind: 'candidate',
        sentence: `The candidate “${candidate.name}” was dropped`,
        reason: log?.text ?? '',
        day: log?.day ?? null,
        candidate: candidate.id,
      });
    }
  }
  const stems = stemsOf(row.title);
  for (const rule of away) {
    const byWords = rule.words !== null && holdsPhrase(stems, rule.words);
    const byKind = rule.categoryId !== null && ancestors.some((c) => c.id === rule.categoryId);
    if (byWords || byKind)
      asides.push({
        kind: 'stay-away',
        sentence: 'It is on your stay-away list',
        reason: byWords
          ? `for the words “${rule.words}”`
          : `for ${ancestors.find((c) => c.id === rule.categoryId)!.name}`,
        day: null,
        candidate: null,
      });
  }
  for (const j of judged)
    asides.push({
      kind: 'brand',
      sentence:
        j.known === 'yes'
          ? `You judged ${row.brand} to be a known brand`
          : j.known === 'no'
            ? `You judged ${row.brand} to be no known brand`
            : `You were unsure about the brand ${row.brand}`,
      reason: j.note,
      day: j.day,
      candidate: null,
    });
  return asides.sort((a, b) => (b.day ?? '').localeCompare(a.day ?? ''));
};

/** A category with all above it, from the root on: their paths begin alike. */
export const ancestorsOf = async (
  db: Db,
  marketplaceId: string,
  path: string,
): Promise<{ id: number; name: string }[]> => {
  const names = path.split(' › ');
  return db
    .select({ id: categories.id, name: categories.name })
    .from(categories)
    .where(
      and(
        eq(categories.marketplaceId, marketplaceId),
        inArray(
          categories.path,
          names.map((_, i) => names.slice(0, i + 1).join(' › ')),
        ),
      ),
    )
    .orderBy(asc(categories.depth));
};

const SOURCE_NAMES = { feed: 'the marketplace feed', import: 'an import', typed: 'a reading you typed' } as const;
const LOOK_BACK_DAYS = 60;

/** Where sources say different things of a listing. */
export const contradictions = (
  market: Market,
  row: ListingRow,
  units: UnitsEstimate,
  days: readonly DayRow[],
  stated: readonly { measure: 'units' | 'revenue'; value: number; source: string; day: string }[],
): Static<typeof Contradiction>[] => {
  const from = addDays(market.today, -LOOK_BACK_DAYS);
  const seen = days
    .filter((r) => r.day >= from)
    .toReversed()
    .flatMap((r): Sourced[] => [
      ...(r.price === null
        ? []
        : [{ measure: 'price' as const, source: SOURCE_NAMES[r.source], value: r.price, day: r.day }]),
      ...(r.reviews === null
        ? []
        : [{ measure: 'reviews' as const, source: SOURCE_NAMES[r.source], value: r.reviews, day: r.day }]),
    ]);
  return contradictionsOf({
    estimate: units.best,
    from: units.from,
    today: market.today,
    seen,
    counts: units.counts,
    stated: stated.flatMap((s): Sourced[] =>
      s.measure === 'units'
        ? [{ measure: 'units', source: s.source, value: s.value, day: s.day }]
        : row.price
          ? [{ measure: 'units', source: `${s.source} (revenue ÷ price)`, value: s.value / row.price, day: s.day }]
          : [],
    ),
  });
};
