import { Box, Button, HStack, Skeleton, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { Evidence, MinedReviews, ReviewFilter, Theme } from '@kettle/contract/candidates';
import type { ThemeRef } from '@kettle/core/documents/corrections';
import { checkedOf, sentenceKey } from '@kettle/core/reviews/corrected';
import { rivalsStand } from '@kettle/core/reviews/rivals';
import { useReviewEvidenceQuery } from '../../ground/api/candidates.ts';
import { useMarket } from '../../ground/market/market.ts';
import { count, day, decimal, percent } from '../../ground/ui/format.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { useKeys } from '../../ground/ui/use-keys.ts';
import { CorrectTheme, LookedAt } from './correct-theme.tsx';
import { canCorrect, judged, judgementOf, refOf, type Names } from './correcting.ts';
import { put, type CorrectionsInHand } from './corrections-panel.tsx';
import { Judgement, JudgeSentence, type Judging } from './judge-sentence.tsx';
import { chanceOf, LETTERS, markedIn, OPPOSITE, signed } from './words.ts';

/** What a theme rests on: its sentences, each with its whole review, and where and when it changed; judged by keys. */
export const EvidencePanel = ({
  candidate,
  data,
  theme,
  filter,
  inHand,
  themes,
  names,
}: {
  candidate: number;
  data: MinedReviews;
  theme: Theme;
  filter: ReviewFilter;
  inHand: CorrectionsInHand;
  themes: readonly ThemeRef[];
  names: Names;
}) => {
  const { currentData, error } = useReviewEvidenceQuery({
    params: { id: candidate },
    query: { ...filter, theme: theme.key },
  });
  const [listing, setListing] = useState<number | null>(null);
  const [open, setOpen] = useState<number | null>(null);
  const [marked, setMarked] = useState<ReadonlySet<number>>(new Set());
  const [choosing, setChoosing] = useState<number | null>(null);
  const { corrections } = inHand.draft.document;
  const canBeCorrected = canCorrect(theme);
  const all = currentData?.evidence ?? [];
  const shown = all.filter((e) => listing === null || e.listing === listing);
  const look = (next: Evidence | undefined): void => {
    if (!next) return;
    setOpen(next.review);
    document.getElementById(`said-${next.review}`)?.scrollIntoView({ block: 'nearest' });
  };
  const step = (by: number): void => {
    const at = shown.findIndex((e) => e.review === open);
    look(shown[Math.max(0, Math.min(shown.length - 1, at + by))]);
  };
  const isJudged = ({ sentence }: Evidence): boolean =>
    judgementOf(corrections, sentenceKey(sentence), theme) !== undefined;
  /** Judges the marked sentences, else one; the next that was not judged is looked at then. */
  const judge = (review: number | null, says: ThemeRef | null): void => {
    const meant = marked.size > 0 ? all.filter((e) => marked.has(e.review)) : all.filter((e) => e.review === review);
    if (meant.length === 0 || !canBeCorrected) return;
    put(inHand, (now) =>
      meant.reduce((list, e) => judged(list, sentenceKey(e.sentence), refOf(theme), says), [...now]),
    );
    setMarked(new Set());
    setChoosing(null);
    if (review !== open) return;
    const at = shown.findIndex((e) => e.review === open);
    const left = [...shown.slice(at + 1), ...shown.slice(0, Math.max(0, at))];
    look(left.find((e) => !meant.includes(e) && !isJudged(e)));
  };
  const mark = (review: number | null): void => {
    if (review === null || !canBeCorrected) return;
    const next = new Set(marked);
    if (!next.delete(review)) next.add(review);
    setMarked(next);
  };
  useKeys({
    n: () => step(1),
    p: () => step(-1),
    r: () => judge(open, refOf(theme)),
    w: () => judge(open, null),
    b: () => setChoosing(canBeCorrected ? open : null),
    m: () => mark(open),
  });
  const withIt = data.listings.filter((l) => all.some((e) => e.listing === l.id));
  return (
    <>
      <Text as="h2" fontFamily="heading" fontWeight="700" fontSize="16px">
        {theme.name}
      </Text>
      <Summary theme={theme} data={data} />
      {canBeCorrected && (
        <>
          <LookedAt checked={checkedOf(corrections).get(theme.key)} />
          <CorrectTheme theme={theme} inHand={inHand} themes={themes} names={names} />
        </>
      )}
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
            judging={
              canBeCorrected && {
                judgement: judgementOf(corrections, sentenceKey(one.sentence), theme),
                isMarked: marked.has(one.review),
                isChoosing: choosing === one.review,
                themes,
                names,
                theme,
                onMark: () => mark(one.review),
                onChoosing: (on: boolean) => setChoosing(on ? one.review : null),
                onJudge: (says: ThemeRef | null) => judge(one.review, says),
              }
            }
          />
        ))}
      </Box>
      {shown.length > 0 && (
        <Text fontSize="12px" color="inkSoft">
          {all.length < theme.reviews && `The ${all.length} most typical of ${count(theme.reviews)}. `}n and p go
          through the reviews
          {canBeCorrected && '; r says right, w wrong, b belongs to …, m marks several to judge together'}.
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
  judging,
}: {
  one: Evidence;
  letter: string;
  isOpen: boolean;
  onToggle: () => void;
  /** False where nothing can be judged. */
  judging: Judging | false;
}) => {
  const market = useMarket();
  const [before, marked, after] = markedIn(one.sentence, one.words);
  return (
    <Box as="li" id={`said-${one.review}`} py="2" borderTopWidth="1px" borderColor="rule">
      <Box
        asChild
        font="inherit"
        textAlign="left"
        cursor="pointer"
        w="100%"
        textDecoration={judging && judging.judgement?.do === 'move' ? 'line-through' : undefined}
      >
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
      {judging && (isOpen || judging.isMarked) ? (
        <JudgeSentence judging={judging} sentence={one.sentence} />
      ) : (
        judging && judging.judgement && <Judgement of={judging.judgement} names={judging.names} />
      )}
    </Box>
  );
};
