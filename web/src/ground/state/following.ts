import { LONGEST_NAME, LONGEST_OWN, MOST_OWN_AT_ONCE, people, type Own } from '@kettle/contract/people';

const UNSENT = 'unsent';
/** How long after the last change it is sent: what is typed changes with every key. */
const SEND_AFTER_MS = 1_000;
/** What a closing window may still send, by the rule for requests that outlive it (Fetch standard, 64 KiB in all). */
const MOST_AT_CLOSING = 60_000;

/**
 * What a person keeps follows them to every browser they sign in at: each change goes to the server a moment later, and a page
 * brings along what the server has. What was not sent yet is newer than what comes.
 * `place` is the beginning of the person's names in the browser's store
 */
export class Following {
  private timer: ReturnType<typeof setTimeout> | null = null;
  private sending: Promise<void> = Promise.resolve();

  private readonly place: string;
  constructor(place: string) {
    this.place = place;
    window.addEventListener('online', () => this.soon());
    window.addEventListener('pagehide', () => void this.send(true));
    if (this.unsent().length > 0) this.soon();
  }

  /** Takes in what the server has of the person. */
  takeIn(own: Own): void {
    const newer = new Set(this.unsent());
    for (const [name, json] of Object.entries(own)) {
      if (newer.has(name)) continue;
      if (json === null) localStorage.removeItem(`${this.place}/${name}`);
      else localStorage.setItem(`${this.place}/${name}`, json);
    }
  }

  /** Notes that something was kept or forgotten. */
  changed(name: string): void {
    this.note([...new Set([...this.unsent(), name])]);
    this.soon();
  }

  /** Sends what waits; what does not arrive waits on, over closing the browser as well. */
  send(isClosing = false): Promise<void> {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    // One after the other, so that an older word never arrives after a newer one; a closing window cannot wait.
    this.sending = isClosing ? this.sendNow(true) : this.sending.then(() => this.sendNow(false));
    return this.sending;
  }

  private soon(): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.send(), SEND_AFTER_MS);
  }

  private async sendNow(isClosing: boolean): Promise<void> {
    const waiting = this.unsent().map((name) => ({ name, json: this.here(name) }));
    // What is too long, or finds no room there, stays in this browser alone, and counts as not sent.
    const fits = waiting.filter(({ name, json }) => name.length <= LONGEST_NAME && (json?.length ?? 0) <= LONGEST_OWN);
    const own = fits.slice(0, MOST_OWN_AT_ONCE);
    if (own.length === 0) return;
    const body = JSON.stringify({ own });
    const left = await fetch(people.keepOwn.path, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body,
      keepalive: isClosing && body.length < MOST_AT_CLOSING,
    }).then(
      async (answer) => (answer.ok ? ((await answer.json()) as { left: string[] }).left : null),
      () => null,
    );
    if (left === null) return;
    const sent = new Map(own.filter(({ name }) => !left.includes(name)).map(({ name, json }) => [name, json]));
    this.note(this.unsent().filter((name) => !sent.has(name) || sent.get(name) !== this.here(name)));
  }

  private here = (name: string): string | null => localStorage.getItem(`${this.place}/${name}`);
  private unsent(): string[] {
    return unsentOf(this.place);
  }
  private note(names: string[]): void {
    if (names.length > 0) localStorage.setItem(`${this.place}/${UNSENT}`, JSON.stringify(names));
    else localStorage.removeItem(`${this.place}/${UNSENT}`);
  }
}

const unsentOf = (place: string): string[] => {
  try {
    return JSON.parse(localStorage.getItem(`${place}/${UNSENT}`) ?? '[]') as string[];
  } catch {
    return [];
  }
};

/** Takes out of this browser what belongs to people and lies with the server: nobody is signed in here any more. */
export const forgetPeople = (isTheBrowsers: (name: string) => boolean): void => {
  for (const key of Object.keys(localStorage)) {
    const [, place, name] = /^(kettle@\d+)\/(.+)$/.exec(key) ?? [];
    if (place && name && name !== UNSENT && !isTheBrowsers(name) && !unsentOf(place).includes(name))
      localStorage.removeItem(key);
  }
};
