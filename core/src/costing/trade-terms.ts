import { LEGS, type Leg, type TradeTerm } from '../documents/landing.ts';

/** The legs in the order of the way up to and with one of them. */
const upTo = (last: Leg): readonly Leg[] => LEGS.slice(0, LEGS.indexOf(last) + 1);
/** What a supplier's price holds under each term. */
const HELD: Readonly<Record<TradeTerm, readonly Leg[]>> = {
  EXW: [],
  FCA: upTo('export-clearance'),
  FAS: upTo('export-haul'),
  FOB: upTo('loading'),
  CFR: upTo('carriage'),
  CIF: upTo('insurance'),
  CPT: upTo('carriage'),
  CIP: upTo('insurance'),
  DAP: upTo('onward'),
  DPU: upTo('unloading'),
  DDP: [...upTo('onward'), 'import-clearance'],
};

/**
 * Whether a leg is in the supplier's price. FCA is taken at the supplier's own door, CPT and CIP to the port or airport of
 * arrival; under DAP, DPU and DDP goods travel at the supplier's risk, so that a buyer has nothing to insure.
 * Source: Incoterms 2020 (International Chamber of Commerce, publication 723), articles A9/B9, from memory.
 * @example isPaidBySupplier('FOB', 'carriage') // => false
 */
export const isPaidBySupplier = (term: TradeTerm, leg: Leg): boolean => HELD[term].includes(leg);

/** Legs that are left to the buyer, in the order of the way. @example legsOfBuyer('DAP') // => ["unloading","import-clearance"] */
export const legsOfBuyer = (term: TradeTerm): Leg[] => LEGS.filter((leg) => !isPaidBySupplier(term, leg));

/** Duty is the supplier's under one term alone. @example isDutyOfSupplier('DDP') // => true */
export const isDutyOfSupplier = (term: TradeTerm): boolean => term === 'DDP';

/** The term that a text names, as quotes write it ("fob Ningbo"); null where none does. @example termOf('Fob Newport (2020)') // => "FOB" */
export const termOf = (text: string): TradeTerm | null => {
  const found = /\b(EXW|FCA|FAS|FOB|CFR|CIF|CPT|CIP|DAP|DPU|DDP|DDU|DAT|C&F|CNF|EX[- ]?WORKS)\b/i.exec(text)?.[1];
  if (found === undefined) return null;
  const name = found.toUpperCase();
  return FORMER[name] ?? (name.startsWith('EX') ? 'EXW' : (name as TradeTerm));
};
/** Names of former editions and of the trade, and what stands for them today. */
const FORMER: Readonly<Record<string, TradeTerm>> = { DDU: 'DAP', DAT: 'DPU', 'C&F': 'CFR', CNF: 'CFR' };
