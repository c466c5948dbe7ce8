import { configureStore, createListenerMiddleware } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from '../api/api.ts';
import { TRAY_KEY, traySlice } from '../tray/tray-slice.ts';
import { keep } from './kept.ts';

/** The store holds what is the interface's own; server data live in the api's cache alone. */
export const makeStore = () => {
  const listener = createListenerMiddleware();
  listener.startListening({
    predicate: (_, now, before) => (now as RootState).tray.codes !== (before as RootState).tray.codes,
    effect: (_, { getState }) => keep(TRAY_KEY, (getState() as RootState).tray.codes),
  });
  return configureStore({
    reducer: { [api.reducerPath]: api.reducer, tray: traySlice.reducer },
    middleware: (defaults) => defaults().prepend(listener.middleware).concat(api.middleware),
  });
};
export interface RootState {
  tray: ReturnType<typeof traySlice.reducer>;
}
export const useAppDispatch = useDispatch.withTypes<ReturnType<typeof makeStore>['dispatch']>();
export const useAppSelector = useSelector.withTypes<RootState>();
