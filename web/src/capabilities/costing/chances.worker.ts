import { drawTrials, launchFrom, takingsAt, type LaunchAsked } from '@kettle/core/costing/launch';
import { together, type Together } from '@kettle/core/costing/several';

export interface ChancesAsked {
  /** Sets of launches; the chances of each are told by itself. */
  sets: LaunchAsked[][];
  trials: number;
  seed: number;
  purse: number;
}

onmessage = ({ data: { sets, trials, seed, purse } }: MessageEvent<ChancesAsked>) => {
  // A launch that stands in several sets is drawn once.
  const drawn = new Map<string, ReturnType<typeof drawTrials>>();
  const trialsOf = (asked: LaunchAsked, at: number) => {
    const key = JSON.stringify(asked);
    let found = drawn.get(key);
    if (found === undefined) {
      const launch = launchFrom(asked);
      // Each is drawn apart from the others.
      found = typeof launch === 'string' ? null : drawTrials(launch, takingsAt(asked, launch.price), { trials, seed: seed + 7919 * (drawn.size + at) }); // prettier-ignore
      drawn.set(key, found);
    }
    return found;
  };
  postMessage(
    sets.map((set) => {
      const all = set.flatMap((asked, i) => trialsOf(asked, i) ?? []);
      return all.length === set.length ? together(all, purse) : null;
    }) satisfies (Together | null)[],
  );
};
