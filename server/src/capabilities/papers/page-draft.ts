import { asc, eq, inArray } from 'drizzle-orm';
import { SuggestedPage, type PageFacts, type PagePoint } from '@kettle/contract/papers';
import { searchesAMonth } from '@kettle/core/demand/weeks';
import { NO_DRAFT, STARTER_PAGE_LIMITS } from '@kettle/core/documents/page-draft';
import { holdsPhrase, stemsOf } from '@kettle/core/listing/words';
import { addDays } from '@kettle/core/measures/day';
import { asksOutside } from '../../ground/ask-outside.ts';
import { candidateRow, lineUpIds } from '../../ground/candidates/candidate-rows.ts';
import { keptOfCandidate } from '../../ground/candidates/kept-of-candidate.ts';
import type { Db } from '../../ground/db/connection.ts';
import { basketTerms, listings, pageDrafts, searchTerms, termVolumes } from '../../ground/db/schema.ts';
import type { Ground } from '../../ground/ground.ts';
import { keptOfMarket } from '../../ground/marketplaces/kept-of-market.ts';
import { keptBrief } from '../reviews/brief.ts';
import { termsOf } from '../watch/places.ts';
import { minedOf } from './mined.ts';

export const keptPageDraft = keptOfCandidate(pageDrafts, NO_DRAFT);
export const keptPageLimits = keptOfMarket('pageLimits');

/** Terms a page is held against where no basket was filled. */
const MOST_TERMS = 25;
const DAYS_BACK = 120;
const FEW = { gripe: 8, praise: 5, wish: 4 } as const;

const basketTermsOf = async (db: Db, id: number): Promise<PageFacts['terms']> => {
  const rows = await db
    .select({ term: searchTerms.text, volumes: termVolumes.volumes })
    .from(basketTerms)
    .innerJoin(searchTerms, eq(searchTerms.id, basketTerms.termId))
    .leftJoin(termVolumes, eq(termVolumes.termId, searchTerms.id))
    .where(eq(basketTerms.candidateId, id))
    .orderBy(asc(searchTerms.text));
  return rows
    .map(({ term, volumes }) => ({ term, searches: volumes && searchesAMonth(volumes) }))
    .sort((a, b) => (b.searches ?? -1) - (a.searches ?? -1));
};

/** What a page is held against: limits, terms, what buyers say and what is done about it, the rivals' brands. */
export const pageFactsOf = async (
  { database: { db }, aside }: Pick<Ground, 'database' | 'aside'>,
  id: number,
): Promise<PageFacts> => {
  const { candidate, market } = await candidateRow(db, id);
  const ids = await lineUpIds(db, id);
  const [basket, { document: brief }, mined, limits, brands] = await Promise.all([
    basketTermsOf(db, id),
    keptBrief.read(db, id),
    minedOf({ db, aside }, candidate.anchorId, ids, market.today),
    keptPageLimits.read(db, market.id),
    db
      .selectDistinct({ brand: listings.brand })
      .from(listings)
      .where(inArray(listings.id, [...ids, 0])),
  ]);
  const found = basket.length > 0 ? [] : (await termsOf(db, market, ids, addDays(market.today, -DAYS_BACK))).slice(0, MOST_TERMS); // prettier-ignore
  const themes = new Map(mined.themes.map((t) => [t.key, t]));
  const taken = brief.lines.map((line): PagePoint => {
    const theme = themes.get(line.key);
    return {
      key: line.key,
      title: line.title,
      kind: line.kind,
      concept: theme?.concept ?? '',
      part: theme?.part ?? null,
      share: theme?.share ?? line.weight?.share ?? null,
      taken: true,
      change: line.change,
      amount: line.amount,
      page: line.page,
    };
  });
  const keys = new Set(taken.map((p) => p.key));
  const left = (['gripe', 'praise', 'wish'] as const).flatMap(
    (kind) =>
    mined.themes
      .filter((t) => t.kind === kind && t.concept !== 'other' && !t.thin && !keys.has(t.key))
      .slice(0, FEW[kind])
      .map(({ key, name, concept, part, share }): PagePoint => ({ key, title: name, kind, concept, part, share, taken: false, change: '', amount: '', page: '' })), // prettier-ignore
  );
  const names = brands.map((b) => b.brand).filter(Boolean);
  const all = basket.length > 0 ? basket : found.map(({ term, searches }) => ({ term, searches }));
  const namesBrand = ({ term }: { term: string }): boolean => {
    const stems = stemsOf(term);
    return names.some((brand) => holdsPhrase(stems, brand));
  };
  return {
    limits: limits.document ?? STARTER_PAGE_LIMITS,
    ownLimits: limits.document !== null,
    limitsVersion: limits.version,
    terms: all.filter((t) => !namesBrand(t)),
    brandTerms: all.filter(namesBrand).map((t) => t.term),
    fromBasket: basket.length > 0,
    points: [...taken, ...left],
    brands: names,
  };
};

const askedForDraft = asksOutside('The writing assistant', SuggestedPage);

/** What the writing assistant proposes; nothing of it is kept. */
export const suggestPage = async (
  ground: Pick<Ground, 'database' | 'aside' | 'outside'>,
  id: number,
): Promise<SuggestedPage> => {
  const { db } = ground.database;
  const { candidate, market } = await candidateRow(db, id);
  const facts = await pageFactsOf(ground, id);
  const [row] = await db.select().from(listings).where(eq(listings.id, candidate.anchorId));
  const { weight, sideLong, sideMiddle, sideShort } = row!;
  const cm = (mm: number): string => String(Math.round(mm) / 10);
  const like = 'of the find: put your own in its place';
  return askedForDraft(() =>
    ground.outside.assistant(db, market.id).draft({
      what: candidate.name,
      terms: facts.terms,
      facts: [
        ...(sideLong !== null && sideMiddle !== null && sideShort !== null
          ? [{ text: `${cm(sideLong)} × ${cm(sideMiddle)} × ${cm(sideShort)} cm`, from: `Sides ${like}` }]
          : []),
        ...(weight === null ? [] : [{ text: `${Math.round(weight)} g`, from: `Weight ${like}` }]),
      ],
      points: facts.points,
      limits: facts.limits,
    }),
  );
};
