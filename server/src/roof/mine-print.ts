/** Reads reviews from files and prints what they say, one JSON object a line: without a server or a database. */
import { createReadStream } from 'node:fs';
import { basename } from 'node:path';
import { dateIn } from '@kettle/core/files/dates';
import { starsIn } from '@kettle/core/files/quantities';
import { partFinder, partsLearnt } from '@kettle/core/reviews/parts';
import { readReview } from '@kettle/core/reviews/read-review';
import { CopyFinder } from '@kettle/core/reviews/copies';
import { foldParts } from '@kettle/core/reviews/fold-parts';
import { themeName } from '@kettle/core/reviews/theme-names';
import { themesOf, type ReviewFacts, type ThingSaid } from '@kettle/core/reviews/themes';
import { cleanText, looksEnglish } from '@kettle/core/reviews/text';
import { guessMapping } from '../capabilities/sources/columns/index.ts';
import { openTable } from '../capabilities/sources/reading/open-table.ts';
import { FileFault } from '../capabilities/sources/reading/table.ts';

const print = (line: object): void => void process.stdout.write(`${JSON.stringify(line)}\n`);
const SIGNS = { gripe: -1, praise: 1, wish: 0 } as const;

const reviews: (ReviewFacts<string> & { title: string; body: string })[] = [];
const known = new CopyFinder();
let read = 0;
let failed = false;
for (const path of process.argv.slice(2)) {
  try {
    const { columns, rows } = await openTable(createReadStream(path) as AsyncIterable<Buffer>);
    const named = columns.find((c) => /^listing$/i.test(c.trim()));
    const mapping: Record<string, string> = { ...(named && { code: named }), ...guessMapping('reviews', columns) };
    if (!mapping.stars || !(mapping.body ?? mapping.title))
      throw new FileFault('It needs columns for the stars and for the text.');
    const cell = (cells: readonly string[], key: string): string =>
      mapping[key] ? (cells[columns.indexOf(mapping[key])] ?? '') : '';
    const idAt = columns.findIndex((c) => /^(?:review[ _-]?)?id$/i.test(c.trim()));
    for await (const { line, cells } of rows) {
      const id = (idAt >= 0 && cells[idAt]) || `${basename(path)}:${line}`;
      const [title, body] = [cell(cells, 'title'), cell(cells, 'body')];
      const stars = starsIn(cell(cells, 'stars'), cell(cells, 'stars').includes(',') ? ',' : '.');
      const text = cleanText(`${title}. ${body}`);
      const aside =
        'fault' in stars
          ? `its stars cannot be read: ${stars.fault}`
          : !/\p{L}/u.test(text)
            ? 'no text'
            : !looksEnglish(text)
              ? 'other language'
              : known.isCopy(read++, body)
                ? 'copy'
                : null;
      if (aside !== null || 'fault' in stars) {
        print({ set_aside: id, why: aside });
        continue;
      }
      reviews.push({
        id,
        listing: cell(cells, 'code'),
        stars: stars.value,
        day: dateIn(cell(cells, 'day'), 'day-first') ?? '',
        title,
        body,
      });
    }
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    if (!(error instanceof FileFault) && code === undefined) throw error;
    process.stderr.write(`${path}: ${code === 'ENOENT' ? 'There is no such file.' : (error as Error).message}\n`);
    failed = true;
  }
}
// All texts are known before the first is read: what parts there are is learnt from them.
const partOf = partFinder(
  partsLearnt(
    reviews.map((r) => cleanText(r.body)),
    [],
  ),
);
const things: ThingSaid<string>[] = [];
for (const { id, title, body, stars } of reviews)
  for (const one of readReview({ title, body, stars }, partOf)) {
    const { sentence, kind, concept, part, about } = one;
    print({
      review: id,
      sentence,
      kind,
      concept,
      part,
      theme: themeName(kind, concept, part),
      polarity: SIGNS[kind],
      about,
    });
    things.push({ ...one, review: id });
  }
const newest = reviews.reduce((day, r) => (r.day > day ? r.day : day), '');
if (reviews.length > 0)
  for (const t of themesOf(foldParts(things), reviews, newest || '1970-01-01', { fewest: 1 }))
    print({
      theme: t.name,
      kind: t.kind,
      reviews: t.reviews,
      share: Number(t.share.toFixed(4)),
      low: Number(t.interval.low.toFixed(4)),
      high: Number(t.interval.high.toFixed(4)),
      about: t.about,
      by_listing: Object.fromEntries(t.byListing.map((l) => [l.listing, `${l.reviews} of ${l.of}`])),
      course: Object.fromEntries(t.byListing.map((l) => [l.listing, l.moved])),
    });
process.exitCode = failed ? 1 : 0;
