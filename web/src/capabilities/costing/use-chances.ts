import { useEffect, useState } from 'react';
import type { LaunchAsked } from '@kettle/core/costing/launch';
import type { Together } from '@kettle/core/costing/several';
import { count, percent } from '../../ground/ui/format.ts';
import type { ChancesAsked } from './chances.worker.ts';

export const CHANCE_TRIALS = 20_000;
/** The same launches give the same figures whenever they are looked at. */
const SEED = 1957;
const NONE: readonly (Together | null)[] = [];

/** The chances of sets of launches, drawn in a worker; none until they are. */
export const useChances = (
  sets: readonly (readonly LaunchAsked[])[],
  purse: number | null,
): readonly (Together | null)[] => {
  const [state, setState] = useState<{ of: string; told: readonly (Together | null)[] }>({ of: '', told: NONE });
  const of = JSON.stringify([sets, purse]);
  useEffect(() => {
    const [asked, most] = JSON.parse(of) as [LaunchAsked[][], number | null];
    if (asked.every((set) => set.length === 0)) return;
    const worker = new Worker(new URL('./chances.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<(Together | null)[]>) => setState({ of, told: data });
    worker.postMessage({
      sets: asked,
      trials: CHANCE_TRIALS,
      seed: SEED,
      purse: most ?? Infinity,
    } satisfies ChancesAsked);
    return () => worker.terminate();
  }, [of]);
  return state.of === of ? state.told : NONE;
};

/** A chance as it was drawn: no rounding makes it sure. */
export const chanceInWords = (share: number): string =>
  share === 1
    ? `all of ${count(CHANCE_TRIALS)} draws`
    : share === 0
      ? `none of ${count(CHANCE_TRIALS)} draws`
      : share > 0.99
        ? 'over 99 % of draws'
        : share < 0.01
          ? 'under 1 % of draws'
          : `${percent(share)} of draws`;
