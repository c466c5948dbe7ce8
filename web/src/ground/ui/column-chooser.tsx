import { Button, IconButton, Popover, Portal } from '@chakra-ui/react';
import { ArrowDown, ArrowUp, Columns3, Pin, PinOff } from 'lucide-react';
import type { Columns } from './column-choice.ts';

interface Item {
  key: string;
  head: string;
  explanation: string;
  fixed?: boolean;
}

/** Choose, reorder and pin the columns of a table, each with what it means. */
export const ColumnChooser = ({ label, items, columns }: { label: string; items: Item[]; columns: Columns }) => (
  <Popover.Root lazyMount unmountOnExit positioning={{ placement: 'bottom-end' }}>
    <Popover.Trigger asChild>
      <Button
        className="dt-columns"
        size="2xs"
        variant="outline"
        bg="paper"
        aria-label={`Columns of ${label}`}
        title="Choose columns"
      >
        <Columns3 size={14} />
      </Button>
    </Popover.Trigger>
    <Portal>
      <Popover.Positioner>
        <Popover.Content bg="paper" w="400px" aria-label="Columns">
          <Popover.Body maxH="430px" overflow="auto" p="3" tabIndex={0}>
            <div className="dt-choose">
              {columns.order.map((key) => {
                const item = items.find((c) => c.key === key);
                if (!item || item.head === '') return null;
                const pinned = columns.pinned.includes(key);
                return [
                  <label key={key}>
                    <input
                      type="checkbox"
                      className="tick"
                      checked={columns.isShown(key)}
                      disabled={item.fixed}
                      onChange={(e) => columns.show(key, e.target.checked)}
                    />
                    {item.head}
                  </label>,
                  <IconButton
                    key={`${key}/up`}
                    size="2xs"
                    variant="ghost"
                    aria-label={`${item.head}: further left`}
                    title="Further left"
                    onClick={() => columns.move(key, -1)}
                  >
                    <ArrowUp size={13} />
                  </IconButton>,
                  <IconButton
                    key={`${key}/down`}
                    size="2xs"
                    variant="ghost"
                    aria-label={`${item.head}: further right`}
                    title="Further right"
                    onClick={() => columns.move(key, 1)}
                  >
                    <ArrowDown size={13} />
                  </IconButton>,
                  <IconButton
                    key={`${key}/pin`}
                    size="2xs"
                    variant="ghost"
                    aria-label={`${item.head}: ${pinned ? 'let it scroll' : 'keep it in sight'}`}
                    title={pinned ? 'Let it scroll' : 'Keep it in sight'}
                    aria-pressed={pinned}
                    color={pinned ? 'aubergine' : undefined}
                    onClick={() => columns.pin(key)}
                  >
                    {pinned ? <PinOff size={13} /> : <Pin size={13} />}
                  </IconButton>,
                  <p key={`${key}/explanation`}>{item.explanation}</p>,
                ];
              })}
            </div>
            <Button size="xs" variant="outline" onClick={columns.reset}>
              As it was at first
            </Button>
          </Popover.Body>
        </Popover.Content>
      </Popover.Positioner>
    </Portal>
  </Popover.Root>
);
