import { useState, type ComponentProps } from 'react';
import { numberFromText } from '@kettle/core/money/money';

export interface TypedNumber {
  /** What is kept. */
  value: number | null;
  /** An empty field says null, where it may be empty. */
  onChange: (value: number | null) => void;
  /** Says why a number cannot be meant, or null. */
  fault?: (value: number) => string | null;
  /** How a kept number stands in the field, and how a text is read: as it is, when not said. */
  show?: (value: number) => string;
  read?: (text: string) => number | null;
  /** An empty field is meant: the number is not known, or there is none. */
  mayBeEmpty?: boolean;
  /** Kept with each key, or only once the field is left or Enter is pressed. */
  keeps?: 'as typed' | 'when left';
}

/**
 * The one way in which numbers are typed. What is no number, or cannot be meant, stays in the field beside a sentence and
 * nothing is kept; Escape brings back what was kept.
 */
export const useTypedNumber = ({
  value,
  onChange,
  fault,
  show = String,
  read = numberFromText,
  mayBeEmpty = false,
  keeps = 'when left',
}: TypedNumber): { wrong: string | null; input: Omit<ComponentProps<'input'>, 'size'> } => {
  const [typed, setTyped] = useState<string | null>(null);
  const keptText = value === null ? '' : show(value);
  const meant = (text: string): { number: number | null; wrong: string | null } => {
    // What was not touched stays exactly what it was, rounded as it may be shown.
    if (text.trim() === keptText) return { number: value, wrong: null };
    if (text.trim() === '' && mayBeEmpty) return { number: null, wrong: null };
    const number = read(text);
    return { number, wrong: number === null ? 'This is no number.' : (fault?.(number) ?? null) };
  };
  const { wrong } = meant(typed ?? keptText);
  const settle = (): void => {
    if (typed === null) return;
    const now = meant(typed);
    if (now.wrong !== null) return;
    setTyped(null);
    if (keeps === 'when left' && now.number !== value) onChange(now.number);
  };
  return {
    wrong,
    input: {
      inputMode: 'decimal',
      value: typed ?? keptText,
      'aria-invalid': wrong !== null,
      onChange: ({ target }) => {
        setTyped(target.value);
        const now = meant(target.value);
        if (keeps === 'as typed' && now.wrong === null) onChange(now.number);
      },
      onBlur: settle,
      onKeyDown: (event) => {
        if (event.key === 'Enter') settle();
        if (event.key !== 'Escape' || typed === null) return;
        event.stopPropagation();
        setTyped(null);
      },
    },
  };
};
