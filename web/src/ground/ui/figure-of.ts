import type { Figure } from '@kettle/core/documents/figure';

/** A figure that was counted or divided, with how and from what; null where it is not known, and why. */
export const figureOf = (
  value: number | null,
  method: string,
  inputs: readonly [label: string, value: string][] = [],
  reason = 'Not known of any listing here.',
): Figure =>
  value === null
    ? { known: false, reason }
    : {
        known: true,
        value,
        low: value,
        high: value,
        working: { method, inputs: inputs.map(([label, text]) => ({ label, value: text })), warnings: [] },
      };
