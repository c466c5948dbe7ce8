import { Type, type Static } from '@sinclair/typebox';
import { exactly, keyed, numberField, oneOf } from './shapes.ts';

export const RISKS = [
  'gated',
  'breakable',
  'body',
  'sharp',
  'electronics',
  'clothing',
  'holiday',
  'heavy',
  'patent',
  'brand',
  'war',
  'pack',
] as const;
export const TRAITS = ['giftable', 'steady', 'simple', 'unbranded'] as const;
/** Risks first, then the traits that speak for a listing; a flag's place here is its bit in the sift index. */
export const FLAGS = [...RISKS, ...TRAITS] as const;
export const FlagKey = oneOf(...FLAGS);
export type FlagKey = Static<typeof FlagKey>;

const words = Type.Array(Type.String({ maxLength: 120 }), { maxItems: 200 });

/** The seller's own rules: which words raise a flag, and where the measured ones begin. */
export const FlagRules = Type.Object(
  {
    words: Type.Partial(Type.Object(keyed(FLAGS, words), exactly), {
      description: 'Words and phrases, whatever their endings, of title and category.',
    }),
    heavyGrams: numberField('weight', { title: 'heavier than' }),
    oversizeMm: numberField('length', { title: 'or longer than' }),
    seasonShare: numberField('percent', { title: 'share of the best three months from' }),
    brandSellers: numberField('count', { title: 'sellers from' }),
    brandListings: numberField('count', { title: 'or listings of the brand from' }),
    warFall: numberField('percent', { title: 'price fell in 90 days by' }),
    warSellers: numberField('count', { title: 'with sellers from' }),
    steadySeason: numberField('percent', { title: 'strength of season up to' }),
    steadyFall: numberField('percent', { title: 'and fall in a year up to' }),
    simpleGrams: numberField('weight', { title: 'weight up to' }),
    leaderUnits: numberField('count', { title: 'units a month from' }),
    smallBrand: numberField('count', { title: 'listings of the brand up to' }),
  },
  { ...exactly, title: 'Rules for flags and traits' },
);
export type FlagRules = Static<typeof FlagRules>;

/** Which flag each measured rule belongs to. */
export const FLAG_OF_RULE: Readonly<Record<Exclude<keyof FlagRules, 'words'>, FlagKey>> = {
  heavyGrams: 'heavy',
  oversizeMm: 'heavy',
  seasonShare: 'holiday',
  brandSellers: 'brand',
  brandListings: 'brand',
  warFall: 'war',
  warSellers: 'war',
  steadySeason: 'steady',
  steadyFall: 'steady',
  simpleGrams: 'simple',
  leaderUnits: 'unbranded',
  smallBrand: 'unbranded',
};
