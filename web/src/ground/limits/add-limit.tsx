import { Plus } from 'lucide-react';
import { useState } from 'react';
import type { CardKey } from '@kettle/contract/sift';
import { FindPopover } from '../ui/find-popover.tsx';
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
  return (
    <FindPopover
      label="Limits to add"
      find="Find a limit"
      hint="Find a limit, e.g. season"
      width="400px"
      trigger={
        <button type="button" className="add-card">
          <Plus size={14} aria-hidden style={{ display: 'inline', verticalAlign: '-2px' }} /> Add a limit <Kbd>l</Kbd>
        </button>
      }
      open={open}
      onOpen={onOpen}
      typed={typed}
      onType={setTyped}
      onEnter={() => found[0] && add(found[0].key)}
    >
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
      {found.length === 0 && <p style={{ padding: '12px' }}>No limit is called that, or it has a card already.</p>}
    </FindPopover>
  );
};
