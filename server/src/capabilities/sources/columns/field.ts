/** What the cells of a column are read as. */
export type Meaning = 'text' | 'whole' | 'money' | 'number' | 'weight' | 'length' | 'stars' | 'date' | 'yes or no';

/** A field that an import can take, with the words by which its column is known. */
export interface ImportField {
  key: string;
  name: string;
  required: boolean;
  explanation: string;
  words: string[];
  meant: Meaning;
}

const MEANT: Record<string, Meaning> = {
  price: 'money',
  revenue: 'money',
  rank: 'whole',
  reviews: 'whole',
  sellers: 'whole',
  pictures: 'whole',
  variations: 'whole',
  packCount: 'whole',
  stock: 'whole',
  helpful: 'whole',
  searches: 'whole',
  competing: 'whole',
  unpaid: 'whole',
  paid: 'whole',
  buyRate: 'number',
  share: 'number',
  units: 'number',
  rating: 'stars',
  stars: 'stars',
  weight: 'weight',
  sides: 'length',
  long: 'length',
  middle: 'length',
  short: 'length',
  day: 'date',
  month: 'date',
  onSaleSince: 'date',
  soldByMarketplace: 'yes or no',
  verified: 'yes or no',
  rate: 'number',
  minimum: 'whole',
  leadDays: 'whole',
  amount: 'number',
  validUntil: 'date',
};

export const field = (
  key: string,
  name: string,
  words: string,
  explanation: string,
  required = false,
): ImportField => ({
  key,
  name,
  required,
  explanation,
  words: words.split('|'),
  meant: MEANT[key] ?? 'text',
});
