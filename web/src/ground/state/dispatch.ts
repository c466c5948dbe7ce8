import type { ThunkDispatch, UnknownAction } from '@reduxjs/toolkit';
import { useDispatch } from 'react-redux';

/** Dispatches actions and requests alike, whatever the store is made of. */
export type Dispatch = ThunkDispatch<unknown, unknown, UnknownAction>;
export const useAppDispatch = useDispatch.withTypes<Dispatch>();
