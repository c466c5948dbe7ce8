import { Button } from '@chakra-ui/react';
import { useState, type ReactNode } from 'react';
import type { ThemeRef } from '@kettle/core/documents/corrections';
import { CONCEPTS } from '@kettle/core/reviews/concepts';
import { themeKey } from '@kettle/core/reviews/theme-names';
import { FindPopover } from '../../ground/ui/find-popover.tsx';
import { Mark } from '../../ground/ui/mark.tsx';
import { nameIn, ownTheme, refOf, type Names } from './correcting.ts';
import { KIND_MARK } from './words.ts';

const KINDS = ['gripe', 'praise', 'wish'] as const;
const MOST_SHOWN = 40;

/** Chooses where sentences belong: a theme that there is, any that the program knows, or a new one of the words typed. */
export const ThemeChooser = ({
  label,
  trigger,
  themes,
  names,
  without,
  open,
  onOpen,
  onChoose,
}: {
  label: string;
  trigger: ReactNode;
  /** Those that stand in the list, first. */
  themes: readonly ThemeRef[];
  names: Names;
  /** The theme that they stand in now. */
  without?: ThemeRef;
  open?: boolean;
  onOpen?: (open: boolean) => void;
  onChoose: (theme: ThemeRef) => void;
}) => {
  const [typed, setTyped] = useState('');
  const [shown, setShown] = useState(false);
  const isOpen = open ?? shown;
  const set = onOpen ?? setShown;
  const words = typed.toLowerCase().trim();
  const known = CONCEPTS.flatMap(({ id }) => KINDS.map((kind): ThemeRef => ({ kind, concept: id, part: null })));
  const all = [...new Map([...themes.map(refOf), ...known].map((t) => [themeKey(t), t])).values()];
  const found = all
    .filter((t) => !(without && themeKey(t) === themeKey(without)) && t.concept !== 'other')
    .filter((t) => words === '' || nameIn(names, t).toLowerCase().includes(words))
    .slice(0, MOST_SHOWN);
  const choose = (theme: ThemeRef): void => {
    set(false);
    setTyped('');
    onChoose(theme);
  };
  return (
    <FindPopover
      label={label}
      find="Find a theme, or name a new one"
      width="340px"
      trigger={trigger}
      open={isOpen}
      onOpen={set}
      typed={typed}
      onType={setTyped}
      onEnter={() => found[0] && words !== '' && choose(found[0])}
    >
      {found.map((theme) => (
        <button key={themeKey(theme)} type="button" onClick={() => choose(theme)}>
          <Mark kind={KIND_MARK[theme.kind]} word={theme.kind} />
          {nameIn(names, theme)}
        </button>
      ))}
      {words !== '' &&
        KINDS.map((kind) => (
          <button key={kind} type="button" onClick={() => choose(ownTheme(kind, typed))}>
            New {kind}: “{typed.trim()}”
          </button>
        ))}
    </FindPopover>
  );
};

/** A small button that opens a chooser. */
export const smallTrigger = (name: string, title?: string): ReactNode => (
  <Button size="2xs" variant="outline" title={title}>
    {name}
  </Button>
);
