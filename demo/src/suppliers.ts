import { addDays, daysBetween, type Day } from '@kettle/core/measures/day';
import { hashText, normalDraw, randomFrom, type Random } from '@kettle/core/stats/random';
import type { Offer } from '@kettle/core/documents/landing';
import { brandName } from './brands.ts';
import { KINDS, pathOf, type Kind } from './catalogue.ts';

/** One kind of goods that an invented supplier makes, as the directory lists it, and what the listing does not say. */
export interface SupplierGoods extends Pick<Offer, 'currency' | 'steps' | 'term' | 'leadDays' | 'carton'> {
  ref: string;
  supplier: string;
  country: string;
  since: number;
  kind: Kind;
  about: string;
  sample: { price: number; days: number } | null;
  /** Asked for a price, it names its listed one times this. */
  candour: number;
}
export interface Asked {
  pieces: readonly number[];
  /** Grams of a piece; null where it is not known. */
  weight: number | null;
  day: Day;
}
export interface Answered {
  day: Day;
  says: string;
  quote:
    (Pick<Offer, 'currency' | 'steps' | 'term' | 'leadDays' | 'carton'> & { once: number; validUntil: Day }) | null;
}

/** How makers differ: a large one is cheaper and wants larger orders. */
const SIZES = [
  { word: 'a workshop of nine', least: 50, share: 0.31, lead: 18 },
  { word: 'a shop of about thirty', least: 150, share: 0.25, lead: 25 },
  { word: 'a works of a hundred and twenty', least: 300, share: 0.21, lead: 32 },
  { word: 'a factory of four hundred', least: 800, share: 0.175, lead: 40 },
] as const;
const PLACES = [
  { country: 'CN', term: 'FOB', factor: 0.92, currency: 'USD' },
  { country: 'VN', term: 'FOB', factor: 0.95, currency: 'USD' },
  { country: 'IN', term: 'FCA', factor: 0.93, currency: 'USD' },
  { country: 'TW', term: 'FOB', factor: 1.08, currency: 'USD' },
  { country: 'TR', term: 'EXW', factor: 1.05, currency: 'EUR' },
  { country: 'PL', term: 'DAP', factor: 1.3, currency: 'EUR' },
  { country: 'PT', term: 'FCA', factor: 1.25, currency: 'EUR' },
  { country: 'LT', term: 'DAP', factor: 1.22, currency: 'EUR' },
] as const;
const MAKERS = ['Works', 'Makers', 'Workshop', 'Pressings', 'Trading', 'Fabric & Frame', 'Fine Goods', 'Mill'];
const SINGLE_KINDS = 0.3;

const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
const toCents = (price: number): number => Math.max(0.01, Math.round(price * 100) / 100);

/** All goods of all suppliers of an invented marketplace's directory; the same name gives the same directory. */
export const makeSuppliers = (marketplace: string, suppliers = 240): SupplierGoods[] => {
  const random = randomFrom(hashText(`suppliers of ${marketplace}`));
  const names = new Set<string>();
  return Array.from({ length: suppliers }, (_, at) => {
    let name: string;
    do name = `${brandName(random).split(' ')[0]!} ${pick(random, MAKERS)}`;
    while (names.has(name));
    names.add(name);
    const place = pick(random, PLACES);
    const size = pick(random, SIZES);
    const since = 1962 + Math.floor(random() * 60);
    // Every kind has its makers: the first of a supplier's goes round, others are its neighbours.
    const first = KINDS[at % KINDS.length]!;
    const near = KINDS.filter((k) => k.family === first.family && k !== first);
    const goods = [first];
    if (random() > SINGLE_KINDS) goods.push(pick(random, near));
    if (random() > 0.6) goods.push(pick(random, near));
    return [...new Set(goods)].map((kind, i): SupplierGoods => {
      const share = size.share * place.factor * Math.exp(0.16 * normalDraw(random));
      const least = Math.round((size.least * (0.7 + random() * 0.8)) / 10) * 10;
      const steps = [1, 2, 5].map((times, step) => ({
        from: least * times,
        price: toCents(kind.price * share * [1, 0.93, 0.85][step]! * (1 - 0.02 * random())),
      }));
      const perCarton = Math.max(4, Math.min(200, Math.floor(11_000 / kind.grams)));
      return {
        ref: `${marketplace.slice(0, 2).toUpperCase()}-${String(1000 + at * 4 + i)}`,
        supplier: name,
        country: place.country,
        since,
        kind,
        about: `${name}, ${size.word}, makes ${kind.parts.slice(0, 2).join(', ')} and the rest in house. ${pick(
          random,
          [
            'Inspection by a third party is welcome.',
            'Own moulds; changes to a drawing cost extra.',
            'Packs for retail on demand.',
            'Takes photographs of each lot before it leaves.',
            'Small first orders at the price of the first step.',
          ],
        )}`,
        currency: place.currency,
        steps,
        term: place.term,
        leadDays: Math.round(size.lead * (0.8 + random() * 0.5)),
        carton: random() < 0.25 ? null : cartonOf(kind, perCarton),
        sample:
          random() < 0.15 ? null : { price: toCents(kind.price * share * 3 + 15), days: 5 + Math.floor(random() * 12) },
        candour: Math.exp(0.05 + 0.06 * normalDraw(random)),
      };
    });
  }).flat();
};

/** Pieces side by side in a box that is filled to four fifths. */
const cartonOf = ({ grams, sides }: Kind, units: number): SupplierGoods['carton'] => {
  const volume = (sides[0] * sides[1] * sides[2] * units) / 0.8;
  const long = Math.cbrt(volume * 1.9);
  const middle = Math.sqrt(volume / long);
  return {
    units,
    weight: Math.round(grams * units * 1.06 + 500),
    sides: [Math.round(long), Math.round(middle), Math.round(volume / long / middle)],
  };
};

export const categoryOf = ({ kind }: SupplierGoods): string => pathOf(kind);

const SILENT = 0.07;
const TOO_BUSY = 0.1;
/** It begins below its least order at a price; further below it does not. */
const BEGINS_AT = 0.5;

/**
 * What a supplier says to a request, once it has: some days later, at its own prices, or not at all. Null while nothing
 * came, or where nothing ever will.
 */
export const answerTo = (goods: SupplierGoods, asked: Asked, today: Day): Answered | null => {
  const random = randomFrom(hashText(`${goods.ref} ${asked.day} ${asked.pieces.join()}`));
  const day = addDays(asked.day, 1 + Math.floor(random() * 5));
  const mood = random();
  if (mood < SILENT || daysBetween(day, today) < 0) return null;
  const least = goods.steps[0]!.from;
  if (mood < SILENT + TOO_BUSY)
    return { day, says: 'We take no new work before the spring; please ask again then.', quote: null };
  const most = Math.max(...asked.pieces);
  if (most < least * BEGINS_AT)
    return { day, says: `We begin at ${least} pieces; ${most} is too few for us.`, quote: null };
  // Heavier than what is listed costs more, though less than in proportion.
  const heavier = asked.weight === null ? 1 : Math.min(2.5, Math.max(0.4, (asked.weight / goods.kind.grams) ** 0.75));
  const listed = (pieces: number): number =>
    goods.steps.findLast((s) => s.from <= pieces)?.price ?? goods.steps[0]!.price * 1.12;
  const from = [...new Set([...asked.pieces.filter((p) => p >= least * BEGINS_AT), ...goods.steps.map((s) => s.from)])];
  let last = Infinity;
  const steps = from
    .sort((a, b) => a - b)
    .map((pieces) => {
      last = Math.min(last, toCents(listed(pieces) * heavier * goods.candour));
      return { from: pieces, price: last };
    });
  const once = pick(random, [0, 0, 0, 90, 180, 320]);
  return {
    day,
    says: once > 0 ? 'The tool is yours after the first order.' : 'Prices hold for pieces like the one you describe.',
    quote: {
      currency: goods.currency,
      steps,
      term: goods.term,
      leadDays: goods.leadDays === null ? null : goods.leadDays + Math.floor(random() * 10),
      carton: asked.weight === null ? null : goods.carton && carried(goods.carton, asked.weight / goods.kind.grams),
      once,
      validUntil: addDays(day, 30),
    },
  };
};

/** The same box with fewer or more pieces, when each is so many times as heavy. */
const carried = (carton: NonNullable<SupplierGoods['carton']>, times: number): SupplierGoods['carton'] => ({
  ...carton,
  units: Math.max(1, Math.round(carton.units / times)),
});
