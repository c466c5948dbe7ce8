/** Reads reviews from files and prints what they say, one JSON object a line: without a server or a database. */
import { createReadStream } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { basename } from 'node:path';
import { parseArgs } from 'node:util';
import { Ajv } from 'ajv';
import { Corrections, type Correction } from '@kettle/core/documents/corrections';
import { dateIn } from '@kettle/core/files/dates';
import { starsIn } from '@kettle/core/files/quantities';
import { CONCEPTS } from '@kettle/core/reviews/concepts';
import { corrected, namesGiven } from '@kettle/core/reviews/corrected';
import { partFinder, partsLearnt } from '@kettle/core/reviews/parts';
import { readReview } from '@kettle/core/reviews/read-review';
import { CopyFinder } from '@kettle/core/reviews/copies';
import { themeKey, themeName } from '@kettle/core/reviews/theme-names';
import { themesOf, type ReviewFacts, type ThingSaid } from '@kettle/core/reviews/themes';
import { looksEnglish } from '@kettle/core/reviews/language';
import { cleanText } from '@kettle/core/reviews/text';
import { guessMapping } from '../capabilities/sources/columns/index.ts';
import { openTable } from '../capabilities/sources/reading/open-table.ts';
import { FileFault } from '../capabilities/sources/reading/table.ts';

const { values: options, positionals } = parseArgs({
  allowPositionals: true,
  options: { corrections: { type: 'string' }, concepts: { type: 'boolean' } },
});
const print = (line: object): void => void process.stdout.write(`${JSON.stringify(line)}\n`);
const isCorrections = new Ajv().compile<Corrections>(Corrections);
const correctionsIn = (text: string): readonly Correction[] => {
  const document: unknown = JSON.parse(text);
  if (!isCorrections(document)) throw new FileFault('It holds no corrections of this program’s format.');
  return document.corrections;
};
const SIGNS = { gripe: -1, praise: 1, wish: 0 } as const;

const reviews: (ReviewFacts<string> & { title: string; body: string })[] = [];
const known = new CopyFinder();
let read = 0;
let failed = false;
for (const path of positionals) {
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
if (options.concepts)
  for (const { id, name, about, byPart, bad, good, wish, topic, gripes, praises } of CONCEPTS)
    print({ concept: id, name, about, by_part: byPart, gripe: bad, praise: good, wish, topic, gripes, praises });
let corrections: readonly Correction[] = [];
if (options.corrections)
  try {
    corrections = correctionsIn(await readFile(options.corrections, 'utf8'));
  } catch (error) {
    process.stderr.write(`${options.corrections}: ${(error as Error).message}\n`);
    failed = true;
  }
// All texts are known before the first is read: what parts there are is learnt from them.
const partOf = partFinder(
  partsLearnt(
    reviews.map((r) => cleanText(r.body)),
    [],
  ),
);
const says = corrected(
  reviews.map((r) => ({ ...r, says: readReview(r, partOf).map((one) => ({ ...one, review: r.id })) })),
  corrections,
);
const names = namesGiven(corrections);
const things: ThingSaid<string>[] = [...says.values()].flat();
for (const { review, sentence, kind, concept, part, about } of things)
  print({
    review,
    sentence,
    kind,
    concept,
    part,
    theme: names.get(themeKey({ kind, concept, part })) ?? themeName(kind, concept, part),
    polarity: SIGNS[kind],
    about,
  });
const newest = reviews.reduce((day, r) => (r.day > day ? r.day : day), '');
if (reviews.length > 0)
  for (const t of themesOf(things, reviews, newest || '1970-01-01', { fewest: 1, names }))
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
