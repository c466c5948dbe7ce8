import { Piscina } from 'piscina';
import type { BuildHelper } from './build.ts';

/** A second thread for half of a large build; it ends when nothing was asked of it for a while. */
export const threadHelper = (url: string): BuildHelper & { end: () => Promise<void> } => {
  const threads = new Piscina({
    filename: new URL('./build-part.boot.mjs', import.meta.url).href,
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: 10_000,
    atomics: 'disabled',
    workerData: { url },
  });
  return {
    worth: 100_000,
    part: (asked) => threads.run(asked, { name: 'part' }) as ReturnType<BuildHelper['part']>,
    end: () => threads.destroy(),
    grade: (measured) => threads.run(measured, { name: 'grade' }) as ReturnType<BuildHelper['grade']>,
  };
};
