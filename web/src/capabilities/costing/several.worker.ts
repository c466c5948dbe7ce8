import { drawTrials, launchFrom, takingsAt, type LaunchAsked } from '@kettle/core/costing/launch';
import { together, type Together } from '@kettle/core/costing/several';

export interface SeveralAsked {
  launches: LaunchAsked[];
  trials: number;
  seed: number;
  purse: number;
}

onmessage = ({ data: { launches, trials, seed, purse } }: MessageEvent<SeveralAsked>) => {
  const all = launches.flatMap((asked, i) => {
    const launch = launchFrom(asked);
    // Each is drawn apart from the others.
    return typeof launch === 'string'
      ? []
      : (drawTrials(launch, takingsAt(asked, launch.price), { trials, seed: seed + i }) ?? []);
  });
  postMessage(together(all, purse) satisfies Together | null);
};
