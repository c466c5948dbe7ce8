/** What is asked of a list at the moment: a newer question ends an older one that has no answer yet. */
export class LatestQuestion {
  private asked: { key: string; end: AbortController } | null = null;
  /** A signal that ends when something else is asked. */
  signal(key: string): AbortSignal {
    if (this.asked?.key !== key) {
      this.asked?.end.abort();
      this.asked = { key, end: new AbortController() };
    }
    return this.asked.end.signal;
  }
}
