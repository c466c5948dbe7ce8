import { useEffect } from 'react';

/** Ctrl+Z takes the last change of the limits back, but not while a text is typed. */
export const useUndoKey = (undo: () => void): void => {
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      const typing =
        (event.target instanceof HTMLInputElement && !['checkbox', 'range'].includes(event.target.type)) ||
        event.target instanceof HTMLTextAreaElement;
      if (typing || event.key.toLowerCase() !== 'z' || event.shiftKey || !(event.ctrlKey || event.metaKey)) return;
      event.preventDefault();
      undo();
    };
    document.addEventListener('keydown', press);
    return () => document.removeEventListener('keydown', press);
  }, [undo]);
};
