import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { mergedOf } from '../src/documents/merged.ts';

describe('what two people change of one document', () => {
  const base = {
    title: 'Book press',
    lines: [
      { key: 'a', text: 'Stiffer arm', done: false },
      { key: 'b', text: 'Smoother screw', done: false },
      { key: 'c', text: 'Wider board', done: false },
    ],
    notes: 'first\nsecond\nthird\nfourth',
    words: ['press', 'folding', 'walnut'],
  };

  test('in different fields, lines and lines of text stands together', () => {
    const mine = {
      ...base,
      title: 'Folding book press',
      lines: [{ ...base.lines[0]!, done: true }, base.lines[1]!, base.lines[2]!],
      notes: 'FIRST\nsecond\nthird\nfourth',
      words: ['press', 'folding', 'oak', 'walnut'],
    };
    const theirs = {
      ...base,
      lines: [base.lines[0]!, { ...base.lines[1]!, text: 'A smoother screw' }, base.lines[2]!, { key: 'd', text: 'Felt feet', done: false }], // prettier-ignore
      notes: 'first\nsecond\nthird\nFOURTH\nfifth',
    };
    expect(mergedOf(base, mine, theirs)).toEqual({
      conflicts: null,
      merged: {
        title: 'Folding book press',
        lines: [
          { key: 'a', text: 'Stiffer arm', done: true },
          { key: 'b', text: 'A smoother screw', done: false },
          { key: 'c', text: 'Wider board', done: false },
          { key: 'd', text: 'Felt feet', done: false },
        ],
        notes: 'FIRST\nsecond\nthird\nFOURTH\nfifth',
        words: ['press', 'folding', 'oak', 'walnut'],
      },
    });
  });

  test('in the same place is named, and nothing is made up', () => {
    const mine = { ...base, title: 'Mine', lines: [{ ...base.lines[0]!, text: 'x' }, base.lines[1]!, base.lines[2]!] };
    const theirs = { ...base, title: 'Theirs', lines: [{ ...base.lines[0]!, text: 'y' }, base.lines[1]!, base.lines[2]!] }; // prettier-ignore
    expect(mergedOf(base, mine, theirs)).toEqual({ merged: null, conflicts: ['title', 'lines.a.text'] });
  });

  test('a line that one removed and the other changed is asked about; one that only one touched is gone', () => {
    const without = { ...base, lines: base.lines.slice(1) };
    const changed = { ...base, lines: [{ ...base.lines[0]!, text: 'Stiffest' }, base.lines[1]!, base.lines[2]!] };
    expect(mergedOf(base, without, changed).conflicts).toEqual(['lines.a']);
    expect(mergedOf(base, without, { ...base, title: 'T' }).merged?.lines.map((l) => l.key)).toEqual(['b', 'c']);
  });

  test('lines that one moved stay moved, with what the other changed and added', () => {
    const moved = { ...base, lines: [base.lines[2]!, base.lines[0]!, base.lines[1]!] };
    const added = { ...base, lines: [base.lines[0]!, { key: 'n', text: 'New', done: false }, ...base.lines.slice(1)] };
    const one = mergedOf(base, moved, added).merged!;
    expect(one.lines.map((l) => l.key)).toEqual(['c', 'a', 'n', 'b']);
    expect(mergedOf(base, added, moved).merged!.lines.map((l) => l.key)).toEqual(['c', 'a', 'n', 'b']);
  });
});

const json = fc.jsonValue({ maxDepth: 3 }).filter((v) => typeof v === 'object' && v !== null) as fc.Arbitrary<object>;

test('what one side alone did is taken whole; two that did the same agree; who is who does not matter for what is in conflict', () => {
  fc.assert(
    fc.property(json, json, json, (base, a, b) => {
      expect(mergedOf(base, a, base)).toEqual({ merged: a, conflicts: null });
      expect(mergedOf(base, base, b)).toEqual({ merged: b, conflicts: null });
      expect(mergedOf(base, a, a)).toEqual({ merged: a, conflicts: null });
      const [one, other] = [mergedOf(base, a, b), mergedOf(base, b, a)];
      expect(one.conflicts === null).toBe(other.conflicts === null);
    }),
    { numRuns: 300 },
  );
});

// An outside yardstick: diff3 of GNU diffutils, on texts whose lines differ, so that there is one way to pair them.
test('texts of many lines are laid together as GNU diff3 does, and what it cannot settle is in conflict', () => {
  const folder = mkdtempSync(join(tmpdir(), 'kettle-diff3-'));
  const random = (
    (state: number) => () =>
      (state = (state * 48271) % 2147483647) / 2147483647
  )(20261127);
  const changed = (lines: readonly string[], mark: string): string[] =>
    lines.flatMap((line, i) => {
      const r = random();
      return r < 0.06 ? [] : r < 0.12 ? [`${line} ${mark}`] : r < 0.16 ? [line, `${mark} new ${i}`] : [line];
    });
  const outcomes = { agreed: 0, settled: 0, harder: 0 };
  for (let round = 0; round < 120; round++) {
    const base = Array.from({ length: 12 }, (_, i) => `line ${i} of ${round}`);
    const texts = [changed(base, 'mine'), base, changed(base, 'theirs')];
    const files = texts.map((lines, i) => {
      const file = join(folder, String(i));
      writeFileSync(file, `${lines.join('\n')}\n`);
      return file;
    });
    const reference = spawnSync('diff3', ['-m', ...files], { encoding: 'utf8' });
    const [mine, , theirs] = texts.map((lines) => lines.join('\n'));
    const ours = mergedOf({ text: base.join('\n') }, { text: mine! }, { text: theirs! });
    if ((reference.status === 0) === (ours.conflicts === null)) outcomes.agreed++;
    else if (ours.conflicts) outcomes.harder++;
    if (reference.status === 0 && ours.merged) {
      outcomes.settled++;
      expect(`${ours.merged.text}\n`).toBe(reference.stdout);
    }
  }
  rmSync(folder, { recursive: true, force: true });
  // Where both did the same (removed one line, say) GNU diff3 asks and we do not; nowhere the other way round.
  expect(outcomes.harder).toBe(0);
  expect(outcomes.agreed).toBeGreaterThanOrEqual(112);
  expect(outcomes.settled).toBeGreaterThan(30);
});
