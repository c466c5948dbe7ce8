import { people, type Me } from '@kettle/contract/people';
import { seenAhead } from '../api/sent-ahead.ts';

let mine: string | null = null;
/** Where this browser keeps what is this person's own: their tray, their sittings, what they typed. Alone there is but one. */
const place = (key: string): string => {
  if (mine === null) {
    const person = (seenAhead(people.me.path) as Me | undefined)?.person;
    mine = person ? `kettle@${person.id}` : 'kettle';
  }
  return `${mine}/${key}`;
};

/** Small things of the interface that survive a reload, in the browser's own store; lost without harm. */
export const kept = <T>(key: string): T | null => {
  try {
    const text = localStorage.getItem(place(key));
    return text === null ? null : (JSON.parse(text) as T);
  } catch {
    return null;
  }
};

/** Keeps something under a name; null forgets it. */
export const keep = (key: string, value: unknown): void => {
  try {
    if (value === null) localStorage.removeItem(place(key));
    else localStorage.setItem(place(key), JSON.stringify(value));
  } catch {
    // A full or forbidden store: the choice holds until the page is closed.
  }
};

/** Gives what is kept under one name another, unless something is kept there already. */
export const moveKept = (from: string, to: string): void => {
  const waiting = kept<unknown>(from);
  if (waiting === null) return;
  if (kept<unknown>(to) === null) keep(to, waiting);
  keep(from, null);
};
