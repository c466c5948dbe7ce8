import { Button, Input, Popover, Portal } from '@chakra-ui/react';
import { useRef, useState, type ReactNode } from 'react';
import type { ThemeRef } from '@kettle/core/documents/corrections';
import { CONCEPTS } from '@kettle/core/reviews/concepts';
import { themeKey } from '@kettle/core/reviews/theme-names';
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
  const list = useRef<HTMLDivElement>(null);
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
  /** Arrow keys move between the field and the themes. */
  const move = (event: React.KeyboardEvent): void => {
    if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
    event.preventDefault();
    const buttons = [...(list.current?.querySelectorAll('button') ?? [])];
    const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
    buttons[Math.min(buttons.length - 1, Math.max(0, at + (event.key === 'ArrowDown' ? 1 : -1)))]?.focus();
  };
  return (
    <Popover.Root open={isOpen} onOpenChange={(e) => set(e.open)} lazyMount unmountOnExit>
      <Popover.Trigger asChild>{trigger}</Popover.Trigger>
      <Portal>
        <Popover.Positioner>
          <Popover.Content bg="paper" w="340px" aria-label={label} onKeyDown={move}>
            <Popover.Body p="2">
              <Input
                size="sm"
                maxLength={90}
                aria-label="Find a theme, or name a new one"
                placeholder="Find a theme, or name a new one"
                _placeholder={{ color: 'inkSoft' }}
                value={typed}
                onChange={(e) => setTyped(e.target.value)}
                onKeyDown={(e) => e.key === 'Enter' && found[0] && words !== '' && choose(found[0])}
              />
              <div className="limit-list" ref={list}>
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
              </div>
            </Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  );
};

/** A small button that opens a chooser. */
export const smallTrigger = (name: string, title?: string): ReactNode => (
  <Button size="2xs" variant="outline" title={title}>
    {name}
  </Button>
);
