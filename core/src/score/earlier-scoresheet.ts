import type { Scoresheet, ScoreMeasure } from '../documents/scoresheet.ts';

/** A scoresheet as earlier versions of the program wrote it: the revenue's bounds stood in major units of money. */
export type EarlierScoresheet = Omit<Scoresheet, 'version'> & { version: 1 };

/** Version 1 was written for currencies of two decimals. */
const MINOR_IN_MAJOR = 100;
const inMinor = (measure: ScoreMeasure, bound: number): number =>
  measure === 'revenueMedian' ? Math.round(bound * MINOR_IN_MAJOR) : bound;

/**
 * A scoresheet in today's format, whichever it was kept in: all money in minor units.
 * @example todaysScoresheet({ format: 'cold-kettle/scoresheet', version: 1, name: 'S', passMark: 1, criteria: [], gates: [{ key: 'g', name: 'G', how: '', measured: { measure: 'revenueMedian', min: 20, max: null } }] }).gates[0].measured.min // => 2000
 */
export const todaysScoresheet = (document: Scoresheet | EarlierScoresheet): Scoresheet => {
  if (document.version === 2) return document;
  return {
    ...document,
    version: 2,
    gates: document.gates.map((gate) =>
      gate.measured === null
        ? gate
        : {
            ...gate,
            measured: {
              ...gate.measured,
              min: gate.measured.min === null ? null : inMinor(gate.measured.measure, gate.measured.min),
              max: gate.measured.max === null ? null : inMinor(gate.measured.measure, gate.measured.max),
            },
          },
    ),
    criteria: document.criteria.map((criterion) => {
      const { scale } = criterion;
      if (scale.kind !== 'measured') return criterion;
      const bands = scale.bands.map(({ from, points }) => ({ from: inMinor(scale.measure, from), points }));
      return { ...criterion, scale: { ...scale, bands } };
    }),
  };
};
