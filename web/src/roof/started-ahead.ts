import { siftQuestion } from '@kettle/contract/sift';
import { marketplacesApi } from '../ground/api/marketplaces.ts';
import { peopleApi } from '../ground/api/people.ts';
import { siftApi } from '../ground/api/sift.ts';
import { startAddress } from '../ground/market/start-address.ts';
import type { Dispatch } from '../ground/state/dispatch.ts';

/**
 * What every screen needs is asked for before the first one is drawn. Where the server sent the answers along with the
 * page, they are there at once: the bare address becomes that of the sift, and the first screen is drawn once, whole.
 */
export const startedAhead = async (dispatch: Dispatch): Promise<void> => {
  const isSent = document.getElementById('sent-ahead') !== null;
  const asked = dispatch(peopleApi.endpoints.me.initiate({ params: {} }));
  // Nothing is asked for nobody.
  const { data: me } = isSent ? await asked : { data: undefined };
  if (me?.team && !me.person) return;
  const marketplaces = dispatch(marketplacesApi.endpoints.marketplaces.initiate({ params: {} }));
  if (!isSent) return;
  const { data } = await marketplaces;
  if (!data) return;
  if (location.pathname === '/') history.replaceState(null, '', startAddress(data.marketplaces));
  const id = /^\/([^/]+)\/sift$/.exec(location.pathname)?.[1];
  const market = data.marketplaces.find((m) => m.id === id);
  if (!market) return;
  // The code of the screen is on its way already; it comes together with the answer.
  await Promise.all([
    dispatch(siftApi.endpoints.sift.initiate(siftQuestion(market.id, new URLSearchParams(location.search), market))),
    import('../capabilities/sift/sift-page.tsx'),
  ]);
};
