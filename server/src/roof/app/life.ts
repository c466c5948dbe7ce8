import type { Server } from 'node:http';
import type { NextFunction, Request, Response } from 'express';

/** How long answers under way have when the program stops. */
const PATIENCE_MS = 10_000;
const LOOK_EVERY_MS = 50;
/** Looks in a row at which nothing is under way, before lines are closed that nobody asked anything on. */
const QUIET_LOOKS = 6;

/** Whether this process takes work. About to stop, it finishes what it has begun and takes nothing new. */
export class Life {
  private isLeaving = false;
  private readonly whenLeaving = new Set<() => void>();
  private underWay = 0;

  get leaving(): boolean {
    return this.isLeaving;
  }

  /** How many answers are under way. */
  get answering(): number {
    return this.underWay;
  }
  begin(response: Response): void {
    this.underWay++;
    response.once('close', () => this.underWay--);
  }

  /** Calls back when it is about to stop; answers with how to take that back. */
  onLeaving(callback: () => void): () => void {
    this.whenLeaving.add(callback);
    return () => this.whenLeaving.delete(callback);
  }

  leave(): void {
    this.isLeaving = true;
    for (const callback of this.whenLeaving) callback();
    this.whenLeaving.clear();
  }
}

/** Counts what is under way. While it leaves, whoever comes on an open line is answered, and told to take another for the next. */
export const countedAnswers =
  (life: Life) =>
  (_: Request, response: Response, next: NextFunction): void => {
    life.begin(response);
    if (life.leaving) response.setHeader('Connection', 'close');
    next();
  };

/**
 * Stops listening and lets answers under way be finished: a proxy that finds nobody here asks another process. What takes
 * longer than ten seconds is cut off.
 */
export const drain = async (server: Server, life: Life, patience = PATIENCE_MS): Promise<void> => {
  life.leave();
  const over = new Promise<void>((resolve) => server.close(() => resolve()));
  let quiet = 0;
  const idle = setInterval(() => {
    // A line whose answer was under way is idle after it, and would be kept open.
    server.closeIdleConnections();
    quiet = life.answering === 0 ? quiet + 1 : 0;
    // Browsers open lines ahead on which nothing is ever asked: they are not waited for.
    if (quiet >= QUIET_LOOKS) server.closeAllConnections();
  }, LOOK_EVERY_MS);
  const late = setTimeout(() => server.closeAllConnections(), patience);
  await over;
  clearInterval(idle);
  clearTimeout(late);
};
