import { useState, type ComponentProps } from 'react';
import { isUnfinished, spellingOf, typedNumber, typedNumberFault } from '@kettle/core/measures/typed-number';

export interface TypedNumber {
  /** What is kept. */
  value: number | null;
  /** An empty field says null, where it may be empty. */
  onChange: (value: number | null) => void;
  /** Says why a number cannot be meant, or null. */
  fault?: (value: number) => string | null;
  /** How a kept number stands in the field, and what a text in plain digits says: itself, when not said. */
  show?: (value: number) => string;
  read?: (plain: string) => number | null;
  /** The most decimals that such a figure has: 0 for counts. */
  decimals?: number;
  /** An empty field is meant: the number is not known, or there is none. */
  mayBeEmpty?: boolean;
  /** Kept with each key, or only once the field is left or Enter is pressed. */
  keeps?: 'as typed' | 'when left';
}

/** What is wrong with a field, and what may be meant by it. */
export interface TypedFault {
  wrong: string | null;
  /** Readings of a doubtful entry, in plain digits; one is saved when it is chosen. */
  choices: readonly string[];
  choose: (plain: string) => void;
}

/**
 * The one way in which numbers are typed. What is not a number, may mean two, or cannot be meant stays in the field beside a
 * sentence, and what was saved before stays saved; Escape brings that back.
 */
export const useTypedNumber = ({
  value,
  onChange,
  fault,
  show = String,
  read = typedNumber,
  decimals = Infinity,
  mayBeEmpty = false,
  keeps = 'when left',
}: TypedNumber): TypedFault & { input: Omit<ComponentProps<'input'>, 'size'> } => {
  const [typed, setTyped] = useState<{ text: string; before: number | null } | null>(null);
  const [isLeft, setLeft] = useState(false);
  const keptText = value === null ? '' : show(value);
  const meant = (text: string): { number: number | null; wrong: string | null; choices: readonly string[] } => {
    const none = { choices: [] };
    // What was not touched stays exactly what it was, rounded as it may be shown.
    if (text.trim() === keptText) return { ...none, number: value, wrong: null };
    if (text.trim() === '' && mayBeEmpty) return { ...none, number: null, wrong: null };
    const spelling = spellingOf(text, decimals);
    if (spelling.kind === 'plain') {
      const number = read(spelling.plain);
      return { ...none, number, wrong: number === null ? 'This is not a number.' : (fault?.(number) ?? null) };
    }
    const choices = spelling.kind === 'doubtful' ? spelling.choices : [];
    return { number: null, wrong: typedNumberFault(text, decimals), choices };
  };
  const now = meant(typed?.text ?? keptText);
  // Thousands that are half typed are not called wrong before the field is left.
  const isHeldBack = typed !== null && !isLeft && isUnfinished(typed.text);
  const settle = (): void => {
    setLeft(true);
    if (typed === null || now.wrong !== null) return;
    setTyped(null);
    if (keeps === 'when left' && now.number !== value) onChange(now.number);
  };
  const choose = (plain: string): void => {
    const number = read(plain);
    const wrong = number === null ? 'This is not a number.' : (fault?.(number) ?? null);
    if (wrong !== null) return setTyped({ text: plain, before: typed?.before ?? value });
    setTyped(null);
    onChange(number);
  };
  return {
    wrong: isHeldBack ? null : now.wrong,
    choices: isHeldBack ? [] : now.choices,
    choose,
    input: {
      inputMode: 'decimal',
      value: typed?.text ?? keptText,
      'aria-invalid': now.wrong !== null && !isHeldBack,
      onChange: ({ target }) => {
        const before = typed === null ? value : typed.before;
        setTyped({ text: target.value, before });
        setLeft(false);
        if (keeps !== 'as typed') return;
        const next = meant(target.value);
        if (next.wrong === null) onChange(next.number);
        else if (value !== before) onChange(before);
      },
      onBlur: settle,
      onKeyDown: (event) => {
        if (event.key === 'Enter') settle();
        if (event.key !== 'Escape' || typed === null) return;
        event.stopPropagation();
        setTyped(null);
        if (keeps === 'as typed' && value !== typed.before) onChange(typed.before);
      },
    },
  };
};
