import type { ListingSheet } from '@kettle/contract/listings';
import { emptyCosting } from '@kettle/core/costing/costing';
import type { Figure } from '@kettle/core/documents/figure';
import { schedule } from '../../core/test/fixtures/schedule.ts';
import { brief } from './render.tsx';

export const unknown = { known: false as const, reason: 'Nothing is known.' };
/** A figure that is known, with an interval of a tenth to both sides. */
export const figure = (value: number, more: Partial<Extract<Figure, { known: true }>> = {}): Figure => ({
  known: true,
  value,
  low: 0.9 * value,
  high: 1.1 * value,
  working: { method: 'Counted.', inputs: [], warnings: [] },
  ...more,
});
const nothingRead = { figure: unknown, meanRank: null, atMeanRank: null, days: 0, monthlyDays: 0 };

/** A sheet of a listing of which little is known but what a test says. */
export const sheet = (change: Partial<ListingSheet> = {}): ListingSheet => ({
  listing: brief({ category: 'Wool' }),
  sides: [300, 220, 90],
  onSaleSince: null,
  units: {
    best: unknown,
    from: 'nothing',
    ranks: { 7: nothingRead, 30: nothingRead, 90: nothingRead, 365: nothingRead },
    latestRank: unknown,
    stock: unknown,
    reviews: unknown,
    stated: unknown,
    spikes: null,
    typical: null,
    agreement: { state: 'none', ratio: null, reasons: [] },
    counts: null,
    notes: [],
  },
  curve: null,
  ownCounts: [],
  craft: { value: 0, parts: [], leftOut: [] },
  family: null,
  holders: [],
  asides: [],
  contradictions: [],
  season: null,
  fees: {
    known: true,
    lines: [{ key: 'commission', label: 'Commission', amount: 616, note: '' }],
    total: 616,
    net: 3493,
    sizeClass: 'Parcel',
  },
  schedule: { id: 1, name: 'Fees of 2026', source: 'your own', validFrom: '2026-01-01', document: schedule },
  costing: {
    name: 'First costing',
    version: 0,
    document: { ...emptyCosting(), monthsStored: 1.4 },
    candidate: null,
    id: null,
    schedule: null,
    newer: null,
  },
  stated: [],
  watchedSince: null,
  lastReading: null,
  stale: false,
  readings: 0,
  reviewTexts: 0,
  candidates: [],
  today: '2026-04-01',
  ...change,
});
