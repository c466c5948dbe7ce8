import { useState } from 'react';
import { count } from '../ui/format.ts';

/** Words or names, with commas between them; taken when the field is left or Enter is pressed. */
export const WordsField = ({
  label,
  name = label,
  words,
  cost,
  placeholder = 'words, phrases',
  onChange,
}: {
  label: string;
  name?: string;
  words: string[];
  cost: number | undefined;
  placeholder?: string;
  onChange: (words: string[]) => void;
}) => {
  const [text, setText] = useState(words.join(', '));
  const [seen, setSeen] = useState(words.join());
  if (seen !== words.join()) {
    setSeen(words.join());
    setText(words.join(', '));
  }
  const settle = (): void => {
    const next = text
      .split(',')
      .map((w) => w.trim())
      .filter(Boolean);
    if (next.join() !== words.join()) onChange(next);
  };
  return (
    <label className="words">
      <span>{label}</span>
      <input
        aria-label={name}
        value={text}
        placeholder={placeholder}
        onChange={(e) => setText(e.target.value)}
        onBlur={settle}
        onKeyDown={(e) => e.key === 'Enter' && settle()}
      />
      {cost ? (
        <span className="costs brief" title={`${count(cost)} more without it`}>
          <b>+{count(cost)}</b>
          <span className="visually-hidden"> without it</span>
        </span>
      ) : null}
    </label>
  );
};
