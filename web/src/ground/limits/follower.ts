/**
 * Follows something that moves fast, such as a handle that is pulled: tells where it is now and again on the way, and
 * always where it came to rest.
 */
export class Follower<T> {
  private readonly everyMs: number;
  private toldAt = 0;
  private timer: ReturnType<typeof setTimeout> | null = null;
  private tellings = 0;

  constructor(everyMs: number) {
    this.everyMs = everyMs;
  }

  /** On the way: `tell` comes at once when the last telling is long enough ago, else when it is. */
  follow(where: T, tell: (where: T, goesOn: boolean) => void): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = setTimeout(() => this.say(where, tell), Math.max(0, this.everyMs - (Date.now() - this.toldAt)));
  }

  /** At rest: told at once. */
  end(where: T, tell: (where: T, goesOn: boolean) => void): void {
    if (this.timer) clearTimeout(this.timer);
    this.say(where, tell);
    this.tellings = 0;
  }

  /** `goesOn` says that this telling takes the place of one before. */
  private say(where: T, tell: (where: T, goesOn: boolean) => void): void {
    this.timer = null;
    this.toldAt = Date.now();
    tell(where, this.tellings++ > 0);
  }
}
