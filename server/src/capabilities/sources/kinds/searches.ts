import type { ToldVolume } from '@kettle/core/demand/told-volumes';
import { addMonths } from '@kettle/core/measures/day';
import type { Market } from '../../../ground/marketplaces/marketplaces.ts';
import { LARGE, refuse, type FieldsOfRow } from '../fields.ts';
import { codeFrom } from './catalogue.ts';
import { partByHome, type Kind } from './kind.ts';
import { layAll, type ClickFact, type PositionFact, type TermFact } from './lay-searches.ts';

const LONGEST_TERM = 160;
const FIRST_PAGE_AND_MORE = 5000;

const termFrom = (fields: FieldsOfRow): string => {
  const text = fields.text('term', 400).toLowerCase().normalize('NFKC').replace(/\s+/g, ' ');
  if (text === '') refuse('The search term is missing.');
  if (text.length > LONGEST_TERM) refuse(`The search term is longer than ${LONGEST_TERM} letters.`);
  return text;
};

/** A share as "12 %", 0.12 or 12; null where nothing is said. */
const shareFrom = (fields: FieldsOfRow, key: string): number | null => {
  const share = fields.share(key);
  return share === null ? null : Number(share.toFixed(6));
};

const refuseInDemo = ({ simulated, name }: Market): void => {
  if (simulated) refuse(`${name} belongs to the demo, whose searches come from its own feed.`);
};

export const termsKind: Kind<TermFact> = {
  kind: 'terms',
  what: 'rows of search terms',
  group: 'searches',
  estimated: false,
  from: (fields, market) => {
    refuseInDemo(market);
    const month = fields.month('month');
    const week = month === null ? fields.date('day') : null;
    const volume = fields.needed(fields.whole('searches', { min: 0, max: LARGE }), 'searches');
    // Without a date it is what tools call "searches a month": those of the last whole month.
    const lastMonth = addMonths(`${market.today.slice(0, 7)}-01`, -1);
    const told: ToldVolume =
      month !== null
        ? { span: 'month', from: `${month}-01`, volume }
        : week !== null
          ? { span: 'week', from: week, volume }
          : { span: 'month', from: lastMonth, volume };
    if (told.from > market.today) refuse(`The date ${told.from} lies in the future.`);
    return {
      code: termFrom(fields),
      told,
      buyRate: shareFrom(fields, 'buyRate'),
      competing: fields.whole('competing', { min: 0, max: LARGE }),
      niche: fields.text('niche', 160),
    };
  },
  dayOf: (r) => r.told.from,
  keyOf: (r) => `${r.code}/${r.told.span}/${r.told.from}`,
  put: () => Promise.resolve({ homeless: [] }),
  end: layAll,
  relay: layAll,
};

export const positionsKind: Kind<PositionFact> = {
  kind: 'positions',
  what: 'positions',
  group: 'searches',
  estimated: false,
  from: (fields, market) => {
    refuseInDemo(market);
    const day = fields.date('day') ?? market.today;
    if (day > market.today) refuse(`The date ${day} lies in the future.`);
    const place = (key: string): number | null => fields.whole(key, { min: 1, max: FIRST_PAGE_AND_MORE });
    const fact = {
      code: codeFrom(fields),
      term: termFrom(fields),
      day,
      unpaid: place('unpaid'),
      paid: place('paid'),
      share: shareFrom(fields, 'share'),
    };
    if (fact.unpaid === null && fact.paid === null && fact.share === null)
      refuse('The row has neither a place nor a share of clicks.');
    return fact;
  },
  dayOf: (r) => r.day,
  keyOf: (r) => `${r.code}/${r.term}/${r.day}`,
  put: async (at, rows) => ({ homeless: (await partByHome(at, rows)).homeless }),
  end: layAll,
  relay: layAll,
};

export const clicksKind: Kind<ClickFact> = {
  kind: 'clicks',
  what: 'shares of clicks',
  group: 'searches',
  estimated: false,
  from: (fields, market) => {
    refuseInDemo(market);
    const day = fields.date('day') ?? market.today;
    if (day > market.today) refuse(`The date ${day} lies in the future.`);
    const niche = fields.text('niche', 160);
    if (niche === '') refuse('The niche is missing.');
    return { code: codeFrom(fields), niche, day, share: fields.needed(shareFrom(fields, 'share'), 'share') };
  },
  dayOf: (r) => r.day,
  keyOf: (r) => `${r.code}/${r.niche}/${r.day}`,
  put: async (at, rows) => ({ homeless: (await partByHome(at, rows)).homeless }),
  end: layAll,
  relay: layAll,
};
