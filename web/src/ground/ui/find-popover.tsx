import { Input, Popover, Portal } from '@chakra-ui/react';
import { useRef, type KeyboardEvent, type ReactNode } from 'react';
import './find-popover.css';

/** A list of buttons that opens over the page, found by typing; arrow keys move between the field and the list. */
export const FindPopover = ({
  label,
  find,
  hint = find,
  width,
  trigger,
  open,
  onOpen,
  typed,
  onType,
  onEnter,
  children,
}: {
  label: string;
  /** What the field is called. */
  find: string;
  hint?: string;
  width: string;
  trigger: ReactNode;
  open: boolean;
  onOpen: (open: boolean) => void;
  typed: string;
  onType: (typed: string) => void;
  /** Enter in the field. */
  onEnter: () => void;
  children: ReactNode;
}) => {
  const list = useRef<HTMLDivElement>(null);
  const move = (event: KeyboardEvent): void => {
    if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
    event.preventDefault();
    const buttons = [...(list.current?.querySelectorAll('button') ?? [])];
    const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
    buttons[Math.min(buttons.length - 1, Math.max(0, at + (event.key === 'ArrowDown' ? 1 : -1)))]?.focus();
  };
  return (
    <Popover.Root open={open} onOpenChange={(e) => onOpen(e.open)} lazyMount unmountOnExit>
      <Popover.Trigger asChild>{trigger}</Popover.Trigger>
      <Portal>
        <Popover.Positioner>
          <Popover.Content bg="paper" w={width} aria-label={label} onKeyDown={move}>
            <Popover.Body p="2">
              <Input
                size="sm"
                maxLength={90}
                aria-label={find}
                placeholder={hint}
                _placeholder={{ color: 'inkSoft' }}
                value={typed}
                onChange={(e) => onType(e.target.value)}
                onKeyDown={(e) => e.key === 'Enter' && onEnter()}
              />
              <div className="find-list" ref={list}>
                {children}
              </div>
            </Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  );
};
