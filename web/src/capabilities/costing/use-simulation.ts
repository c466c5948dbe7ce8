import { useEffect, useState } from 'react';
import type { LaunchAsked, Simulated } from '@kettle/core/costing/launch';
import type { SimulationAsked, SimulationTold } from './launch.worker.ts';

export const TRIALS = 100_000;
/** The same launch gives the same figures whenever it is looked at. */
const SEED = 1959;
/** What is typed quickly is not reckoned key by key. */
const AFTER_MS = 350;

/** The launch drawn a hundred thousand times, in a worker; what is under way ends when something else is typed. */
export const useSimulation = (asked: LaunchAsked, purse: number | null) => {
  const [state, setState] = useState<{
    of: LaunchAsked | null;
    purse: number | null;
    done: number;
    result: Simulated | null;
  }>({
    of: null,
    purse: null,
    done: 0,
    result: null,
  });
  useEffect(() => {
    let worker: Worker | null = null;
    const timer = setTimeout(() => {
      worker = new Worker(new URL('./launch.worker.ts', import.meta.url), { type: 'module' });
      worker.onmessage = ({ data }: MessageEvent<SimulationTold>) =>
        setState((s) => ({
          of: asked,
          purse,
          done: 'result' in data ? TRIALS : data.done,
          // What was reckoned before stays to be seen until the new is there.
          result: 'result' in data ? data.result : s.result,
        }));
      worker.postMessage({ asked, trials: TRIALS, seed: SEED, purse } satisfies SimulationAsked);
    }, AFTER_MS);
    return () => {
      clearTimeout(timer);
      worker?.terminate();
    };
  }, [asked, purse]);
  const isOfThis = state.of === asked && state.purse === purse;
  return {
    result: state.result,
    done: isOfThis ? state.done : 0,
    isCurrent: isOfThis && state.done === TRIALS,
  };
};
