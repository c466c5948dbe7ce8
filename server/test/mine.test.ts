// `npm run mine`: what reviews in files say, without a server or a database.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, expect, test } from '@jest/globals';
import { repositoryRoot } from '../../scripts/private-database.mjs';
import { csv } from './program.ts';

const folder = mkdtempSync(join(tmpdir(), 'kettle mine '));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const mine = (...files: string[]): { status: number | null; lines: Record<string, unknown>[]; stderr: string } => {
  const { status, stdout, stderr } = spawnSync(process.execPath, ['scripts/mine.mjs', ...files], {
    cwd: repositoryRoot,
    encoding: 'utf8',
    env: { ...process.env, NODE_OPTIONS: '', INIT_CWD: folder },
  });
  const lines = stdout.split('\n').filter(Boolean);
  return { status, lines: lines.map((l) => JSON.parse(l) as Record<string, unknown>), stderr };
};

test('a line for each thing said, each theme, and each review that was set aside', () => {
  writeFileSync(
    join(folder, 'mine.csv'),
    csv(
      ['id', 'listing', 'date', 'rating', 'title', 'body'],
      ['r1', 'A', '2026-01-04', 2, 'Wet again', 'The lid leaks whatever I do.'],
      ['r2', 'B', '2026-01-05', 5, '', 'Never leaked once, and it looks great.'],
      ['r3', 'A', '2026-01-06', 2, 'Wet again', 'The lid leaks whatever I do.'],
      ['r4', 'A', '2026-01-07', 4, '', ''],
      ['r5', 'A', '2026-01-08', 1, '', 'Très joli mais les bords sont abîmés et la vis ne tient pas du tout.'],
      ['r6', 'A', '2026-01-09', 'many', '', 'Fine.'],
    ),
  );
  const { status, lines } = mine('mine.csv');
  expect(status).toBe(0);
  expect(lines.filter((l) => 'set_aside' in l).map((l) => [l.set_aside, l.why])).toEqual([
    ['r3', 'copy'],
    ['r4', 'no text'],
    ['r5', 'other language'],
    ['r6', 'its stars cannot be read: is no rating'],
  ]);
  expect(lines).toContainEqual({
    review: 'r1',
    sentence: 'The lid leaks whatever I do.',
    kind: 'gripe',
    concept: 'leaks',
    part: null,
    theme: 'Lets water through',
    polarity: -1,
    about: 'product',
  });
  expect(lines.find((l) => l.theme === 'Stays tight' && 'share' in l)).toMatchObject({
    kind: 'praise',
    reviews: 1,
    share: 0.5,
    by_listing: { A: '0 of 1', B: '1 of 1' },
    course: { A: 'unknown', B: 'unknown' },
  });
});

test('objects a line are read as well; what cannot be read is said, and the others are read all the same', () => {
  writeFileSync(
    join(folder, 'a.ndjson'),
    '{"id":"n1","listing":"A","date":"2026-02-01","rating":1,"body":"It broke."}\n',
  );
  writeFileSync(join(folder, 'odd.csv'), csv(['x', 'y'], [1, 2]));
  const { status, lines, stderr } = mine('nowhere.csv', 'odd.csv', 'a.ndjson');
  expect(status).toBe(1);
  expect(stderr).toMatch(/nowhere\.csv: There is no such file\./);
  expect(stderr).toMatch(/odd\.csv: It needs columns for the stars and for the text\./);
  expect(lines[0]).toMatchObject({ review: 'n1', kind: 'gripe', concept: 'breaks' });
  expect(mine().status).toBe(2);
});

test('a seller’s corrections are applied; a file that holds none is said; the concepts are printed', () => {
  writeFileSync(
    join(folder, 'c.ndjson'),
    ['It broke.', 'Water everywhere, it leaks.']
      .map((body, i) => JSON.stringify({ id: `c${i}`, listing: 'A', date: '2026-02-01', rating: 1, body }))
      .join('\n'),
  );
  const corrections = {
    format: 'cold-kettle/corrections',
    corrections: [
      {
        do: 'merge',
        theme: { kind: 'gripe', concept: 'breaks', part: null },
        into: { kind: 'gripe', concept: 'own:Falls apart', part: null },
      },
      { do: 'name', theme: { kind: 'gripe', concept: 'leaks', part: null }, name: 'Not tight' },
    ],
  };
  writeFileSync(join(folder, 'ours.json'), JSON.stringify(corrections));
  const { status, lines } = mine('--corrections', 'ours.json', 'c.ndjson');
  expect(status).toBe(0);
  expect(lines.map((l) => [l.review ?? l.reviews, l.theme])).toEqual([
    ['c0', 'Falls apart'],
    ['c1', 'Not tight'],
    [1, 'Not tight'],
    [1, 'Falls apart'],
  ]);
  writeFileSync(join(folder, 'none.json'), '{"format":"something else"}');
  const wrong = mine('--corrections', 'none.json', 'c.ndjson');
  expect(wrong.status).toBe(1);
  expect(wrong.stderr).toMatch(/none\.json: It holds no corrections of this program’s format\./);
  const concepts = mine('--concepts').lines;
  expect(concepts.length).toBeGreaterThan(30);
  expect(concepts.find((c) => c.concept === 'leaks')).toMatchObject({ about: 'product', by_part: false });
});
