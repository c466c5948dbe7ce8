import { and, eq, inArray } from 'drizzle-orm';
import type { CardOrder, SupplierCard } from '@kettle/contract/suppliers';
import { answerTo, categoryOf, makeSuppliers, type SupplierGoods } from '@kettle/demo/suppliers';
import type { Db } from '../../ground/db/connection.ts';
import type { CardsAsked, SupplierDirectory } from '../../ground/outside.ts';
import { standInRequests } from './schema.ts';
import { underWeather } from './weather.ts';

const made = new Map<string, SupplierGoods[]>();
const goodsOf = (marketplace: string): SupplierGoods[] => {
  let goods = made.get(marketplace);
  if (!goods) made.set(marketplace, (goods = makeSuppliers(marketplace)));
  return goods;
};

const cardOf = (goods: SupplierGoods): SupplierCard => {
  const { ref, supplier, country, since, kind, about, currency, steps, term, leadDays, carton, sample } = goods;
  const category = categoryOf(goods);
  return {
    ref,
    supplier,
    country,
    since,
    makes: kind.noun,
    category,
    about,
    currency,
    steps,
    term,
    leadDays,
    carton,
    sample,
  };
};

const wordsOf = (text: string): string[] =>
  text
    .normalize('NFKC')
    .toLowerCase()
    .match(/[\p{L}\p{N}]+/gu) ?? [];
/** How many of some words begin a word of what a card says; those of what is made count double. */
const fitOf = (goods: SupplierGoods, words: readonly string[]): number => {
  const making = wordsOf(`${goods.kind.noun} ${goods.kind.name}`);
  const rest = wordsOf(`${goods.supplier} ${goods.about} ${categoryOf(goods)} ${goods.country}`);
  return words.reduce(
    (sum, w) => sum + (making.some((m) => m.startsWith(w)) ? 2 : rest.some((m) => m.startsWith(w)) ? 1 : 0),
    0,
  );
};
const priceOf = ({ steps, currency }: SupplierGoods, pieces: number): number =>
  // The directory's own rough exchange, for its order alone.
  (steps.findLast((s) => s.from <= pieces)?.price ?? Infinity) * (currency === 'EUR' ? 1.1 : 1);

const ORDERS: Record<Exclude<CardOrder, 'fits'>, (goods: SupplierGoods, pieces: number) => number> = {
  price: priceOf,
  least: ({ steps }) => steps[0]!.from,
  days: ({ leadDays }) => leadDays ?? Infinity,
};

const found = (marketplace: string, { words, category, pieces, order }: CardsAsked): SupplierGoods[] => {
  const asked = wordsOf(words);
  const fits = goodsOf(marketplace)
    .filter((g) => category === '' || `${categoryOf(g)} › `.startsWith(`${category} › `))
    .map((goods) => ({ goods, fit: fitOf(goods, asked) }))
    .filter(({ fit }) => asked.length === 0 || fit > 0);
  const most = Math.max(0, ...fits.map((f) => f.fit));
  // Asked for a price, one wants those that make the thing, not whoever has one of the words in its name.
  const kept = order === 'fits' ? fits : fits.filter((f) => f.fit === most);
  const by = order === 'fits' ? priceOf : ORDERS[order];
  return kept
    .sort(
      (a, b) =>
        (order === 'fits' ? b.fit - a.fit : 0) ||
        compare(by(a.goods, pieces), by(b.goods, pieces)) ||
        a.goods.ref.localeCompare(b.goods.ref),
    )
    .map((f) => f.goods);
};
/** Two that are both endless are alike, which a difference would not say. */
const compare = (a: number, b: number): number => (a === b ? 0 : a < b ? -1 : 1);

/** The simulated directory of suppliers of an invented marketplace. */
export const simulatedSuppliers = (db: Db, marketplace: string): SupplierDirectory => {
  const weather = underWeather(db, marketplace, 'suppliers');
  return {
    find: (asked) =>
      weather(
        () => {
          const all = found(marketplace, asked);
          return { total: all.length, cards: all.slice(asked.from, asked.from + asked.most).map(cardOf) };
        },
        { total: 0, cards: [] },
      ),
    card: (ref) =>
      weather(() => {
        const goods = goodsOf(marketplace).find((g) => g.ref === ref);
        return goods ? cardOf(goods) : null;
      }, null),
    ask: ({ ref, day, ...asked }) =>
      weather(async () => {
        const { pieces, weight } = asked;
        const [{ insertId }] = await db
          .insert(standInRequests)
          .values({ marketplaceId: marketplace, ref, day, asked: { pieces: [...pieces], weight } });
        return `T${insertId}`;
      }, ''),
    answers: (tickets, today) =>
      weather(async () => {
        const ids = tickets.map((t) => Number(t.slice(1))).filter(Number.isSafeInteger);
        const rows =
          ids.length === 0
            ? []
            : await db
                .select()
                .from(standInRequests)
                .where(and(eq(standInRequests.marketplaceId, marketplace), inArray(standInRequests.id, ids)));
        return rows.flatMap(({ id, ref, day, asked }) => {
          const goods = goodsOf(marketplace).find((g) => g.ref === ref);
          const answer = goods && answerTo(goods, { ...asked, day }, today);
          return answer ? [{ ticket: `T${id}`, ...answer }] : [];
        });
      }, []),
  };
};
