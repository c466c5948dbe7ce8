import {
  columnOrderingFeature,
  columnPinningFeature,
  columnSizingFeature,
  columnVisibilityFeature,
  createColumnHelper,
  tableFeatures,
  useTable,
  type RowData,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { memo, useCallback, useEffect, useMemo, useRef, useState, type PointerEvent, type ReactNode } from 'react';
import { ColumnChooser } from './column-chooser.tsx';
import { useColumnChoice } from './column-choice.ts';
import './data-table.css';
import { useKeys, type Keys } from './use-keys.ts';

const features = tableFeatures({
  columnOrderingFeature,
  columnPinningFeature,
  columnSizingFeature,
  columnVisibilityFeature,
});
export const ROW_HEIGHT = 44;
const WIDTH = 92;
const RESIZE_STEP = 16;

export interface Column<R> {
  key: string;
  head: string;
  /** Stands in the head's title and in the list of columns. */
  explanation: string;
  cell: (row: R) => ReactNode;
  align?: 'left' | 'right';
  width?: number;
  sortable?: boolean;
  /** Cannot be hidden. */
  fixed?: boolean;
  initially?: 'hidden';
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
  /** Keys of the list's own, with the row they are for. */
  rowKeys?: Record<string, (row: R) => void>;
  isMarked?: (row: R) => boolean;
  /** Rows to be looked at less: dropped before, say. */
  isQuiet?: (row: R) => boolean;
  onEnd?: () => void;
  /** Name under which the choice of columns is kept. */
  keptAs: string;
  empty?: ReactNode;
  stale?: boolean;
}

/** A wide table: sticky head and first columns, only the rows in sight drawn, rows moved through by keys. */
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
  rowKeys,
  isMarked,
  isQuiet,
  onEnd,
  keptAs,
  empty,
  stale,
}: Props<R>) => {
  const scroller = useRef<HTMLDivElement>(null);
  const choice = useColumnChoice(keptAs, columns);
  const [at, setAt] = useState(-1);
  const [enlarged, setEnlarged] = useState(false);
  const [dragged, setDragged] = useState<{ key: string; width: number } | null>(null);
  const defs = useMemo(() => {
    const helper = createColumnHelper<typeof features, R>();
    return columns.map((c) => helper.display({ id: c.key, header: c.head, size: c.width ?? WIDTH }));
  }, [columns]);
  const table = useTable({
    features,
    columns: defs,
    data: rows as R[],
    getRowId: rowKey,
    state: {
      columnVisibility: Object.fromEntries(columns.map((c) => [c.key, choice.isShown(c.key)])),
      columnOrder: choice.order,
      columnPinning: { start: choice.pinned, end: [] },
      columnSizing: dragged ? { ...choice.widths, [dragged.key]: dragged.width } : choice.widths,
    },
  });
  const byKey = useMemo(() => new Map(columns.map((c) => [c.key, c])), [columns]);
  const pinned = table.getStartVisibleLeafColumns();
  const places: Place<R>[] = [...pinned, ...table.getCenterVisibleLeafColumns()].map((column, i) => ({
    column: byKey.get(column.id)!,
    width: column.getSize(),
    left: i < pinned.length ? pinned.slice(0, i).reduce((sum, c) => sum + c.getSize(), 0) : null,
    lastPinned: i === pinned.length - 1,
  }));
  const layout = places.map((p) => `${p.column.key}:${p.width}:${p.left}`).join();
  // eslint-disable-next-line react-hooks/exhaustive-deps -- the layout says when a row must be drawn anew
  const steady = useMemo(() => places, [layout, columns]);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 8,
  });
  const items = virtual.getVirtualItems();
  const lastShown = items.at(-1)?.index ?? 0;
  useEffect(() => {
    if (onEnd && rows.length > 0 && lastShown >= rows.length - 30) onEnd();
  }, [lastShown, rows.length, onEnd]);

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
  const keys: Keys = {
    j: () => step(1),
    ArrowDown: () => step(1),
    k: () => step(-1),
    ArrowUp: () => step(-1),
    PageDown: () => step(10),
    PageUp: () => step(-10),
    o: withRow((row) => onOpen?.(row, 'open')),
    x: withRow(onTray),
    c: withRow((row) => void navigator.clipboard?.writeText(rowKey(row))),
    p: () => setEnlarged(!enlarged),
    ...Object.fromEntries(Object.entries(rowKeys ?? {}).map(([key, action]) => [key, withRow(action)])),
  };
  useKeys(keys, rows.length > 0);

  const latest = useRef({ rows, onOpen });
  useEffect(() => {
    latest.current = { rows, onOpen };
  });
  const click = useCallback((index: number) => {
    setAt(index);
    latest.current.onOpen?.(latest.current.rows[index]!, 'open');
  }, []);

  const drag = (key: string, width: number) => (event: PointerEvent<HTMLElement>) => {
    event.preventDefault();
    const handle = event.currentTarget;
    handle.setPointerCapture(event.pointerId);
    const from = event.clientX;
    const widthAt = (e: globalThis.PointerEvent): number => Math.min(800, Math.max(50, width + e.clientX - from));
    const move = (e: globalThis.PointerEvent): void => setDragged({ key, width: widthAt(e) });
    const up = (e: globalThis.PointerEvent): void => {
      handle.removeEventListener('pointermove', move);
      choice.resize(key, widthAt(e));
      setDragged(null);
    };
    handle.addEventListener('pointermove', move);
    handle.addEventListener('pointerup', up, { once: true });
  };
  const above = items[0]?.start ?? 0;
  const below = virtual.getTotalSize() - (items.at(-1)?.end ?? 0);
  return (
    <div className="dt-frame">
      <div
        ref={scroller}
        className={stale ? 'dt-scroller is-stale' : 'dt-scroller'}
        tabIndex={0}
        role="region"
        aria-label={`${label}, scrollable`}
      >
        <table
          className="dt"
          aria-label={label}
          aria-rowcount={(total ?? rows.length) + 1}
          style={{ width: places.reduce((sum, p) => sum + p.width, 0) }}
        >
          <colgroup>
            {places.map((p) => (
              <col key={p.column.key} style={{ width: p.width }} />
            ))}
          </colgroup>
          <thead>
            <tr aria-rowindex={1}>
              {places.map(({ column: c, width, left, lastPinned }) => {
                const sorted = sort?.key === c.key;
                return (
                  <th
                    key={c.key}
                    scope="col"
                    aria-sort={sorted ? (sort.descending ? 'descending' : 'ascending') : undefined}
                    title={c.explanation}
                    className={classes(
                      c.align === 'right' && 'to-right',
                      left !== null && 'pinned',
                      lastPinned && 'last-pinned',
                    )}
                    style={left === null ? undefined : { left }}
                  >
                    {c.sortable && onSort ? (
                      <button
                        type="button"
                        className="sorts"
                        onClick={() => onSort(c.key)}
                        onKeyDown={(e) => {
                          const by = e.key === 'ArrowRight' ? RESIZE_STEP : e.key === 'ArrowLeft' ? -RESIZE_STEP : 0;
                          if (by === 0 || !e.shiftKey) return;
                          e.preventDefault();
                          choice.resize(c.key, width + by);
                        }}
                      >
                        <span>{c.head}</span>
                        {sorted &&
                          (sort.descending ? <ArrowDown size={13} aria-hidden /> : <ArrowUp size={13} aria-hidden />)}
                      </button>
                    ) : (
                      c.head
                    )}
                    {c.head !== '' && (
                      <span
                        aria-hidden
                        className={dragged?.key === c.key ? 'grip is-dragged' : 'grip'}
                        onPointerDown={drag(c.key, width)}
                      />
                    )}
                  </th>
                );
              })}
            </tr>
          </thead>
          <tbody>
            <Spacer height={above} span={places.length} />
            {items.map(({ index }) => {
              const row = rows[index];
              if (row === undefined) return null;
              return (
                <Row
                  key={rowKey(row)}
                  row={row}
                  index={index}
                  places={steady}
                  current={index === current}
                  open={index === found}
                  enlarged={enlarged && index === current}
                  marked={isMarked?.(row) ?? false}
                  quiet={isQuiet?.(row) ?? false}
                  onClick={onOpen && click}
                />
              );
            })}
            <Spacer height={below} span={places.length} />
          </tbody>
        </table>
        {rows.length === 0 && empty}
      </div>
      <ColumnChooser label={label} items={columns} columns={choice} />
    </div>
  );
};

const classes = (...names: (string | false | undefined)[]): string | undefined =>
  names.filter(Boolean).join(' ') || undefined;

interface Place<R> {
  column: Column<R>;
  width: number;
  left: number | null;
  lastPinned: boolean;
}

const Spacer = ({ height, span }: { height: number; span: number }) =>
  height > 0 ? (
    <tr aria-hidden className="spacer">
      <td colSpan={span} style={{ height }} />
    </tr>
  ) : null;

interface RowProps<R> {
  row: R;
  index: number;
  places: Place<R>[];
  current: boolean;
  open: boolean;
  enlarged: boolean;
  marked: boolean;
  quiet: boolean;
  onClick: ((index: number) => void) | undefined;
}

/** Drawn again only when something of the row itself changes: scrolling and moving leave the others alone. */
const Row = memo(({ row, index, places, current, open, enlarged, marked, quiet, onClick }: RowProps<never>) => (
  <tr
    aria-rowindex={index + 2}
    aria-current={current ? 'true' : undefined}
    className={classes(
      onClick && 'opens',
      open && 'is-open',
      marked && 'is-marked',
      quiet && 'is-quiet',
      enlarged && 'is-enlarged',
    )}
    onClick={onClick && (() => onClick(index))}
  >
    {places.map(({ column, left, lastPinned }) => (
      <td
        key={column.key}
        className={classes(
          column.align === 'right' && 'to-right',
          left !== null && 'pinned',
          lastPinned && 'last-pinned',
        )}
        style={left === null ? undefined : { left }}
      >
        {column.cell(row)}
      </td>
    ))}
  </tr>
)) as unknown as <R>(props: RowProps<R>) => ReactNode;
