import { Piscina } from 'piscina';
import { ProblemError } from '../problems/problem.ts';
import type { AsideArgs, AsideKind, AsideReplies } from './kinds.ts';

/** Answers that are longer in coming are given up. */
const PATIENCE_MS = 120_000;

/** Work that a request waits for and that takes longer than the others may be kept waiting: done in threads of its own. */
export class Aside {
  private readonly url: string;
  private readonly worker: URL;
  private pool: Piscina | null = null;

  /** @param worker what a thread runs */
  constructor(url: string, worker: URL) {
    this.url = url;
    this.worker = worker;
  }

  /** Has a thread ready before anybody waits for it. */
  start(): void {
    this.threads();
  }

  /** Does a piece of work; when whoever asked has gone, its thread is ended. */
  async run<K extends AsideKind>(kind: K, args: AsideArgs[K], signal?: AbortSignal): Promise<AsideReplies[K]> {
    const patience = AbortSignal.timeout(PATIENCE_MS);
    const told = (await this.threads().run(
      { kind, args },
      { signal: signal ? AbortSignal.any([signal, patience]) : patience },
    )) as { reply: AsideReplies[K] } | { fault: ConstructorParameters<typeof ProblemError> };
    if ('fault' in told) throw new ProblemError(...told.fault);
    return told.reply;
  }

  private threads(): Piscina {
    return (this.pool ??= new Piscina({
      filename: this.worker.href,
      minThreads: 2,
      maxThreads: 2,
      idleTimeout: 60_000,
      // An idle thread goes on listening, so that connections that were ended leave its pool.
      atomics: 'disabled',
      workerData: { url: this.url },
    }));
  }

  async stop(): Promise<void> {
    await this.pool?.destroy();
  }
}
