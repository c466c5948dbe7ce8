import { majorFromMinor } from '@kettle/core/money/money';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import type { FieldsOfRow } from './fields.ts';

const LONGEST = 60;

/** Access to fields that also tells what each cell was understood as, in words. */
export const noted = (
  fields: FieldsOfRow,
  { currency }: Pick<Market, 'currency'>,
  note: (key: string, shown: string) => void,
): FieldsOfRow => {
  const told = <T>(key: string, value: T | null, show: (value: T) => string): T | null => {
    note(key, value === null ? '—' : show(value));
    return value;
  };
  const plain = (value: number): string => String(Number(value.toPrecision(8)));
  return {
    ...fields,
    text: (key, longest) => {
      const text = fields.text(key, longest);
      note(key, text === '' ? '—' : text.slice(0, LONGEST));
      return text;
    },
    number: (key, bounds) => told(key, fields.number(key, bounds), plain),
    whole: (key, bounds) => told(key, fields.whole(key, bounds), plain),
    money: (key, bounds, day) =>
      told(key, fields.money(key, bounds, day), (minor) => `${majorFromMinor(minor, currency)} ${currency}`),
    sum: (key, beside, bounds) =>
      told(key, fields.sum(key, beside, bounds), (sum) => `${plain(sum.amount)} ${sum.currency}`),
    weight: (key) => told(key, fields.weight(key), (grams) => `${plain(grams)} g`),
    length: (key) => told(key, fields.length(key), (mm) => `${plain(mm)} mm`),
    sides: (key) => told(key, fields.sides(key), (sides) => `${sides.map(plain).join(' × ')} mm`),
    share: (key) => told(key, fields.share(key), (share) => `${plain(100 * share)} %`),
    stars: (key) => told(key, fields.stars(key), plain),
    gtin: (key) => told(key, fields.gtin(key), (digits) => digits),
    date: (key) => told(key, fields.date(key), (day) => day),
    month: (key) => told(key, fields.month(key), (month) => month),
    currency: (key) => told(key, fields.currency(key), (code) => code),
    yesOrNo: (key) => told(key, fields.yesOrNo(key), (yes) => (yes ? 'yes' : 'no')),
    oneOf: (key, words) => told(key, fields.oneOf(key, words), (word) => word),
  };
};
