import { gapPath } from './gap-path.ts';
import './spark.css';

/** A small line of a few values; a gap stays a gap. What it shows stands in the text that goes with it. */
export const Spark = ({ values, label }: { values: readonly (number | null)[]; label: string }) => {
  const most = Math.max(...values.map((v) => v ?? 0), 1e-9);
  const step = 70 / Math.max(1, values.length - 1);
  const path = gapPath(values, step, (v) => 18 - (16 * v) / most);
  return (
    <svg className="spark" width="70" height="20" role="img" aria-label={label}>
      <title>{label}</title>
      <path d={path} />
    </svg>
  );
};
