import { useSyncExternalStore } from 'react';
import type { Here } from '@kettle/contract/people';

let present: readonly Here[] = [];
const listeners = new Set<() => void>();

/** Notes who else looks at which candidate now. */
export const setPresent = (now: readonly Here[]): void => {
  if (JSON.stringify(now) === JSON.stringify(present)) return;
  present = now;
  for (const listener of listeners) listener();
};

const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** Who else looks at which candidate now; nobody where nobody signs in. */
export const usePresent = (): readonly Here[] => useSyncExternalStore(subscribe, () => present);
