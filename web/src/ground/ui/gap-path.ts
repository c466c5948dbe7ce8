/** A line through values as SVG draws it; where one is not known the pen is lifted, so that a gap stays a gap. */
export const gapPath = (
  values: readonly (number | null)[],
  step: number,
  heightOf: (value: number) => number,
): string =>
  values
    .map((v, i) => {
      if (v === null) return '';
      const pen = i === 0 || values[i - 1] === null ? 'M' : 'L';
      return `${pen}${(i * step).toFixed(1)} ${heightOf(v).toFixed(1)}`;
    })
    .join('');
