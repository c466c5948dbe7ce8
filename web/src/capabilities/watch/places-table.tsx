import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { Positions } from '@kettle/contract/watch';
import { FIRST_ROWS } from '@kettle/core/changes/places';
import { usePositionsQuery } from '../../ground/api/candidates.ts';
import { useMarket } from '../../ground/market/market.ts';
import { keep, kept } from '../../ground/state/kept.ts';
import { Empty } from '../../ground/ui/empty.tsx';
import { FilledBy } from '../../ground/ui/filled-by.tsx';
import { count, NONE, percent } from '../../ground/ui/format.ts';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';
import { Mark } from '../../ground/ui/mark.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { gapPath } from '../../ground/ui/gap-path.ts';
import './places-table.css';
import type { Watched } from './use-watched.ts';

type Term = Positions['terms'][number];
type Place = Term['places'][number];

/** Searches a month below which a term is faded: it is not worth a place. Common practice, no source. */
const FEW_SEARCHES = 300;
/** Listings beside each other in the table of one measure. */
const MOST_ACROSS = 8;

/** Where watched listings stand for terms: one listing in full, or several beside each other. */
export const PlacesTable = ({ watched: { shown } }: { watched: Watched }) => {
  const market = useMarket();
  const place = `places/${market.id}`;
  const codes = shown.slice(0, 60).map((w) => w.code);
  const { data, error } = usePositionsQuery(
    { params: { marketplace: market.id }, query: { codes: codes.join(',') } },
    { skip: codes.length === 0 },
  );
  const [listing, setListing] = useState<string>('');
  const [chosenOnly, setChosenOnly] = useState(() => kept<boolean>(place) ?? false);
  if (error) return <ProblemNote error={error} />;
  if (codes.length === 0) return <Empty title="No listing here">Choose another group.</Empty>;
  if (!data) return null;
  if (data.terms.length === 0)
    return (
      <Empty title="No places yet">
        Where these listings stand for what buyers type is read with the first pages of terms.{' '}
        <FilledBy file="positions" holds="term, date, listing code, place" />
      </Empty>
    );
  const some = data.terms.some((t) => t.chosen);
  const terms = chosenOnly && some ? data.terms.filter((t) => t.chosen) : data.terms;
  const found = data.listings.filter((l) => data.terms.some((t) => t.places.some((p) => p.code === l.code)));
  const one = found.find((l) => l.code === listing) ?? null;
  return (
    <>
      <Flex gap="3" align="flex-end" wrap="wrap" mb="2" flexShrink={0}>
        <LabelledChoice
          label="Show"
          width="300px"
          value={one ? one.code : ''}
          onChange={setListing}
          options={[
            ['', `${Math.min(MOST_ACROSS, found.length)} listings beside each other`],
            ...found.map((l) => [l.code, l.title] as const),
          ]}
        />
        {some && (
          <Button
            size="xs"
            variant="outline"
            aria-pressed={chosenOnly}
            onClick={() => {
              setChosenOnly(!chosenOnly);
              keep(place, !chosenOnly);
            }}
          >
            {chosenOnly ? 'All terms' : 'Only terms kept for a candidate'}
          </Button>
        )}
        <Text color="inkSoft" fontSize="13px">
          Place 1 is the first unpaid one: a smaller number is better. Faded: under {count(FEW_SEARCHES)} searches a
          month.
        </Text>
      </Flex>
      {one ? <OfOne code={one.code} terms={terms} /> : <Across terms={terms} listings={found.slice(0, MOST_ACROSS)} />}
    </>
  );
};

/** What tells one of several alike from the others: what stands behind the first comma of its title, else all of it. */
const ownPart = (title: string): string => {
  const behind = title.slice(title.indexOf(',') + 1).trim();
  return behind.length > 24 ? `${behind.slice(0, 22)}…` : behind;
};

const isFaded = (t: Term): boolean => t.searches !== null && t.searches < FEW_SEARCHES;
const termColumn = {
  head: 'Term',
  names: true,
  cell: (t: Term) => (
    <>
      {t.term}
      {t.chosen && (
        <Box as="span" color="inkSoft" fontWeight="400">
          {' '}
          · kept
        </Box>
      )}
    </>
  ),
} as const;
const searchesColumn = {
  head: 'Searches a month',
  explanation: 'Over the last quarter',
  cell: (t: Term) => (t.searches === null ? <span title="Not told by any file">{NONE}</span> : count(t.searches)),
} as const;

/** A move in words: gains are towards 1. */
const Move = ({ move }: { move: Place['over7'] }) => {
  if (move === null) return <span title="Not enough readings before">{NONE}</span>;
  if (move.how === 'came') return <><Mark kind="holds" word="better" />came</>; // prettier-ignore
  if (move.how !== 'moved') return <><Mark kind="fails" word="worse" />left</>; // prettier-ignore
  if (move.by === 0) return <>held</>;
  return (
    <>
      <Mark kind={move.by > 0 ? 'holds' : 'fails'} word={move.by > 0 ? 'better' : 'worse'} />
      {move.by > 0 ? `up ${move.by}` : `down ${-move.by}`}
    </>
  );
};

const OfOne = ({ code, terms }: { code: string; terms: readonly Term[] }) => {
  const rows = terms.flatMap((t) => {
    const place = t.places.find((p) => p.code === code);
    return place ? [{ ...t, place }] : [];
  });
  return (
    <PlainTable
      label="Places of one listing"
      rows={rows}
      rowKey={(t) => t.id}
      lookOf={(t) => (isFaded(t) ? 'quiet' : undefined)}
      columns={[
        termColumn,
        searchesColumn,
        { head: 'Now', cell: (t) => t.place.now ?? 'off the page' },
        { head: 'Paid', explanation: 'Place among the paid ones', cell: (t) => t.place.paidNow ?? NONE },
        { head: 'Typical', explanation: 'Middle of the readings on which it was on the page', cell: (t) => t.place.typical ?? NONE }, // prettier-ignore
        { head: 'Best', cell: (t) => t.place.best ?? NONE },
        { head: 'Worst', cell: (t) => t.place.worst ?? NONE },
        {
          head: 'On the first page',
          explanation: 'Share of the last 90 readings',
          cell: (t) => percent(t.place.onPage),
        },
        { head: 'In its first rows', explanation: `Share of the readings on place 1 to ${FIRST_ROWS}`, cell: (t) => percent(t.place.inFirstRows) }, // prettier-ignore
        { head: 'Over 7 readings', explanation: 'Middle of the last 7 against the 7 before', cell: (t) => <Move move={t.place.over7} /> }, // prettier-ignore
        { head: 'Over 28', explanation: 'Middle of the last 28 against the 28 before', cell: (t) => <Move move={t.place.over28} /> }, // prettier-ignore
        { head: 'Course', explanation: 'Its last 60 readings, place 1 at the top; gaps are off the page', cell: (t) => <PlaceLine place={t.place} /> }, // prettier-ignore
      ]}
    />
  );
};

const Across = ({ terms, listings }: { terms: readonly Term[]; listings: Positions['listings'] }) => (
  <PlainTable
    label="Places of several listings"
    rows={terms}
    rowKey={(t) => t.id}
    lookOf={(t) => (isFaded(t) ? 'quiet' : undefined)}
    columns={[
      termColumn,
      searchesColumn,
      ...listings.map(({ code, title }) => ({
        head: ownPart(title),
        explanation: `${title} (${code}): its place now, and how its middle of 7 readings moved`,
        cell: (t: Term) => {
          const place = t.places.find((p) => p.code === code);
          if (!place) return NONE;
          return (
            <>
              <b>{place.now ?? 'off'}</b>
              {place.paidNow !== null && <span className="paid-place"> paid {place.paidNow}</span>}
              {place.over7 !== null && !(place.over7.how === 'moved' && place.over7.by === 0) && (
                <Box as="span" fontSize="12px" display="block">
                  <Move move={place.over7} />
                </Box>
              )}
            </>
          );
        },
      })),
    ]}
  />
);

/** Places over readings, 1 at the top, on a log scale: from 1 to 2 is as far as from 10 to 20. */
const PlaceLine = ({ place: { course, now, readings } }: { place: Place }) => {
  const most = Math.log(Math.max(10, ...course.map((v) => v ?? 1)));
  const step = 90 / Math.max(1, course.length - 1);
  const path = gapPath(course, step, (v) => 2 + (18 * Math.log(v)) / most);
  const label = `${count(readings)} readings, now ${now === null ? 'off the first page' : `place ${now}`}`;
  return (
    <svg className="place-line" width="90" height="22" role="img" aria-label={label}>
      <title>{label}</title>
      <path d={path} />
    </svg>
  );
};
