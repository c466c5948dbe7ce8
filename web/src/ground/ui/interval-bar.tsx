import './interval-bar.css';

interface Props {
  value: number | null;
  low: number | null;
  high: number | null;
  /** The scale that all bars beside each other share. */
  from: number;
  to: number;
  log?: boolean;
  width?: number | string;
}

/** An estimate with its interval on a shared scale; the numbers stand beside it in words. */
export const IntervalBar = ({ value, low, high, from, to, log = false, width = '80px' }: Props) => {
  const on = (x: number): number => (log ? Math.log1p(Math.max(0, x)) : x);
  const place = (x: number): number =>
    Math.min(100, Math.max(0, (100 * (on(x) - on(from))) / (on(to) - on(from) || 1)));
  return (
    <div aria-hidden className="interval" style={{ width }}>
      <i className="scale" />
      {low !== null && high !== null && (
        <i className="span" style={{ left: `${place(low)}%`, width: `${Math.max(2, place(high) - place(low))}%` }} />
      )}
      {value !== null && <i className="point" style={{ left: `${place(value)}%` }} />}
    </div>
  );
};
