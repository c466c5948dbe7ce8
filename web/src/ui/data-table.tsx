import { Box, Button, Checkbox, Popover, Portal, Text } from '@chakra-ui/react';
import {
  columnVisibilityFeature,
  createColumnHelper,
  tableFeatures,
  useTable,
  type RowData,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp, Columns3 } from 'lucide-react';
import { useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { keep, kept } from '../app/kept.ts';
import { useKeys } from './use-keys.ts';

const features = tableFeatures({ columnVisibilityFeature });
export const ROW_HEIGHT = 44;

export interface Column<R> {
  key: string;
  head: string;
  /** Stands in the head's title and in the list of columns. */
  explanation: string;
  cell: (row: R, at: number) => ReactNode;
  align?: 'left' | 'right';
  width?: number;
  sortable?: boolean;
  /** Cannot be hidden. */
  fixed?: boolean;
}
interface Props<R> {
  label: string;
  columns: Column<R>[];
  rows: readonly R[];
  rowKey: (row: R) => string;
  /** All rows there are, when not all are here yet. */
  total?: number;
  sort?: { key: string; descending: boolean };
  onSort?: (key: string) => void;
  chosen?: string | null;
  onOpen?: (row: R, how: 'open' | 'follow') => void;
  onTray?: (row: R) => void;
  isMarked?: (row: R) => boolean;
  onEnd?: () => void;
  /** Name under which the choice of columns is kept. */
  keptAs: string;
  empty?: ReactNode;
  stale?: boolean;
}

/** A wide table: sticky head and first column, only the rows in sight drawn, rows moved through by keys. */
export const DataTable = <R extends RowData>({
  label,
  columns,
  rows,
  rowKey,
  total,
  sort,
  onSort,
  chosen,
  onOpen,
  onTray,
  isMarked,
  onEnd,
  keptAs,
  empty,
  stale,
}: Props<R>) => {
  const scroller = useRef<HTMLDivElement>(null);
  const [hidden, setHidden] = useState<Record<string, boolean>>(() => kept(`columns/${keptAs}`) ?? {});
  const [at, setAt] = useState(-1);
  const defs = useMemo(() => {
    const helper = createColumnHelper<typeof features, R>();
    return columns.map((c) =>
      helper.display({ id: c.key, header: c.head, cell: ({ row }) => c.cell(row.original, row.index) }),
    );
  }, [columns]);
  const table = useTable({
    features,
    columns: defs,
    data: rows as R[],
    getRowId: rowKey,
    state: { columnVisibility: hidden },
    onColumnVisibilityChange: () => {},
  });
  const byKey = new Map(columns.map((c) => [c.key, c]));
  const models = table.getRowModel().rows;
  const virtual = useVirtualizer({
    count: models.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 12,
  });
  const items = virtual.getVirtualItems();
  const lastShown = items.at(-1)?.index ?? 0;
  useEffect(() => {
    if (onEnd && models.length > 0 && lastShown >= models.length - 20) onEnd();
  }, [lastShown, models.length, onEnd]);

  const found = chosen == null ? -1 : rows.findIndex((r) => rowKey(r) === chosen);
  const current = found >= 0 ? found : Math.min(at, rows.length - 1);
  const step = (by: number): void => {
    if (rows.length === 0) return;
    const next = Math.min(rows.length - 1, Math.max(0, current + by));
    setAt(next);
    virtual.scrollToIndex(next);
    if (chosen) onOpen?.(rows[next]!, 'follow');
  };
  const withRow = (action: ((row: R) => void) | undefined) => () => {
    const row = rows[current];
    if (row) action?.(row);
  };
  const open = withRow((row) => onOpen?.(row, 'open'));
  useKeys(
    {
      j: () => step(1),
      ArrowDown: () => step(1),
      k: () => step(-1),
      ArrowUp: () => step(-1),
      o: open,
      x: withRow(onTray),
      c: withRow((row) => void navigator.clipboard?.writeText(rowKey(row))),
    },
    rows.length > 0,
  );

  const choose = (key: string, shown: boolean): void => {
    const next = { ...hidden, [key]: shown };
    setHidden(next);
    keep(`columns/${keptAs}`, next);
  };
  const above = items[0]?.start ?? 0;
  const below = virtual.getTotalSize() - (items.at(-1)?.end ?? 0);
  const visible = columns.filter((c) => hidden[c.key] !== false);
  return (
    <Box position="relative" h="100%" minH="0" display="flex" flexDirection="column">
      <Box
        ref={scroller}
        flex="1"
        minH="0"
        overflow="auto"
        opacity={stale ? 0.6 : 1}
        tabIndex={0}
        role="region"
        aria-label={`${label}, scrollable`}
        bg="paper"
      >
        <Box
          as="table"
          aria-label={label}
          aria-rowcount={(total ?? rows.length) + 1}
          w="100%"
          fontSize="13px"
          borderCollapse="separate"
          borderSpacing="0"
          css={{
            '& th, & td': {
              borderBottom: '1px solid var(--chakra-colors-rule)',
              padding: '0 10px',
              whiteSpace: 'nowrap',
            },
            '& th:first-of-type, & td:first-of-type': { paddingLeft: '20px' },
            '& td:first-of-type': { position: 'sticky', left: 0, background: 'inherit', zIndex: 1 },
          }}
        >
          <thead>
            <tr aria-rowindex={1}>
              {visible.map((c) => {
                const sorted = sort?.key === c.key;
                return (
                  <Box
                    as="th"
                    key={c.key}
                    {...{ scope: 'col' }}
                    aria-sort={sorted ? (sort.descending ? 'descending' : 'ascending') : undefined}
                    title={c.explanation}
                    minW={c.width ? `${c.width}px` : undefined}
                    position="sticky"
                    top="0"
                    zIndex="2"
                    bg="enamel"
                    h="34px"
                    textAlign={c.align ?? 'left'}
                    fontWeight="600"
                    color="inkSoft"
                  >
                    {c.sortable && onSort ? (
                      <Box
                        asChild
                        font="inherit"
                        color={sorted ? 'aubergine' : 'inherit'}
                        cursor="pointer"
                        display="inline-flex"
                        alignItems="center"
                        gap="1"
                        py="1"
                      >
                        <button type="button" onClick={() => onSort(c.key)}>
                          {c.head}
                          {sorted &&
                            (sort.descending ? <ArrowDown size={13} aria-hidden /> : <ArrowUp size={13} aria-hidden />)}
                        </button>
                      </Box>
                    ) : (
                      c.head
                    )}
                  </Box>
                );
              })}
            </tr>
          </thead>
          <tbody>
            {above > 0 && (
              <tr aria-hidden>
                <td colSpan={visible.length} style={{ height: above, padding: 0, border: 0 }} />
              </tr>
            )}
            {items.map(({ index }) => {
              const model = models[index];
              if (!model) return null;
              const marked = isMarked?.(model.original) ?? false;
              const isCurrent = index === current;
              return (
                <Box
                  as="tr"
                  key={model.id}
                  aria-rowindex={index + 2}
                  aria-current={isCurrent ? 'true' : undefined}
                  h={`${ROW_HEIGHT}px`}
                  cursor={onOpen ? 'pointer' : undefined}
                  bg={isCurrent ? 'aubergine.subtle' : 'paper'}
                  boxShadow={marked ? 'inset 3px 0 0 var(--chakra-colors-aubergine)' : undefined}
                  _hover={{ bg: 'aubergine.subtle' }}
                  onClick={() => {
                    setAt(index);
                    onOpen?.(model.original, 'open');
                  }}
                >
                  {model.getVisibleCells().map((cell) => (
                    <Box as="td" key={cell.id} textAlign={byKey.get(cell.column.id)?.align ?? 'left'}>
                      <table.FlexRender cell={cell} />
                    </Box>
                  ))}
                </Box>
              );
            })}
            {below > 0 && (
              <tr aria-hidden>
                <td colSpan={visible.length} style={{ height: below, padding: 0, border: 0 }} />
              </tr>
            )}
          </tbody>
        </Box>
        {rows.length === 0 && empty}
      </Box>
      <Popover.Root lazyMount unmountOnExit positioning={{ placement: 'bottom-end' }}>
        <Popover.Trigger asChild>
          <Button
            size="2xs"
            variant="outline"
            position="absolute"
            top="5px"
            right="14px"
            zIndex="3"
            bg="paper"
            aria-label={`Columns of ${label}`}
            title="Choose columns"
          >
            <Columns3 size={14} />
          </Button>
        </Popover.Trigger>
        <Portal>
          <Popover.Positioner>
            <Popover.Content bg="paper" w="320px" aria-label="Columns">
              <Popover.Body maxH="400px" overflow="auto" p="3">
                {columns
                  .filter((c) => !c.fixed)
                  .map((c) => (
                    <Box key={c.key} mb="2">
                      <Checkbox.Root
                        size="sm"
                        colorPalette="aubergine"
                        checked={hidden[c.key] !== false}
                        onCheckedChange={({ checked }) => choose(c.key, checked === true)}
                      >
                        <Checkbox.HiddenInput />
                        <Checkbox.Control />
                        <Checkbox.Label>{c.head}</Checkbox.Label>
                      </Checkbox.Root>
                      <Text fontSize="12px" color="inkSoft" ml="6">
                        {c.explanation}
                      </Text>
                    </Box>
                  ))}
              </Popover.Body>
            </Popover.Content>
          </Popover.Positioner>
        </Portal>
      </Popover.Root>
    </Box>
  );
};
