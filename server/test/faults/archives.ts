/** Archives of a workspace with something in them damaged or forged. */
import { createHash } from 'node:crypto';
import JSZip from 'jszip';

interface Manifest {
  tables: { name: string; rows: number; sha256: string }[];
}
const ODD_CELLS: unknown[] = [
  null,
  '',
  -1,
  0,
  1.5,
  2 ** 53,
  2 ** 31,
  1e308,
  true,
  [],
  {},
  [[1]],
  { a: { b: 1 } },
  'x'.repeat(70_000),
  '\u0000',
  '2026-02-30',
  '../x',
  '=1+1',
  '😀',
];
const MOST_CHANGES = 5;

const pickOf = <T>(list: readonly T[], random: () => number): T => list[Math.floor(random() * list.length)]!;

/** Another value of the same kind, which may well be taken. */
const likeIt = (value: unknown, random: () => number): unknown => {
  if (typeof value === 'number')
    return Number.isInteger(value) ? Math.round(value * 2 * random()) : value * 2 * random();
  if (typeof value === 'string')
    return /^\d{4}-\d\d-\d\d$/.test(value)
      ? '2024-02-29'
      : `${value.slice(0, 200)}${pickOf(['x', ' ', '😀', '"', '<b>'], random)}`;
  return value;
};

/** Another value in the place of a random one, however deep it lies. */
const changed = (value: unknown, random: () => number, depth = 0): unknown => {
  if (value === null || typeof value !== 'object' || depth > 4 || (depth > 0 && random() < 0.3))
    return random() < 0.7 ? likeIt(value, random) : pickOf(ODD_CELLS, random);
  const keys = Object.keys(value);
  if (keys.length === 0) return pickOf(ODD_CELLS, random);
  const key = pickOf(keys, random);
  if (Array.isArray(value)) return value.map((v, i) => (String(i) === key ? changed(v, random, depth + 1) : v));
  const copy: Record<string, unknown> = { ...(value as Record<string, unknown>) };
  if (random() < 0.1) delete copy[key];
  else copy[key] = changed(copy[key], random, depth + 1);
  return copy;
};

/** An archive with some cells of some tables changed, its sums made anew; now and then with bytes of the file turned. */
export const forgedArchive = async (file: Buffer, random: () => number): Promise<Buffer> => {
  if (random() < 0.2) {
    const damaged = Buffer.from(file);
    for (let n = 0; n < 20; n++) damaged[Math.floor(random() * damaged.length)] = Math.floor(random() * 256);
    return damaged;
  }
  const zip = await JSZip.loadAsync(file);
  const manifest = JSON.parse(await zip.file('manifest.json')!.async('string')) as Manifest;
  const filled = manifest.tables.filter((t) => t.rows > 0);
  for (let n = 0; n <= random() * MOST_CHANGES; n++) {
    const table = pickOf(filled, random);
    const name = `tables/${table.name}.ndjson`;
    const lines = (await zip.file(name)!.async('string')).split('\n');
    const place = Math.floor(random() * (lines.length - 1));
    lines[place] = JSON.stringify(changed(JSON.parse(lines[place]!), random, 0));
    const text = lines.join('\n');
    zip.file(name, text);
    table.sha256 = createHash('sha256').update(text).digest('hex');
  }
  if (random() < 0.1) Object.assign(manifest, changed(manifest, random));
  zip.file('manifest.json', JSON.stringify(manifest));
  return zip.generateAsync({ type: 'nodebuffer' });
};
