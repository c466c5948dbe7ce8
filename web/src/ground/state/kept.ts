import { people, type Me, type Own } from '@kettle/contract/people';
import { seenAhead } from '../api/sent-ahead.ts';
import { Following, forgetPeople } from './following.ts';

/** What is chosen for a screen, not by a person for all of theirs. */
const isTheBrowsers = (key: string): boolean => key === 'colour-mode';

let mine: { place: string; following: Following | null } | null = null;
/** Where this browser keeps what is this person's own: their tray, their sittings, what they typed. Alone there is but one. */
const whose = (): typeof mine & object => {
  if (mine !== null) return mine;
  const me = seenAhead(people.me.path) as Me | undefined;
  if (!me?.person) {
    mine = { place: 'kettle', following: null };
    if (me?.team) forgetPeople(isTheBrowsers);
    return mine;
  }
  const place = `kettle@${me.person.id}`;
  mine = { place, following: new Following(place) };
  mine.following!.takeIn((seenAhead(people.own.path) ?? {}) as Own);
  return mine;
};
const placed = (key: string): string => `${whose().place}/${key}`;

/** Small things of the interface that survive a reload, in the browser's own store; lost without harm. */
export const kept = <T>(key: string): T | null => {
  try {
    const text = localStorage.getItem(placed(key));
    return text === null ? null : (JSON.parse(text) as T);
  } catch {
    return null;
  }
};

/** Keeps something under a name; null forgets it. Where people sign in it follows them to other browsers. */
export const keep = (key: string, value: unknown): void => {
  try {
    const [at, text] = [placed(key), value === null ? null : JSON.stringify(value)];
    if (localStorage.getItem(at) === text) return;
    if (text === null) localStorage.removeItem(at);
    else localStorage.setItem(at, text);
    if (!isTheBrowsers(key)) whose().following?.changed(key);
  } catch {
    // A full or forbidden store: the choice holds until the page is closed.
  }
};

/** Sends on what has not been sent yet: before one signs out. */
export const sendKept = async (): Promise<void> => whose().following?.send();

/** Gives what is kept under one name another, unless something is kept there already. */
export const moveKept = (from: string, to: string): void => {
  const waiting = kept<unknown>(from);
  if (waiting === null) return;
  if (kept<unknown>(to) === null) keep(to, waiting);
  keep(from, null);
};
