import type { Brief } from '../documents/brief.ts';
import type { Day } from '../measures/day.ts';
import { said, type Paper } from './paper.ts';

export interface SuppliersBriefFacts {
  today: Day;
  name: string;
  /** Grams and millimetres of the find; null where not known. */
  weight: number | null;
  sides: { long: number; middle: number; short: number } | null;
  brief: Brief;
  pieces: number | null;
}

/** What a maker is asked for: what is to be done, by how much, how it is checked. The rivals are not named in it. */
export const suppliersBriefOf = ({ today, name, weight, sides, brief, pieces }: SuppliersBriefFacts): Paper => {
  const product = brief.lines.filter((l) => l.about === 'product' || l.kind === 'own');
  const packing = brief.lines.filter((l) => l.about === 'delivery');
  const rowsOf = (lines: Brief['lines']) =>
    lines.map((l, i) => [
      said(String(i + 1)),
      said(l.change || l.title),
      said(l.amount || 'to be agreed'),
      said(l.check || 'to be agreed', l.weight === null ? null : `Told by ${l.weight.reviews} of ${l.weight.of} buyers of such products, ${l.weight.day}`), // prettier-ignore
    ]);
  const table = (lines: Brief['lines']) =>
    ({ kind: 'table', head: ['', 'What', 'How much', 'How it is checked'], rows: rowsOf(lines) }) as const;
  return {
    title: `${name}: brief for the maker`,
    about: [`As of ${today}. Points are in the order of their weight. Please answer each: as asked, otherwise, or at what price.`], // prettier-ignore
    sections: [
      {
        heading: 'The piece',
        blocks: [
          {
            kind: 'list',
            said: [
              said(pieces === null ? 'First order: to be agreed.' : `First order: ${pieces} pieces.`),
              said(weight === null ? 'Weight: to be said.' : `About ${weight} g a piece, of such products on sale.`),
              said(sides === null ? 'Sides: to be said.' : `About ${sides.long} × ${sides.middle} × ${sides.short} mm packed, of such products on sale.`), // prettier-ignore
            ],
          },
        ],
      },
      {
        heading: 'What we ask for',
        blocks: [product.length === 0 ? { kind: 'sentences', said: [said('Nothing was decided from the reviews yet.')] } : table(product)], // prettier-ignore
      },
      ...(packing.length === 0 ? [] : [{ heading: 'Packing and delivery', blocks: [table(packing)] }]),
      {
        heading: 'What we need from you',
        blocks: [
          {
            kind: 'list',
            said: [
              'A price a piece for each number of pieces from which it changes, its currency and the term of trade.',
              'The days from order to shipment, and how long the offer holds.',
              'Pieces, weight and sides of a carton.',
              'What a sample costs, and whether it is taken off the first order.',
              'Papers of the material and of the tests you can show.',
            ].map((text) => said(text)),
          },
        ],
      },
    ],
  };
};
