import type { Scoresheet } from '../documents/scoresheet.ts';

/**
 * Why a scoresheet cannot be meant, in a sentence, or null.
 * @example scoresheetFault({ format: 'cold-kettle/scoresheet', version: 2, name: 'S', passMark: 1, gates: [], criteria: [{ key: 'a', name: 'A', group: 'demand', how: '', scale: { kind: 'measured', measure: 'units', bands: [{ from: 5, points: 1 }, { from: 5, points: 2 }] } }] }) // => "A: the bands must rise."
 */
export const scoresheetFault = ({ gates, criteria }: Scoresheet): string | null => {
  const keys = new Set<string>();
  if ([...gates, ...criteria].some((c) => c.name.trim() === '')) return 'A gate or a question has no name.';
  for (const { key, name } of [...gates, ...criteria]) {
    if (keys.has(key)) return `${name}: its key "${key}" is there twice.`;
    keys.add(key);
  }
  for (const { name, measured } of gates)
    if (measured && measured.min !== null && measured.max !== null && measured.min > measured.max)
      return `${name}: the least is above the most.`;
  for (const { name, scale } of criteria) {
    if (scale.kind === 'measured') {
      if (scale.bands.some((band, i) => i > 0 && !(band.from > scale.bands[i - 1]!.from)))
        return `${name}: the bands must rise.`;
    } else if (new Set(scale.options.map((o) => o.key)).size < scale.options.length)
      return `${name}: an option is there twice.`;
  }
  return null;
};
