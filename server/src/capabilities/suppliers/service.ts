import { and, asc, desc, eq } from 'drizzle-orm';
import { Type } from '@sinclair/typebox';
import {
  CARDS_A_PAGE,
  CardsFound,
  SupplierAnswer,
  SupplierCard,
  type CardOrder,
  type CardSeen,
  type SupplierRequest,
} from '@kettle/contract/suppliers';
import { minorFromMajor } from '@kettle/core/money/money';
import { asksOutside } from '../../ground/ask-outside.ts';
import { listingByCode } from '../../ground/briefs/by-code.ts';
import { atOnce, type Database, type Db, type Session } from '../../ground/db/connection.ts';
import { listings, quotes, supplierCards, supplierRequests, suppliers } from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { ratesOf } from '../../ground/marketplaces/rates.ts';
import type { Outside, SupplierDirectory } from '../../ground/outside.ts';
import { conflict, notFound } from '../../ground/problems/problem.ts';
import { rateNear } from '@kettle/core/files/rates';
import { putQuote } from '../../ground/quotes/put-quote.ts';

const NAME = 'The directory of suppliers';
const askedForCards = asksOutside(NAME, CardsFound);
const askedForCard = asksOutside(NAME, Type.Union([SupplierCard, Type.Null()]));
const askedForTicket = asksOutside(NAME, SupplierAnswer.properties.ticket);
const askedForAnswers = asksOutside(NAME, Type.Array(SupplierAnswer, { maxItems: 1000 }));

/** A marketplace of one's own has no directory: invented makers beside real money would be a trap. */
const directoryOf = (outside: Pick<Outside, 'suppliers'>, db: Db, market: Market): SupplierDirectory => {
  if (!market.simulated)
    throw conflict(
      `No directory of suppliers is connected to ${market.name}: quotes are typed, pasted or come as a file.`,
    );
  return outside.suppliers(db, market.id);
};

const asideOf = async (db: Db, market: Market): Promise<Map<string, CardSeen>> =>
  new Map(
    (
      await db
        .select()
        .from(supplierCards)
        .where(eq(supplierCards.marketplaceId, market.id))
        .orderBy(desc(supplierCards.day), asc(supplierCards.ref))
    ).map(({ ref, day, card }) => [ref, { card, aside: day }]),
  );

export interface Search {
  words?: string | undefined;
  category?: string | undefined;
  pieces?: number | undefined;
  order?: CardOrder | undefined;
  page?: number | undefined;
}

/** A page of what the directory lists, each card with whether it is put aside. */
export const searchSuppliers = async (
  db: Db,
  outside: Pick<Outside, 'suppliers'>,
  market: Market,
  { words = '', category = '', pieces = 500, order = 'fits', page = 0 }: Search,
): Promise<{ total: number; cards: CardSeen[] }> => {
  const directory = directoryOf(outside, db, market);
  const [found, aside] = await Promise.all([
    askedForCards(() =>
      directory.find({ words, category, pieces, order, from: page * CARDS_A_PAGE, most: CARDS_A_PAGE }),
    ),
    asideOf(db, market),
  ]);
  return {
    total: found.total,
    cards: found.cards.map((card) => ({ card, aside: aside.get(card.ref)?.aside ?? null })),
  };
};

export const cardsAside = async (db: Db, market: Market): Promise<CardSeen[]> => [
  ...(await asideOf(db, market)).values(),
];

const cardNow = async (directory: SupplierDirectory, ref: string): Promise<SupplierCard> => {
  const card = await askedForCard(() => directory.card(ref));
  if (!card) throw notFound(`The supplier’s card ${ref}`);
  return card;
};

/** Puts a card aside as the directory lists it now. */
export const putCardAside = async (
  db: Db,
  outside: Pick<Outside, 'suppliers'>,
  market: Market,
  ref: string,
): Promise<void> => {
  const card = await cardNow(directoryOf(outside, db, market), ref);
  await db
    .insert(supplierCards)
    .values({ marketplaceId: market.id, ref, day: market.today, card })
    .onDuplicateKeyUpdate({ set: { day: market.today, card } });
};

export const putCardBack = async (db: Db, market: Market, ref: string): Promise<void> => {
  await db.delete(supplierCards).where(and(eq(supplierCards.marketplaceId, market.id), eq(supplierCards.ref, ref)));
};

/** What suppliers were asked for a piece like a listing's, newest first. */
export const requestsOf = async (db: Db, market: Market, code: string): Promise<SupplierRequest[]> => {
  const { row } = await listingByCode(db, market, code);
  const rows = await db
    .select()
    .from(supplierRequests)
    .where(eq(supplierRequests.listingId, row.id))
    .orderBy(desc(supplierRequests.askedOn), desc(supplierRequests.id));
  return rows.map(({ listingId: _, ref: __, ticket: ___, country: ____, ...request }) => request);
};

/** Hands a request on to the directory, and keeps what was asked. */
export const askSupplier = async (
  db: Db,
  outside: Pick<Outside, 'suppliers'>,
  market: Market,
  code: string,
  asked: { ref: string; pieces: readonly number[]; note: string },
): Promise<number> => {
  const directory = directoryOf(outside, db, market);
  const { row } = await listingByCode(db, market, code);
  const pieces = [...new Set(asked.pieces)].sort((a, b) => a - b);
  const waiting = await db
    .select({ pieces: supplierRequests.pieces })
    .from(supplierRequests)
    .where(
      and(
        eq(supplierRequests.listingId, row.id),
        eq(supplierRequests.ref, asked.ref),
        eq(supplierRequests.state, 'waiting'),
      ),
    );
  if (waiting.some((w) => w.pieces.join() === pieces.join()))
    throw conflict('This supplier was asked for just that already, and its answer has not come yet.');
  const { supplier, country, makes } = await cardNow(directory, asked.ref);
  const ticket = await askedForTicket(() =>
    directory.ask({ ref: asked.ref, pieces, weight: row.weight, note: asked.note, day: market.today }),
  );
  const [{ insertId }] = await db.insert(supplierRequests).values({
    listingId: row.id,
    ref: asked.ref,
    ticket,
    supplier,
    country,
    makes,
    pieces,
    note: asked.note,
    askedOn: market.today,
  });
  return insertId;
};

export const forgetRequest = async (db: Db, market: Market, code: string, id: number): Promise<void> => {
  const { row } = await listingByCode(db, market, code);
  const [{ affectedRows }] = await db
    .delete(supplierRequests)
    .where(and(eq(supplierRequests.listingId, row.id), eq(supplierRequests.id, id)));
  if (affectedRows === 0) throw notFound('That request');
};

export interface AnswerFound {
  request: typeof supplierRequests.$inferSelect;
  answer: SupplierAnswer;
}
/** Asks the directory for answers to all requests that wait; nothing is kept yet. */
export const findAnswers = async (
  db: Db,
  outside: Pick<Outside, 'suppliers'>,
  market: Market,
): Promise<AnswerFound[]> => {
  const waiting = await db
    .select({ request: supplierRequests })
    .from(supplierRequests)
    .innerJoin(listings, eq(listings.id, supplierRequests.listingId))
    .where(and(eq(listings.marketplaceId, market.id), eq(supplierRequests.state, 'waiting')));
  if (waiting.length === 0) return [];
  const directory = directoryOf(outside, db, market);
  const byTicket = new Map(waiting.map(({ request }) => [request.ticket, request]));
  const answers = await askedForAnswers(() => directory.answers([...byTicket.keys()], market.today));
  return answers.flatMap((answer) => {
    const request = byTicket.get(answer.ticket);
    return request ? [{ request, answer }] : [];
  });
};

/** A quote of the same day, for other goods of the supplier's, say, is not to be written over. */
const hasQuoted = async (db: Db, { listingId, supplier }: AnswerFound['request'], day: string): Promise<boolean> =>
  (
    await db
      .select({ id: quotes.id })
      .from(quotes)
      .innerJoin(suppliers, eq(suppliers.id, quotes.supplierId))
      .where(and(eq(quotes.listingId, listingId), eq(suppliers.name, supplier), eq(quotes.day, day)))
      .limit(1)
  ).length > 0;

export interface AnswersKept {
  quoted: number;
  declined: number;
}
/** Keeps answers: a quote stands among those of its listing. One that somebody else kept meanwhile is not kept again. */
export const keepAnswers = async (
  inside: Session,
  market: Market,
  found: readonly AnswerFound[],
): Promise<AnswersKept> => {
  const counts = { quoted: 0, declined: 0 };
  if (found.length === 0) return counts;
  const rates = await ratesOf(inside.db, market.id);
  for (const { request, answer } of found) {
    const { day, says, quote } = answer;
    const state = quote ? 'quoted' : 'declined';
    const [{ affectedRows }] = await inside.db
      .update(supplierRequests)
      .set({ state, answeredOn: day, says })
      .where(and(eq(supplierRequests.id, request.id), eq(supplierRequests.state, 'waiting')));
    if (affectedRows === 0) continue;
    counts[state]++;
    if (!quote) continue;
    const { once, ...rest } = quote;
    const rate =
      quote.currency === market.currency ? 1 : (rateNear(rates.get(quote.currency) ?? [], day)?.rate ?? null);
    const unknown = once > 0 && rate === null ? ` Once an order: ${once} ${quote.currency}, no rate is known.` : '';
    await putQuote(inside, request.listingId, {
      ...rest,
      supplier: (await hasQuoted(inside.db, request, day))
        ? `${request.supplier}, ${request.makes}`.slice(0, 120)
        : request.supplier,
      country: request.country,
      day,
      once: minorFromMajor(once * (rate ?? 0), market.currency),
      note: `Answer to what was asked on ${request.askedOn}. ${says}${unknown}`.slice(0, 400),
    });
  }
  return counts;
};

/** Looks for answers to all requests that wait, and keeps them. */
export const takeAnswers = async (
  database: Database,
  outside: Pick<Outside, 'suppliers'>,
  market: Market,
): Promise<AnswersKept> => {
  const found = await findAnswers(database.db, outside, market);
  return atOnce(database, (inside) => keepAnswers(inside, market, found));
};
