import { configureStore, createListenerMiddleware } from '@reduxjs/toolkit';
import { TRAY_KEY, traySlice } from '../capabilities/tray/tray-slice.ts';
import { api } from '../ground/api/api.ts';
import { siftApi } from '../ground/api/sift.ts';
import { keep } from '../ground/state/kept.ts';

/** The store holds what is the interface's own; server data live in the api's cache alone. */
export const makeStore = () => {
  const listener = createListenerMiddleware();
  listener.startListening({
    predicate: (_, now, before) => (now as RootState).tray.codes !== (before as RootState).tray.codes,
    effect: (_, { getState, getOriginalState, dispatch }) => {
      const now = (getState() as RootState).tray.codes;
      const before = (getOriginalState() as RootState).tray.codes;
      keep(TRAY_KEY, now);
      // What is put aside is marked wherever it turns up again; the marks lie with the workspace, not in the browser.
      for (const marketplace of Object.keys(now)) {
        const told = (codes: string[], state: 'kept' | null): void => {
          if (codes.length > 0)
            void dispatch(
              siftApi.endpoints.mark.initiate({ params: { marketplace }, body: { codes, state, reason: '' } }) as never,
            );
        };
        const [here, there] = [now[marketplace] ?? [], before[marketplace] ?? []];
        if (here === there) continue;
        told(
          here.filter((c) => !there.includes(c)),
          'kept',
        );
        told(
          there.filter((c) => !here.includes(c)),
          null,
        );
      }
    },
  });
  return configureStore({
    reducer: { [api.reducerPath]: api.reducer, tray: traySlice.reducer },
    middleware: (defaults) => defaults().prepend(listener.middleware).concat(api.middleware),
  });
};
export interface RootState {
  tray: ReturnType<typeof traySlice.reducer>;
}
