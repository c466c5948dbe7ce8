import { useState } from 'react';
import type { Marketplace } from '@kettle/contract/sources';
import type { FeeSchedule } from '@kettle/core/documents/fee-schedule';
import { keep, kept } from '../../ground/state/kept.ts';

/** A schedule before anything is typed: one class that takes all, and no fee at all. */
export const emptySchedule = ({ name, currency, measures, today, vat }: Marketplace): FeeSchedule => ({
  format: 'cold-kettle/fee-schedule',
  version: 2,
  name: `${name} fees`,
  currency,
  validFrom: today,
  vat: { rate: vat ?? 0, included: vat !== null && vat > 0, percentagesOn: 'price' },
  dimensional: measures === 'imperial' ? { unit: 'in3-per-lb', divisor: 139 } : { unit: 'cm3-per-kg', divisor: 5000 },
  sizeClasses: [
    {
      key: 'parcel',
      name: 'Parcel',
      maxWeight: null,
      maxSides: null,
      maxGirth: null,
      billedBy: 'larger-of-weight-and-dimensional',
      fulfilment: [{ upTo: measures === 'imperial' ? 453.59237 : 500, fee: 0 }],
      beyond: { step: measures === 'imperial' ? 453.59237 : 500, fee: 0 },
    },
  ],
  commission: [{ category: '*', bands: [{ upTo: null, rate: 0 }], minimum: 0 }],
  fixedFees: [],
  storage: { perCubicMetreMonth: 0, seasons: [] },
});

/** A schedule as it is being typed: found again after going away, until it is kept or left. */
export const useScheduleDraft = (place: string, first: FeeSchedule) => {
  const key = `typed/fees/${place}`;
  const [draft, set] = useState(() => kept<FeeSchedule>(key) ?? first);
  const isChanged = JSON.stringify(draft) !== JSON.stringify(first);
  return {
    draft,
    isChanged,
    change: (part: Partial<FeeSchedule>): void => {
      const next = { ...draft, ...part };
      set(next);
      keep(key, next);
    },
    /** Takes another document in the place of what is typed. */
    take: (next: FeeSchedule): void => {
      set(next);
      keep(key, next);
    },
    leave: (): void => {
      keep(key, null);
      set(first);
    },
  };
};
