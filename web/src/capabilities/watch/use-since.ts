import { useState } from 'react';
import { addDays, type Day } from '@kettle/core/measures/day';
import { keep, kept } from '../../ground/state/kept.ts';

const FIRST_LOOK_DAYS = 7;

/** Since when a seller wants to hear: since the last look, which is kept in the browser, or some days back. */
export const useSince = (marketplace: string, today: Day) => {
  const place = `morning/${marketplace}`;
  const [seen, setSeen] = useState(() => {
    const last = kept<Day>(place);
    return last !== null && last <= today ? last : null;
  });
  const [choice, setChoice] = useState<string>(seen === null ? String(FIRST_LOOK_DAYS) : 'seen');
  const since = choice === 'seen' && seen !== null ? seen : addDays(today, -Number(choice));
  const markSeen = (): void => {
    keep(place, today);
    setSeen(today);
    setChoice('seen');
  };
  return { since, seen, choice, setChoice, markSeen };
};
