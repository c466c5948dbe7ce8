import { useEffect, useRef } from 'react';

export type Keys = Record<string, (event: KeyboardEvent) => void>;

/** True where a key is meant for typing or for the control that has the focus. */
const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** Keys of a screen, by `KeyboardEvent.key`; not while something is typed, nor with a modifier. Escape always. */
export const useKeys = (keys: Keys, on = true): void => {
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    if (!on) return;
    const press = (event: KeyboardEvent): void => {
      if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key !== 'Escape' && isTyping(event.target)) return;
      const action = latest.current[event.key];
      if (!action) return;
      event.preventDefault();
      action(event);
    };
    document.addEventListener('keydown', press);
    return () => document.removeEventListener('keydown', press);
  }, [on]);
};
