import type { ListingBrief } from '@kettle/contract/shapes';
import { boundToText } from '@kettle/core/sift/address';
import { measureOf, MEASURES, type Measure } from '@kettle/core/sift/measures';
import { unitSuffix } from '@kettle/core/sift/sentence';
import type { CellValue, Table } from '../../ground/export/table.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import type { SiftServices } from './indexes.ts';
import { carryOut, inWords, siftAll } from './service.ts';

type Cell = (b: ListingBrief) => CellValue;

/** A measure in the marketplace's own units, as a number. */
const measureCell =
  ({ key, unit }: Measure, market: Market): Cell =>
  (b) => {
    const value = b[key];
    return value === null ? null : Number(boundToText(value, unit, market));
  };

const columnsOf = (market: Market): [string, Cell][] => {
  const measured = (key: string): [string, Cell] => {
    const measure = measureOf(key)!;
    const unit = unitSuffix(measure.unit, market).trim();
    return [unit === '' ? measure.name : `${measure.name}, ${unit}`, measureCell(measure, market)];
  };
  const first = ['price', 'net', 'units'];
  return [
    ['Listing code', (b) => b.code],
    ['Title', (b) => b.title],
    ['Brand', (b) => b.brand],
    ['Category', (b) => b.category],
    ...first.map(measured),
    ['Units, low', (b) => (b.unitsLow === null ? null : Number(b.unitsLow.toFixed(1)))],
    ['Units, high', (b) => (b.unitsHigh === null ? null : Number(b.unitsHigh.toFixed(1)))],
    ['Units from', (b) => b.unitsFrom],
    ...MEASURES.filter((m) => !first.includes(m.key)).map((m) => measured(m.key)),
    ['Size class', (b) => b.sizeClass],
    ['Fulfilled by', (b) => (b.fulfilment === 'unknown' ? null : b.fulfilment)],
    ['Sold by the marketplace', (b) => (b.soldByMarketplace === null ? null : b.soldByMarketplace ? 'yes' : 'no')],
    ['Best month', (b) => b.bestMonth],
    ['Take care', (b) => b.flags.flatMap((f) => (f.kind === 'risk' ? [f.label] : [])).join('; ')],
    ['Speaks for it', (b) => b.flags.flatMap((f) => (f.kind === 'trait' ? [f.label] : [])).join('; ')],
    ['Marked', (b) => (b.mark ? `${b.mark.state}${b.mark.reason ? `: ${b.mark.reason}` : ''}` : null)],
    ['Seen on', (b) => b.seenOn],
  ];
};

/** All matches of a sift as a table, with what it was asked and when. */
export const siftTable = async (
  services: SiftServices,
  market: Market,
  parameters: [string, string][],
): Promise<Table> => {
  const columns = columnsOf(market);
  const sitting = await carryOut(services, market, parameters, []);
  const { db } = services.database;
  return {
    name: `Sift ${market.name} ${market.today}`,
    about: [
      `Listings of ${market.name}, sifted on ${market.today}.`,
      await inWords(db, market, sitting.choice),
      `${sitting.rows.length} rows of ${sitting.ready.index.size} listings; the address of the sift: ${new URLSearchParams(parameters)}`,
      'Units are estimates; low and high hold the truth in four of five cases.',
    ],
    columns: columns.map(([name]) => name),
    rows: (async function* () {
      for await (const brief of siftAll(db, market, sitting)) yield columns.map(([, cell]) => cell(brief));
    })(),
  };
};
