import type { ReactNode } from 'react';
import './plain-table.css';

export interface PlainColumn<R> {
  head: string;
  cell: (row: R, index: number) => ReactNode;
  /** What the head means, in full. */
  explanation?: string;
  /** Names left and figures right, unless it is said: the first column is taken for names. */
  align?: 'left' | 'right';
  /** The head is only read out: what stands below says itself what it is. */
  unseen?: boolean;
  width?: string;
  /** Its cells name their rows. */
  names?: boolean;
}
interface Props<R> {
  label: string;
  columns: readonly PlainColumn<R>[];
  rows: readonly R[];
  rowKey: (row: R, index: number) => string | number;
  /** A page's main table has air around its cells, one within a sheet is tight. */
  roomy?: boolean;
  /** Reaches to the edges of the page. */
  bleeds?: boolean;
  /** Scrolls within this height, under a head that stays. */
  maxHeight?: string;
  lookOf?: (row: R) => RowLook | undefined;
  onChoose?: (row: R) => void;
}
export type RowLook = 'strong' | 'quiet' | 'chosen';

/** A table that is short enough to be drawn whole and is neither sorted nor rearranged; `DataTable` is for the others. */
export const PlainTable = <R,>({
  label,
  columns,
  rows,
  rowKey,
  roomy = false,
  bleeds = false,
  maxHeight,
  lookOf,
  onChoose,
}: Props<R>) => {
  const sideOf = columns.map(({ align }, i) => align ?? (i === 0 ? 'left' : 'right'));
  return (
    <div
      className={['plain-table', roomy && 'roomy', bleeds && 'bleeds', maxHeight && 'framed'].filter(Boolean).join(' ')}
      style={{ maxHeight }}
      {...((roomy || maxHeight) && { tabIndex: 0, role: 'region', 'aria-label': `${label}, scrollable` })}
    >
      <table aria-label={label}>
        <thead>
          <tr>
            {columns.map((c, i) => (
              <th key={i} scope="col" title={c.explanation} data-side={sideOf[i]} style={{ width: c.width }}>
                {c.unseen ? <span className="visually-hidden">{c.head}</span> : c.head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, index) => (
            <tr
              key={rowKey(row, index)}
              data-look={lookOf?.(row)}
              style={onChoose && { cursor: 'pointer' }}
              onClick={onChoose && (() => onChoose(row))}
            >
              {columns.map((c, i) =>
                c.names ? (
                  <th key={i} scope="row" data-side={sideOf[i]}>
                    {c.cell(row, index)}
                  </th>
                ) : (
                  <td key={i} data-side={sideOf[i]}>
                    {c.cell(row, index)}
                  </td>
                ),
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
};
