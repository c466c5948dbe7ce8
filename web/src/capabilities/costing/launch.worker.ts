import { launchFrom, simulateLaunch, takingsAt, type LaunchAsked, type Simulated } from '@kettle/core/costing/launch';

export interface SimulationAsked {
  asked: LaunchAsked;
  trials: number;
  seed: number;
  purse: number | null;
}
export type SimulationTold = { done: number } | { result: Simulated };

const tell = (told: SimulationTold): void => {
  postMessage(told);
};
addEventListener('message', ({ data: { asked, ...how } }: MessageEvent<SimulationAsked>) => {
  const launch = launchFrom(asked);
  if (typeof launch === 'string') return;
  const result = simulateLaunch(launch, takingsAt(asked, launch.price), how, (done) => {
    tell({ done });
    return true;
  });
  if (result) tell({ result });
});
