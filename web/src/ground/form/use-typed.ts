import { useState } from 'react';
import { keep, kept } from '../state/kept.ts';

/** A text that is being typed and not yet sent: it is found again after going away, and forgotten once it is empty. */
export const useTyped = (place: string, first = ''): [string, (text: string) => void] => {
  const key = `typed/${place}`;
  const [text, set] = useState(() => kept<string>(key) ?? first);
  return [
    text,
    (next) => {
      set(next);
      keep(key, next === '' ? null : next);
    },
  ];
};
