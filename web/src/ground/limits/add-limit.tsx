import { Input, Popover, Portal } from '@chakra-ui/react';
import { Plus } from 'lucide-react';
import { useRef, useState } from 'react';
import type { CardKey } from '@kettle/contract/sift';
import { Kbd } from '../ui/kbd.tsx';

export interface Offer<K extends string = CardKey> {
  key: K;
  name: string;
  explanation: string;
  group: string;
}

/** Every limit there is, explained, found by typing; those that have a card already are left out. */
export const AddLimit = <K extends string>({
  offers,
  cards,
  open,
  onOpen,
  onAdd,
}: {
  offers: readonly Offer<K>[];
  cards: readonly K[];
  open: boolean;
  onOpen: (open: boolean) => void;
  onAdd: (key: K) => void;
}) => {
  const [typed, setTyped] = useState('');
  const list = useRef<HTMLDivElement>(null);
  const words = typed.toLowerCase().trim();
  const groups = [...new Set(offers.map((o) => o.group))];
  const found = offers.filter(
    (o) => !cards.includes(o.key) && (words === '' || `${o.name} ${o.explanation}`.toLowerCase().includes(words)),
  );
  const add = (key: K): void => {
    onOpen(false);
    setTyped('');
    onAdd(key);
  };
  /** Arrow keys move between the field and the offers. */
  const move = (event: React.KeyboardEvent): void => {
    if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
    event.preventDefault();
    const buttons = [...(list.current?.querySelectorAll('button') ?? [])];
    const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
    buttons[Math.min(buttons.length - 1, Math.max(0, at + (event.key === 'ArrowDown' ? 1 : -1)))]?.focus();
  };
  return (
    <Popover.Root open={open} onOpenChange={(e) => onOpen(e.open)} lazyMount unmountOnExit>
      <Popover.Trigger asChild>
        <button type="button" className="add-card">
          <Plus size={14} aria-hidden style={{ display: 'inline', verticalAlign: '-2px' }} /> Add a limit <Kbd>l</Kbd>
        </button>
      </Popover.Trigger>
      <Portal>
        <Popover.Positioner>
          <Popover.Content bg="paper" w="400px" aria-label="Limits to add" onKeyDown={move}>
            <Popover.Body p="2">
              <Input
                size="sm"
                aria-label="Find a limit"
                placeholder="Find a limit, e.g. season"
                value={typed}
                onChange={(e) => setTyped(e.target.value)}
                onKeyDown={(e) => e.key === 'Enter' && found[0] && add(found[0].key)}
              />
              <div className="limit-list" ref={list}>
                {groups.map((group) => {
                  const here = found.filter((o) => o.group === group);
                  return here.length === 0 ? null : (
                    <div key={group}>
                      <h4>{group}</h4>
                      {here.map((o) => (
                        <button key={o.key} type="button" onClick={() => add(o.key)}>
                          <b>{o.name}</b>
                          <p>{o.explanation}</p>
                        </button>
                      ))}
                    </div>
                  );
                })}
                {found.length === 0 && (
                  <p style={{ padding: '12px' }}>No limit is called that, or it has a card already.</p>
                )}
              </div>
            </Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  );
};
