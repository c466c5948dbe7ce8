import { Box, Button, HStack, Skeleton, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { Evidence, MinedReviews, ReviewFilter, Theme } from '@kettle/contract/candidates';
import { rivalsStand } from '@kettle/core/reviews/rivals';
import { useReviewEvidenceQuery } from '../../ground/api/candidates.ts';
import { useMarket } from '../../ground/market/market.ts';
import { count, day, decimal, percent } from '../../ground/ui/format.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { useKeys } from '../../ground/ui/use-keys.ts';
import { chanceOf, LETTERS, markedIn, OPPOSITE, signed } from './words.ts';

/** What a theme rests on: its sentences, each with its whole review, and where and when it changed. */
export const EvidencePanel = ({
  candidate,
  data,
  theme,
  filter,
}: {
  candidate: number;
  data: MinedReviews;
  theme: Theme;
  filter: ReviewFilter;
}) => {
  const { currentData, error } = useReviewEvidenceQuery({
    params: { id: candidate },
    query: { ...filter, theme: theme.key },
  });
  const [listing, setListing] = useState<number | null>(null);
  const [open, setOpen] = useState<number | null>(null);
  const all = currentData?.evidence ?? [];
  const shown = all.filter((e) => listing === null || e.listing === listing);
  const step = (by: number): void => {
    const at = shown.findIndex((e) => e.review === open);
    const next = shown[Math.max(0, Math.min(shown.length - 1, at + by))];
    if (!next) return;
    setOpen(next.review);
    document.getElementById(`said-${next.review}`)?.scrollIntoView({ block: 'nearest' });
  };
  useKeys({ n: () => step(1), p: () => step(-1) });
  const withIt = data.listings.filter((l) => all.some((e) => e.listing === l.id));
  return (
    <>
      <Text as="h2" fontFamily="heading" fontWeight="700" fontSize="16px">
        {theme.name}
      </Text>
      <Summary theme={theme} data={data} />
      {error && <ProblemNote error={error} />}
      {withIt.length > 1 && (
        <HStack gap="1" mt="3" role="group" aria-label="Sentences of one listing" wrap="wrap">
          {withIt.map((l) => {
            const letter = LETTERS[data.listings.indexOf(l)] ?? '?';
            return (
              <Button
                key={l.id}
                size="2xs"
                variant={listing === l.id ? 'solid' : 'outline'}
                colorPalette={listing === l.id ? 'aubergine' : undefined}
                aria-pressed={listing === l.id}
                aria-label={`Only ${letter}: ${l.title}`}
                title={l.title}
                onClick={() => setListing(listing === l.id ? null : l.id)}
              >
                {letter}
              </Button>
            );
          })}
        </HStack>
      )}
      {!currentData && !error && <Skeleton mt="3" h="200px" />}
      <Box as="ol" aria-label="Sentences" listStyleType="none" mt="2" fontSize="14px">
        {shown.map((one) => (
          <Sentence
            key={one.review}
            one={one}
            letter={LETTERS[data.listings.findIndex((l) => l.id === one.listing)] ?? '?'}
            isOpen={open === one.review}
            onToggle={() => setOpen(open === one.review ? null : one.review)}
          />
        ))}
      </Box>
      {shown.length > 0 && (
        <Text fontSize="12px" color="inkSoft">
          {all.length < theme.reviews && `The ${all.length} most typical of ${count(theme.reviews)}. `}n and p go
          through the reviews.
        </Text>
      )}
      <Text mt="4" fontSize="12px" color="inkSoft">
        {data.listings.map((l, i) => `${LETTERS[i] ?? '?'} ${l.title} (${count(l.texts)})`).join(' · ')}
      </Text>
    </>
  );
};

const Summary = ({ theme, data }: { theme: Theme; data: MinedReviews }) => {
  const { course, starPull, against, kind } = theme;
  const changed = theme.byListing.filter((b) => b.changed || b.moved === 'rising' || b.moved === 'falling');
  return (
    <Box color="inkSoft" fontSize="13px">
      <Text>
        {count(theme.reviews)} of {count(data.matching)} reviews, {percent(theme.share)} ({percent(theme.interval.low)}–
        {percent(theme.interval.high)}).
        {starPull &&
          ` They give ${decimal(Math.abs(starPull.value))} stars ${starPull.value < 0 ? 'less' : 'more'} than the others (${signed(starPull.low)} to ${signed(starPull.high)}).`}
        {kind !== 'wish' && against > 0 && ` ${count(against)} ${OPPOSITE[kind]} it.`}
      </Text>
      {theme.says.length > 0 && <Text>Said as “{theme.says.join('”, “')}”.</Text>}
      <Rivals theme={theme} data={data} />
      {(course.moved === 'rising' || course.moved === 'falling') && (
        <Text>
          Of all: {course.recent.hits} of {course.recent.of} in the last 180 days, {course.before.hits} of{' '}
          {course.before.of} before; chance alone does that in {chanceOf(course.p)} of cases.
        </Text>
      )}
      {changed.map((b) => (
        <Text key={b.listing} color="ink">
          {LETTERS[data.listings.findIndex((l) => l.id === b.listing)] ?? '?'}:{' '}
          {b.changed
            ? `from ${b.changed.from} on ${b.changed.after.hits} of ${b.changed.after.of}, before ${b.changed.before.hits} of ${b.changed.before.of}.`
            : `${b.moved} in the last 180 days (chance ${chanceOf(b.p)}).`}
        </Text>
      ))}
    </Box>
  );
};

const SHARED = {
  gripe: 'All rivals share it: whoever does it well stands out.',
  praise: 'All rivals are praised for it: it is expected, and no difference.',
  wish: 'It is wished for at all rivals.',
} as const;

/** Who is alone with it, or that all share it, where that can be told. */
const Rivals = ({ theme, data }: { theme: Theme; data: MinedReviews }) => {
  const standing = rivalsStand(theme.byListing);
  if (!standing) return null;
  const at = standing.how === 'alone' ? data.listings.findIndex((l) => l.id === standing.listing) : -1;
  return (
    <Text color="ink">
      {standing.how === 'all'
        ? SHARED[theme.kind]
        : `${LETTERS[at] ?? '?'} is alone with it: ${data.listings[at]?.title ?? ''}.`}
    </Text>
  );
};

const Sentence = ({
  one,
  letter,
  isOpen,
  onToggle,
}: {
  one: Evidence;
  letter: string;
  isOpen: boolean;
  onToggle: () => void;
}) => {
  const market = useMarket();
  const [before, marked, after] = markedIn(one.sentence, one.words);
  return (
    <Box as="li" id={`said-${one.review}`} py="2" borderTopWidth="1px" borderColor="rule">
      <Box asChild font="inherit" textAlign="left" cursor="pointer" w="100%">
        <button type="button" aria-expanded={isOpen} onClick={onToggle}>
          “{before}
          {marked && (
            <Box as="mark" bg="aubergine.muted" color="ink" borderRadius="2px">
              {marked}
            </Box>
          )}
          {after}”
        </button>
      </Box>
      {isOpen && (
        <Text mt="1" fontSize="13px" color="inkSoft" overflowWrap="anywhere">
          {one.title && <b>{one.title}. </b>}
          {one.body}
        </Text>
      )}
      <Text fontSize="12px" color="inkSoft">
        {letter} · {one.stars} stars · {day(one.day, market.today)}
        {one.verified ? ' · verified' : ''}
        {one.helpful ? ` · helpful to ${count(one.helpful)}` : ''}
      </Text>
    </Box>
  );
};
