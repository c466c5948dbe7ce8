import { Type, type TInteger, type TNumber, type TProperties, type TSchema } from '@sinclair/typebox';

/** Shapes that documents and the contract are made of, with the bounds that their columns and their meaning allow. */
export const Nullable = <T extends TSchema>(schema: T) => Type.Union([schema, Type.Null()]);
/** One of some words. @example oneOf('a', 'b').anyOf.length // => 2 */
export const oneOf = <const T extends string>(...names: readonly T[]) => Type.Union(names.map((n) => Type.Literal(n)));
/** The same under each of some keys. @example Object.keys(keyed(['a', 'b'], Money)) // => ["a","b"] */
export const keyed = <const K extends string, S extends TSchema>(keys: readonly K[], of: S) =>
  Object.fromEntries(keys.map((k) => [k, of])) as { [P in K]: S };

export const Day = Type.String({ format: 'date', description: 'A calendar day between 1970 and 2199: 2026-11-24.' });
/** No sum of money of this trade is larger, in minor units. */
export const MOST_MONEY = 10_000_000_000_000;
/** Whole numbers and measures of a listing or a rule: no larger ones mean anything. */
export const MOST_COUNT = 2_000_000_000;
export const Money = Type.Integer({
  minimum: -MOST_MONEY,
  maximum: MOST_MONEY,
  description: 'Minor units of the marketplace’s currency.',
});
export const Rate = Type.Number({ description: 'A fraction: 0.15 is 15 %.' });

/**
 * What a number is: percent is kept as a fraction, money in minor units ("major-money" in major ones), weight in grams,
 * length in millimetres; they are typed in the marketplace's own units.
 */
export type FieldUnit =
  'percent' | 'money' | 'major-money' | 'weight' | 'length' | 'months' | 'points' | 'decimal' | 'count';
interface FieldOptions {
  /** What the number is called where it is typed. */
  title: string;
  minimum?: number;
  maximum?: number;
}
/** A number that people type, with its name and its unit: the check, the editor and the documentation come from it. */
export const numberField = (unit: FieldUnit, { title, minimum = 0, maximum }: FieldOptions) =>
  Type.Number({ title, unit, minimum, maximum: maximum ?? (unit === 'percent' ? 1 : MOST_COUNT) });
export const wholeField = (unit: FieldUnit, { title, minimum = 0, maximum = MOST_COUNT }: FieldOptions) =>
  Type.Integer({ title, unit, minimum, maximum });

export const exactly = { additionalProperties: false } as const;

/** Of a document that people type: a change names the version it was made to, and is refused with 409 when that is not the newest. 0 where nothing is kept yet. */
export const Version = Type.Integer({ minimum: 0, maximum: 2_147_483_647 });

/** A field of a document as an editor shows it. */
export interface Field {
  key: string;
  title: string;
  unit: FieldUnit;
  whole: boolean;
  minimum: number;
  maximum: number;
}
/** Keys of a document that hold numbers. */
type NumberKey<P> = { [K in keyof P]: P[K] extends TNumber | TInteger ? K : never }[keyof P] & string;
/**
 * The numbers of a document that people type, in the order of its schema.
 * @example fieldsOf({ properties: { share: numberField('percent', { title: 'Share' }) } })[0]?.maximum // => 1
 */
export const fieldsOf = <P extends TProperties>({ properties }: { properties: P }): (Field & { key: NumberKey<P> })[] =>
  Object.entries(properties).flatMap(([key, of]) =>
    typeof of.unit === 'string'
      ? [
          {
            key: key as NumberKey<P>,
            title: String(of.title),
            unit: of.unit as FieldUnit,
            whole: of.type === 'integer',
            minimum: Number(of.minimum),
            maximum: Number(of.maximum),
          },
        ]
      : [],
  );

/** Why a number cannot stand in a field, in a sentence, or null. @example fieldFault({ key: 'a', title: 'A', unit: 'percent', whole: false, minimum: 0, maximum: 1 }, 2) // => "Between 0 and 1." */
export const fieldFault = ({ minimum, maximum, whole }: Field, value: number): string | null => {
  if (whole && !Number.isInteger(value)) return 'A whole number.';
  if (value >= minimum && value <= maximum) return null;
  return maximum >= MOST_COUNT ? `This cannot be below ${minimum}.` : `Between ${minimum} and ${maximum}.`;
};
