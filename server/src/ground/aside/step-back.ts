import { constants, setPriority } from 'node:os';

/**
 * Lets the thread it is called in stand back behind the one that answers requests: on Linux a priority is a thread's own,
 * and 0 means the one that asks. Where that is not so, or not allowed, nothing changes.
 */
export const stepBack = (): void => {
  if (process.platform !== 'linux') return;
  try {
    setPriority(0, constants.priority.PRIORITY_BELOW_NORMAL);
  } catch {
    // A thread of the usual priority does the same work.
  }
};
