import './spark.css';

/** A small line of a few values; a gap stays a gap. What it shows stands in the text that goes with it. */
export const Spark = ({ values, label }: { values: readonly (number | null)[]; label: string }) => {
  const most = Math.max(...values.map((v) => v ?? 0), 1e-9);
  const step = 70 / Math.max(1, values.length - 1);
  const path = values
    .map((v, i) => {
      if (v === null) return '';
      const pen = i === 0 || values[i - 1] === null ? 'M' : 'L';
      return `${pen}${(i * step).toFixed(1)} ${(18 - (16 * v) / most).toFixed(1)}`;
    })
    .join('');
  return (
    <svg className="spark" width="70" height="20" role="img" aria-label={label}>
      <title>{label}</title>
      <path d={path} />
    </svg>
  );
};
